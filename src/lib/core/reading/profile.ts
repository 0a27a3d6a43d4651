import type { AreaGrid } from './area-grid';
import type { NeedleBlock, NeedlePoints } from './needle';
import { LINE, OpenStretch, StretchSums, type Stretch } from './stretch';
import { LENGTH_BINS } from './types';

/** Turns judged together: long enough for a pattern to show, short enough to follow a change of texture. */
const WINDOW = 16;
/** Stitches shorter than this are ties and tell nothing about the texture, 0.1 mm. */
const TIE = 3.5;
/** And up to this at the very start or end of a strand, when the needle returns on itself there. */
const LONGEST_TIE = 13;
/** A satin's step from one stitch across to the next is shorter than this, 0.1 mm, and a stitch across so many times as long. */
const LONGEST_STEP = 10.5;
const ACROSS = 2.5;
/** Square of the cos between two such stitches, beyond which the second leads back beside the first. */
const TURNS_BACK = 0.8;
/** Bins of half a millimetre, counted in 0.1 mm. */
const BINS_PER_UNIT = 1 / 5;

/** Sums over one block; lengths in 0.1 mm. */
export interface Profile {
  stretches: Stretch[];
  length: number;
  lengthBins: number[];
  /** sewn length by kind of moving */
  byKind: [number, number, number, number];
  /** mean width and advance of the zigzag or satin parts */
  width: [number, number];
  advance: [number, number];
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
  /** cells with a needle point; cells crossed by line stretches, and how many of these lie inside others */
  cells: number;
  lineCells: number;
  innerCells: number;
  /** sum of turns and of their sizes on line stretches, radians */
  turn: number;
  turnSize: number;
  /** of the bends on line stretches, how many go the same way as the one before: arcs do, noise does not */
  bends: number;
  steady: number;
}

/** One pass over a block: lengths, box, area, and how each short stretch moves. */
export function profileBlock(points: NeedlePoints, block: NeedleBlock, grid: AreaGrid): Profile {
  const { x, y, starts } = points;
  grid.next();
  const sums = new StretchSums(points);
  const stretch = new OpenStretch(block.first);
  const lengthBins = new Array<number>(LENGTH_BINS).fill(0);
  let length = 0;
  let before = 0;
  let minX = Infinity;
  let minY = Infinity;
  let maxX = -Infinity;
  let maxY = -Infinity;
  /** the step to the next row of a satin that is not sewn yet */
  let stepX = 0;
  let stepY = 0;
  for (let i = block.first; i < block.end; i++) {
    const px = x[i];
    const py = y[i];
    if (px < minX) minX = px;
    if (px > maxX) maxX = px;
    if (py < minY) minY = py;
    if (py > maxY) maxY = py;
    grid.point(px, py);
    if (starts[i] === 1) {
      sums.add(stretch, i - 1, length - before);
      before = length;
      stretch.next(i, true);
      sums.opens = true;
      continue;
    }
    const dx = px - x[i - 1];
    const dy = py - y[i - 1];
    const l = Math.sqrt(dx * dx + dy * dy);
    length += l;
    const bin = (l * BINS_PER_UNIT) | 0;
    lengthBins[bin < LENGTH_BINS ? bin : LENGTH_BINS - 1]++;
    if (l >= TIE && !(l < LONGEST_TIE && isTie(points, i, block))) {
      if (l < LONGEST_STEP && isStep(points, i, block)) {
        stepX = dx;
        stepY = dy;
      } else {
        if (stepX || stepY) stretch.steps++;
        stretch.stitch(dx + stepX, dy + stepY, l);
        stepX = stepY = 0;
      }
    }
    if (stretch.turns < WINDOW && i + 1 < block.end) continue;
    sums.add(stretch, i, length - before);
    before = length;
    stretch.next(i, false);
  }
  const { stretches } = sums;
  smooth(stretches);
  for (const s of stretches)
    if (s.kind === LINE) for (let i = s.first + 1; i <= s.end; i++) grid.line(x[i - 1], y[i - 1], x[i], y[i]);
  return {
    stretches,
    length,
    lengthBins,
    minX,
    minY,
    maxX,
    maxY,
    ...sums.done(),
    ...grid.counts(),
  };
}

// Plain functions and loops: this is asked at each stitch.
const isSame = ({ x, y }: NeedlePoints, a: number, b: number): boolean =>
  Math.abs(x[a] - x[b]) <= 4 && Math.abs(y[a] - y[b]) <= 4;
const begins = ({ starts }: NeedlePoints, k: number, { first }: NeedleBlock): boolean =>
  k >= first && starts[k] === 1;
const ends = ({ starts }: NeedlePoints, k: number, { end }: NeedleBlock): boolean =>
  k === end - 1 || (k < end - 1 && starts[k + 1] === 1);
/** Whether stitch i is one of a pair that goes out and back at the start or end of a strand. */
function isTie(points: NeedlePoints, i: number, block: NeedleBlock): boolean {
  if (begins(points, i - 1, block)) return i + 1 < block.end && isSame(points, i - 1, i + 1);
  if (begins(points, i - 2, block)) return isSame(points, i - 2, i);
  if (ends(points, i, block)) return isSame(points, i - 2, i);
  return ends(points, i + 1, block) && isSame(points, i - 1, i + 1);
}

const length2 = ({ x, y }: NeedlePoints, k: number): number =>
  (x[k] - x[k - 1]) ** 2 + (y[k] - y[k - 1]) ** 2;
/** Whether one stitch leads back beside another. */
function leadsBack(points: NeedlePoints, a: number, b: number): boolean {
  const { x, y } = points;
  const dot = (x[a] - x[a - 1]) * (x[b] - x[b - 1]) + (y[a] - y[a - 1]) * (y[b] - y[b - 1]);
  return dot < 0 && dot * dot > TURNS_BACK * length2(points, a) * length2(points, b);
}

/** Whether stitch i leads along the edge from one stitch across to the next one back: a satin with square turns. */
function isStep(points: NeedlePoints, i: number, block: NeedleBlock): boolean {
  const { starts } = points;
  if (i - 2 < block.first || i + 1 >= block.end || starts[i - 1] || starts[i + 1]) return false;
  const before = length2(points, i - 1);
  const after = length2(points, i + 1);
  const least = Math.min(before, after);
  if (least < ACROSS ** 2 * length2(points, i) || Math.max(before, after) > 4 * least) return false;
  return (
    leadsBack(points, i - 1, i + 1) &&
    leavesAcross(points, i - 2, i - 1, block) &&
    leavesAcross(points, i + 2, i + 1, block)
  );
}
/** Whether what is beyond a stitch across is no other part of the same row: with more than one stitch a row it is a fill. */
const leavesAcross = (points: NeedlePoints, k: number, from: number, { first, end }: NeedleBlock): boolean =>
  k <= first ||
  k >= end ||
  points.starts[k] === 1 ||
  length2(points, k) < LONGEST_STEP ** 2 ||
  leadsBack(points, from, k);

/** A short stretch at the end of a strand, or an odd one in a long one, takes the kind of its neighbours. */
function smooth(stretches: Stretch[]) {
  for (let i = 0; i < stretches.length; i++) {
    const s = stretches[i];
    if (s.end - s.first > WINDOW + 2) continue;
    const before = s.opens ? undefined : stretches[i - 1];
    const after = stretches[i + 1]?.opens ? undefined : stretches[i + 1];
    if (before && after && before.kind === after.kind) s.kind = before.kind;
    else if (before && !after && before.end - before.first > 2 * (s.end - s.first)) s.kind = before.kind;
  }
}
