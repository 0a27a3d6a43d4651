import { PointIndex } from './point-index';
import type { Centreline } from './centreline';
import type { Follow } from './types';

/** Within this of the other line, or within half the width of a covering stitch, it follows, 0.1 mm. */
const REACH = 10;
const WIDEST_REACH = 30;
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
  const index = new PointIndex(room + 1, WIDEST_REACH / 2);
  blocks.forEach(({ centreline }, b) => {
    if (!centreline) return;
    const { x, y } = centreline;
    eachStretch(centreline, (i, d) => {
      index.add(x[i], y[i], b);
      const steps = Math.floor(d / STEP);
      for (let k = 1; k <= steps; k++) {
        const t = k / (steps + 1);
        index.add(x[i] + (x[i - 1] - x[i]) * t, y[i] + (y[i - 1] - y[i]) * t, b);
      }
    });
  });

  const near = new Float64Array(n * n);
  const away = new Float64Array(n * n);
  const lengths = new Float64Array(n);
  const seen = new Int32Array(n).fill(-1);
  const nearest = new Float64Array(n);
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
      const met = index.nearestByTag(x[i], y[i], question++, seen, nearest, touched);
      for (let k = 0; k < met; k++) {
        const b = touched[k];
        if (b === j) continue;
        const reach = Math.min(WIDEST_REACH / 2, Math.max(REACH, width / 2, blocks[b].width / 2));
        // The index holds points a step apart: half a step sideways is no distance.
        const d2 = Math.max(0, nearest[b] - (STEP / 2) ** 2);
        if (d2 > reach * reach) continue;
        near[j * n + b] += weight;
        away[j * n + b] += weight * Math.sqrt(d2);
      }
      weight = 0;
    });
  });
  const share = (j: number, i: number) => (lengths[j] ? near[j * n + i] / lengths[j] : 0);
  const best = blocks.map((_, j): Follow | null => {
    let found: Follow | null = null;
    let score = 0;
    for (let i = 0; i < j; i++) {
      const forth = share(j, i);
      const back = share(i, j);
      const both = forth * 0.7 + back * 0.3;
      if (forth < LEAST_SHARE || both < score - AS_GOOD) continue;
      score = Math.max(score, both);
      found = { index: i, share: forth, shareBack: back, distanceMm: away[j * n + i] / near[j * n + i] / 10 };
    }
    return found;
  });
  return { best, share };
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
