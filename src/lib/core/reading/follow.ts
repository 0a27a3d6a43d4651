import type { Centreline } from './strands';
import { TaggedPoints } from './tagged-points';
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
  const lines = blocks.map(({ centreline }) => centreline && stretchesOf(centreline));
  let room = 1;
  for (const l of lines) if (l) for (let k = 0; k < l.n; k++) room += 1 + Math.floor(l.length[k] / STEP);
  const points = { n: 0, x: new Float32Array(room), y: new Float32Array(room), tag: new Int32Array(room) };
  const ux = new Float32Array(room);
  const uy = new Float32Array(room);
  lines.forEach((l, b) => {
    if (!l) return;
    const { x, y } = l.of;
    for (let k = 0; k < l.n; k++) {
      const i = l.at[k];
      const steps = Math.floor(l.length[k] / STEP);
      for (let m = 0; m <= steps; m++) {
        const t = m / (steps + 1);
        const n = points.n++;
        points.x[n] = m ? x[i] + (x[i - 1] - x[i]) * t : x[i];
        points.y[n] = m ? y[i] + (y[i - 1] - y[i]) * t : y[i];
        points.tag[n] = b;
        ux[n] = l.ux[k];
        uy[n] = l.uy[k];
      }
    }
  });
  const index = new TaggedPoints(points, n, BESIDE);

  // Of block j's line: how much lies within reach of i's, how much beside it, and the sums of these distances.
  const near = new Float64Array(n * n);
  const beside = new Float64Array(n * n);
  const away = new Float64Array(n * n);
  const away2 = new Float64Array(n * n);
  const lengths = new Float64Array(n);
  for (let j = 0; j < n; j++) {
    const l = lines[j];
    if (!l) continue;
    const { x, y } = l.of;
    const { width } = blocks[j];
    let weight = 0;
    for (let s = 0; s < l.n; s++) {
      weight += l.length[s];
      if (weight < ASK && !l.ends[s]) continue;
      lengths[j] += weight;
      const i = l.at[s];
      const dx = l.ux[s];
      const dy = l.uy[s];
      const { n: met, tags, distance2, nearest } = index.around(x[i], y[i], j);
      for (let k = 0; k < met; k++) {
        const b = tags[k];
        // The index holds points a step apart: half a step sideways is no distance.
        const d2 = Math.max(0, distance2[b] - (STEP / 2) ** 2);
        if (d2 > BESIDE * BESIDE) continue;
        if (Math.abs(dx * ux[nearest[b]] + dy * uy[nearest[b]]) < ALONG) continue;
        const reach = Math.min(WIDEST_REACH / 2, Math.max(REACH, width / 2, blocks[b].width / 2));
        const p = j * n + b;
        if (d2 <= reach * reach) near[p] += weight;
        beside[p] += weight;
        away[p] += weight * Math.sqrt(d2);
        away2[p] += weight * d2;
      }
      weight = 0;
    }
  }
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

/** The stretches of a line that it goes over for the first time, each up to a point of it. */
interface Stretches {
  of: Centreline;
  n: number;
  /** the point, its distance from the point before on the same strand (0 at its start), and the direction there */
  at: Int32Array;
  length: Float32Array;
  ux: Float32Array;
  uy: Float32Array;
  /** 1 where the line is left */
  ends: Uint8Array;
}
function stretchesOf(of: Centreline): Stretches {
  const { x, y, opens, again } = of;
  const last = of.n - 1;
  const at = new Int32Array(of.n);
  const length = new Float32Array(of.n);
  const ux = new Float32Array(of.n);
  const uy = new Float32Array(of.n);
  const ends = new Uint8Array(of.n);
  let n = 0;
  for (let i = 0; i <= last; i++) {
    if (again[i]) continue;
    const goesOn = i < last && !opens[i + 1];
    const a = i > 0 && !opens[i] ? i - 1 : i;
    const b = goesOn ? i + 1 : i;
    const d = Math.sqrt((x[b] - x[a]) ** 2 + (y[b] - y[a]) ** 2) || 1;
    at[n] = i;
    length[n] = Math.sqrt((x[i] - x[a]) ** 2 + (y[i] - y[a]) ** 2);
    ux[n] = (x[b] - x[a]) / d;
    uy[n] = (y[b] - y[a]) / d;
    ends[n++] = goesOn && !again[i + 1] ? 0 : 1;
  }
  return { of, n, at, length, ux, uy, ends };
}
