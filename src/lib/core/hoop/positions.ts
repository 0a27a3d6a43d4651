import { itemAt, unionOf, type Box } from '../base';
import { fieldAtOnce, stepOf, type Hoop } from '../workshop';
import type { ItemPlace } from './repeats';

/** How a design that is longer than one position of its hoop is sewn, hung at one after the other. mm */
export interface OverPositions {
  /** where the middle of the design lies in all fields together, as it lies or a quarter turned */
  place: ItemPlace;
  /** of each block, in the order of sewing: at which position, from 0 at the lower end; null: it reaches over more than one */
  at: readonly (number | null)[];
  /** how often the hoop is hung anew */
  moves: number;
  /** from the middle of the hoop up to that of each position */
  centres: readonly number[];
}
/** What may be sewn at a position, along the hoop. */
interface Window {
  from: number;
  to: number;
}
/** Less is rounding, mm. */
const EXACT = 1e-6;

/** From the middle of a hoop up to the middle of each of its positions, mm. */
export function positionCentres(hoop: Hoop): number[] {
  const count = hoop.positions?.count ?? 1;
  const first = -hoop.heightMm / 2 + fieldAtOnce(hoop).heightMm / 2;
  return Array.from({ length: count }, (_, k) => first + k * stepOf(hoop));
}
const windowsOf = (hoop: Hoop, inset: number): Window[] => {
  const half = fieldAtOnce(hoop).heightMm / 2 - inset;
  return positionCentres(hoop).map((centre) => ({ from: centre - half, to: centre + half }));
};
const quarterTurned = ({ minX, minY, maxX, maxY }: Box): Box => ({
  minX: -maxY,
  maxX: -minY,
  minY: minX,
  maxY: maxX,
});

/**
 * Over which positions of a long hoop a design is sewn: laid so that the fewest of its blocks are cut, then that the hoop is moved
 * least, then as near the middle as can be. null: the hoop has one position, the design goes into one, or not into all together.
 * @param boxes of the blocks in the order of sewing, from the middle of the design
 * @param laid where the maker has laid it
 */
export function overPositions(
  boxes: readonly Box[],
  hoop: Hoop,
  inset: number,
  laid?: ItemPlace,
): OverPositions | null {
  if (!hoop.positions || !boxes.length) return null;
  if (laid) return laidSo(boxes, hoop, inset, laid);
  const windows = windowsOf(hoop, inset);
  const one = itemAt(windows, 0);
  const room = { wide: hoop.widthMm - 2 * inset, high: hoop.heightMm - 2 * inset };
  for (const turnDeg of [0, 90]) {
    const turned = turnDeg ? boxes.map(quarterTurned) : boxes;
    const all = unionOf(turned);
    const [wide, high] = [all.maxX - all.minX, all.maxY - all.minY];
    if (wide > room.wide + EXACT) continue;
    if (high <= one.to - one.from + EXACT) return null;
    if (high <= room.high + EXACT) return laidBest(turned, all, turnDeg, hoop, inset);
  }
  return null;
}
/** A design as it was laid; askew it goes into one position or none. */
function laidSo(boxes: readonly Box[], hoop: Hoop, inset: number, place: ItemPlace): OverPositions | null {
  const quarters = place.turnDeg / 90;
  if (!Number.isInteger(quarters)) return null;
  const turns = ((quarters % 4) + 4) % 4;
  const turned = boxes.map((box) => Array.from({ length: turns }).reduce<Box>(quarterTurned, box));
  const { minY, maxY } = unionOf(turned);
  const reach = hoop.heightMm / 2 - inset + EXACT;
  // What lies beyond all positions is no matter of positions.
  if (minY + place.y < -reach || maxY + place.y > reach) return null;
  const at = positionsOf(turned, windowsOf(hoop, inset), place.y);
  const moves = movesOf(at);
  if (!moves && !at.includes(null)) return null;
  return { place, at, moves, centres: positionCentres(hoop) };
}
/** A design laid at each height at which an edge of a block comes to an end of a position. */
function laidBest(
  boxes: readonly Box[],
  all: Box,
  turnDeg: number,
  hoop: Hoop,
  inset: number,
): OverPositions {
  const windows = windowsOf(hoop, inset);
  const [least, most] = [-hoop.heightMm / 2 + inset - all.minY, hoop.heightMm / 2 - inset - all.maxY];
  const heights = boxes
    .flatMap((box) => windows.flatMap(({ from, to }) => [to - box.maxY, from - box.minY]))
    .filter((y) => y >= least - EXACT && y <= most + EXACT)
    .map((y) => Math.min(most, Math.max(least, y)));
  const middle = (least + most) / 2;
  const x = -(all.minX + all.maxX) / 2;
  const tries = [...heights, middle].map((y) => {
    const at = positionsOf(boxes, windows, y);
    const cut = at.filter((k) => k === null).length;
    return { y, at, cut, moves: movesOf(at) };
  });
  const best = tries.reduce((a, b) =>
    (b.cut - a.cut || b.moves - a.moves || Math.abs(b.y - middle) - Math.abs(a.y - middle)) < 0 ? b : a,
  );
  return {
    place: { x, y: best.y, turnDeg },
    at: best.at,
    moves: best.moves,
    centres: positionCentres(hoop),
  };
}
/**
 * The position of each block, changed as seldom as their order allows: each stretch of blocks that share one is as long as can be,
 * which is the fewest changes.
 */
