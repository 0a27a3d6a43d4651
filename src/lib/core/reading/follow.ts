import { PointIndex } from './point-index';
import type { Centreline } from './centreline';
import type { Follow } from './types';

/** Within this of the other line, or within half the width of a covering stitch, it follows, 0.1 mm. */
const REACH = 10;
const WIDEST_REACH = 30;
/** Two lines that keep a steady distance up to this are one edge: a tack-down lies inside its placement. 0.1 mm. */
const BESIDE = 22;
/** How much that distance may vary (its standard deviation), 0.1 mm; and how much of the line keeps it. */
const STEADY = 3.5;
const STEADY_SHARE = 0.8;
/** cos between two lines that run along each other; lines that only cross are met too, and do not. */
const ALONG = 0.8;
/** A line of which hardly anything is met back is a net that lies all over, unless the distance is very steady. */
const LEAST_BACK = 0.25;
const VERY_STEADY = 2;
/** Lines are laid into the index at this step, 0.1 mm. */
const STEP = 10;
/** A question every so far along a line is enough to know its share, 0.1 mm. */
const ASK = 20;
/** Less of a line than this in common says nothing. */
const LEAST_SHARE = 0.3;
/** Among lines followed about as well, the latest is meant. */
const AS_GOOD = 0.03;
/** Comparing each with each needs a table of blocks × blocks. */
const MOST_BLOCKS = 1500;

/** One block, as it is compared with the others. */
export interface FollowInput {
  centreline: Centreline | null;
  /** width of the stitch across its line, 0.1 mm; 0 for runs */
  width: number;
}
/** Shares both ways of every pair, and the line each block follows best. */
export interface Follows {
  best: (Follow | null)[];
  /** share of block j's line that lies by block i's */
  share(j: number, i: number): number;
}

/** Compares the lines of all blocks, each with each; with more than MOST_BLOCKS of them, none. */
export function followsOf(blocks: FollowInput[]): Follows {
  const n = blocks.length;
  if (n > MOST_BLOCKS) return { best: blocks.map(() => null), share: () => 0 };
  let room = 0;
  for (const { centreline } of blocks)
    if (centreline) eachStretch(centreline, (_i, d) => (room += 1 + Math.floor(d / STEP)));
  const index = new PointIndex(room + 1, BESIDE);
  const ux = new Float32Array(room + 1);
  const uy = new Float32Array(room + 1);
  blocks.forEach(({ centreline }, b) => {
    if (!centreline) return;
    const { x, y } = centreline;
    eachStretch(centreline, (i, d) => {
      const [dx, dy] = directionAt(centreline, i);
      const steps = Math.floor(d / STEP);
      for (let k = 0; k <= steps; k++) {
        const t = k / (steps + 1);
        ux[index.size] = dx;
        uy[index.size] = dy;
        index.add(k ? x[i] + (x[i - 1] - x[i]) * t : x[i], k ? y[i] + (y[i - 1] - y[i]) * t : y[i], b);
      }
    });
  });

  // Of block j's line: how much lies within reach of i's, how much beside it, and the sums of these distances.
  const near = new Float64Array(n * n);
  const beside = new Float64Array(n * n);
  const away = new Float64Array(n * n);
  const away2 = new Float64Array(n * n);
  const lengths = new Float64Array(n);
  const seen = new Int32Array(n).fill(-1);
  const nearest = new Float64Array(n);
  const at = new Int32Array(n);
  const touched = new Int32Array(n);
  let question = 0;
  blocks.forEach(({ centreline, width }, j) => {
    if (!centreline) return;
    const { x, y } = centreline;
    let weight = 0;
    eachStretch(centreline, (i, d, ends) => {
      weight += d;
      if (weight < ASK && !ends) return;
      lengths[j] += weight;
      const [dx, dy] = directionAt(centreline, i);
      const met = index.nearestByTag(x[i], y[i], question++, seen, nearest, at, touched);
      for (let k = 0; k < met; k++) {
        const b = touched[k];
        if (b === j || Math.abs(dx * ux[at[b]] + dy * uy[at[b]]) < ALONG) continue;
        const reach = Math.min(WIDEST_REACH / 2, Math.max(REACH, width / 2, blocks[b].width / 2));
        // The index holds points a step apart: half a step sideways is no distance.
        const d2 = Math.max(0, nearest[b] - (STEP / 2) ** 2);
        if (d2 > BESIDE * BESIDE) continue;
        if (d2 <= reach * reach) near[j * n + b] += weight;
        beside[j * n + b] += weight;
        away[j * n + b] += weight * Math.sqrt(d2);
        away2[j * n + b] += weight * d2;
      }
      weight = 0;
    });
  });
  const distance = (p: number) => (beside[p] ? away[p] / beside[p] : 0);
  const varies = (p: number) =>
    beside[p] ? Math.sqrt(Math.max(0, away2[p] / beside[p] - distance(p) ** 2)) : Infinity;
  const share = (j: number, i: number) => {
    const p = j * n + i;
    if (!beside[p]) return 0;
    const isSteady = beside[p] > STEADY_SHARE * lengths[j] && varies(p) < STEADY;
    return (isSteady ? beside[p] : near[p]) / lengths[j];
  };
  const best = blocks.map((_, j): Follow | null => {
    let found: Follow | null = null;
    let score = 0;
    for (let i = 0; i < j; i++) {
      const forth = share(j, i);
      const back = share(i, j);
      const both = forth * 0.7 + back * 0.3;
      if (forth < LEAST_SHARE || both < score - AS_GOOD) continue;
      if (back < LEAST_BACK && varies(j * n + i) > VERY_STEADY) continue;
      score = Math.max(score, both);
      found = { index: i, share: forth, shareBack: back, distanceMm: distance(j * n + i) / 10 };
    }
    return found;
  });
  return { best, share };
}

/** Which way a line runs at a point: from the one before to the one after, on its strand. */
function directionAt({ x, y, opens, n }: Centreline, i: number): [number, number] {
  const a = i > 0 && !opens[i] ? i - 1 : i;
  const b = i + 1 < n && !opens[i + 1] ? i + 1 : i;
  const d = Math.hypot(x[b] - x[a], y[b] - y[a]);
  return d ? [(x[b] - x[a]) / d, (y[b] - y[a]) / d] : [0, 0];
}

/** Each kept point, its distance from the point before on the same strand, and whether its stretch ends there. */
function eachStretch(
  { x, y, opens, again, n }: Centreline,
  visit: (i: number, d: number, ends: boolean) => void,
) {
  for (let i = 0; i < n; i++) {
    if (again[i]) continue;
    let d = 0;
    if (i > 0 && !opens[i]) {
      const dx = x[i] - x[i - 1];
      const dy = y[i] - y[i - 1];
      d = Math.sqrt(dx * dx + dy * dy);
    }
    visit(i, d, i + 1 >= n || opens[i + 1] === 1 || again[i + 1] === 1);
  }
}