function positionsOf(boxes: readonly Box[], windows: readonly Window[], y: number): (number | null)[] {
  const allowed = boxes.map((box) =>
    windows.flatMap(({ from, to }, k) =>
      box.minY + y >= from - EXACT && box.maxY + y <= to + EXACT ? [k] : [],
    ),
  );
  const at: (number | null)[] = [];
  let [shared, since] = [windows.map((_, k) => k), 0];
  const close = (to: number) => {
    for (let i = since; i < to; i++) at.push(itemAt(allowed, i).length ? itemAt(shared, 0) : null);
    since = to;
  };
  for (const [i, own] of allowed.entries()) {
    if (!own.length) continue;
    const both = shared.filter((k) => own.includes(k));
    if (both.length) shared = both;
    else {
      close(i);
      shared = own;
    }
  }
  close(boxes.length);
  return at;
}
const movesOf = (at: readonly (number | null)[]): number => {
  const known = at.filter((k) => k !== null);
  return known.filter((k, i) => i > 0 && k !== known[i - 1]).length;
};

/** Where the needle points of a block are cut, so that each part goes into one position. */
interface Cut {
  /** the first record of the next part */
  record: number;
  /** no gap was there: the two parts must meet at this stitch */
  meets: boolean;
}
/**
 * Cuts a block that reaches over several positions: into as few parts as can be, each as long as can be, at a gap of the needle's
 * way where one is near the end of it.
 * @param points needle points of the block: how high each lies in the hoop, mm, its record, and whether the needle jumped to it
 */
export function cutsOf(
  points: readonly { record: number; y: number; afterGap: boolean }[],
  hoop: Hoop,
  inset: number,
): Cut[] {
  const windows = windowsOf(hoop, inset);
  const holds = (y: number) => windows.map(({ from, to }) => y >= from - EXACT && y <= to + EXACT);
  const cuts: Cut[] = [];
  let begin = 0;
  let open = windows.map(() => true);
  for (let i = 0; i < points.length; i++) {
    const here = holds(itemAt(points, i).y);
    const both = open.map((ok, k) => ok && itemAt(here, k));
    if (both.some(Boolean)) {
      open = both;
      continue;
    }
    // Back to the last gap from which on all goes into one; without one the thread goes on from the point before.
    let gap = -1;
    let rest = here;
    for (let g = i; g > begin; g--) {
      rest = rest.map((ok, k) => ok && itemAt(holds(itemAt(points, g).y), k));
      if (!rest.some(Boolean)) break;
      if (itemAt(points, g).afterGap) {
        gap = g;
        break;
      }
    }
    const at = gap > 0 ? gap : i;
    cuts.push({ record: itemAt(points, at).record, meets: gap <= 0 });
    begin = at;
    open = windows.map((_, k) => points.slice(at, i + 1).every((p) => itemAt(holds(p.y), k)));
    if (!open.some(Boolean)) open = here;
  }
  return cuts;
}
