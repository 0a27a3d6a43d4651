import {
  along,
  areaOf,
  boxOf,
  distance,
  fail,
  heightOf,
  ok,
  widthOf,
  type Path,
  type Point,
  type Result,
} from '../base';
import { evenly, grown, hullOf, roundLines, simplified, united } from '../outline';
import { STITCH, type Tape } from '../tape';

/** Stitching this near is one body of stitches, mm. */
const BODY = 0.2;
/** Parts further apart than this are no one piece, mm. */
const WIDEST_BRIDGE = 60;
/** The outline keeps within this of the stitches' own, and round corners within this of their circle, mm. */
const FINEST = 0.02;
const ROUGH = 0.02;

/** How an outline is drawn round stitches. */
export interface Silhouette {
  /** its hull, or close round it */
  way: 'close' | 'hull';
  /** parts that lie apart: bridged to one, or an outline each */
  pieces: 'one' | 'several';
  /** bays narrower than twice this are filled, mm */
  smoothMm: number;
}

/**
 * The outlines round all that a tape sews, so far from it: holes are filled, and parts that lie apart are bridged by the least
 * closing that makes them one. mm, anticlockwise, in the tape's own place.
 */
export function silhouetteOf(
  tape: Tape,
  growMm: number,
  { way = 'close', pieces = 'one', smoothMm = 0 }: Partial<Silhouette> = {},
): Result<Path[]> {
  const before = drawn.get(tape) ?? new Map<string, Result<Path[]>>();
  drawn.set(tape, before);
  const key = [growMm, way, pieces, smoothMm].join();
  const known = before.get(key);
  if (known) return known;
  const outlines = outlinesRound(tape, growMm, { way, pieces, smoothMm });
  before.set(key, outlines);
  return outlines;
}
/** Of a tape that is gone round again and again while other figures change: its stitches are many. */
const drawn = new WeakMap<Tape, Map<string, Result<Path[]>>>();
function outlinesRound(tape: Tape, growMm: number, { way, pieces, smoothMm }: Silhouette): Result<Path[]> {
  const lines = sewnLines(tape);
  if (!lines.length)
    return fail('no-stitches', 'The tape sews nothing that an outline could go round.', 'Send another tape.');
  const body =
    way === 'hull'
      ? grown([hullOf(lines.flat())], BODY).filter((path) => areaOf(path) > 0)
      : filled(roundLines(seenFromOutside(lines), BODY));
  // What is drawn round every stitch of an edge has far more corners than its outline needs.
  const around = grownBySteps(coarser(body), growMm - BODY);
  if (!around.length)
    return fail(
      'no-area',
      'The stitches of the tape enclose nothing; nothing was made.',
      'Grow the outline by more.',
    );
  const outlines = pieces === 'one' ? bridged(coarser(around)) : around;
  if (outlines) return ok(coarser(smoothed(outlines, smoothMm)));
  return fail(
    'apart',
    'Parts of the design lie too far apart for one outline.',
    'Grow the outline by more, or make one for each part.',
  );
}
/** Each step is so many times as far as the one before, mm: the first few tenths fill what a long one would draw arcs round. */
const STEP = 4;
const FIRST_STEP = 0.4;
/** A shorter way is quick at once, mm. */
const LONG = 10;
function grownBySteps(body: Path[], by: number): Path[] {
  let around = body;
  let done = 0;
  for (let to = FIRST_STEP; by > LONG && to < by; to *= STEP) {
    around = filled(grown(around, to - done, ROUGH)).map((path) => simplified(path, FINEST / 4));
    done = to;
  }
  return filled(grown(around, by - done, ROUGH));
}
const coarser = (outlines: Path[]): Path[] => outlines.map((path) => simplified(path, FINEST));
/** Parts as one outline, by the least closing that reaches across the widest gap; null: it is too wide. */
function bridged(parts: Path[]): Path[] | null {
  if (parts.length === 1) return parts;
  for (let reach = widestGap(parts) / 2; reach <= WIDEST_BRIDGE; reach = 1.15 * reach + 0.1) {
    const one = filled(grown(coarser(filled(grown(parts, reach, ROUGH))), -reach, ROUGH));
    if (one.length === 1) return one;
  }
  return null;
}
/** Gaps are measured between points this far apart on outlines, mm. */
const SAMPLES = 1;
/** The widest of the gaps by which all parts hang together, each bridged where it is narrowest. */
function widestGap(parts: readonly Path[]): number {
  const [first, ...others] = parts.map((path) => evenly([...path, path[0]], SAMPLES));
  const gapOf = (a: Path, b: Path) => {
    let least = Infinity;
    for (const p of a) for (const q of b) least = Math.min(least, (p.x - q.x) ** 2 + (p.y - q.y) ** 2);
    return Math.sqrt(least);
  };
  // From the first part on, always over the narrowest gap to one that is not reached yet.
  let left = others.map((path) => ({ path, gap: gapOf(first, path) }));
  let widest = 0;
  while (left.length) {
    const next = left.reduce((best, each) => (each.gap < best.gap ? each : best));
    widest = Math.max(widest, next.gap);
    left = left
      .filter((each) => each !== next)
      .map((each) => ({ ...each, gap: Math.min(each.gap, gapOf(next.path, each.path)) }));
  }
  return widest;
}
/** Bays that a circle of this radius does not reach into are filled; tips stay, or it would come nearer to the stitches. */
const smoothed = (outlines: Path[], radius: number): Path[] =>
  radius ? filled(grown(coarser(filled(grown(outlines, radius, ROUGH))), -radius, ROUGH)) : outlines;
/** Needle points in a row, as lines; where the thread is cut a new one begins. */
function sewnLines({ x, y, kind }: Tape): Path[] {
  const lines: Path[] = [];
  let line: Path = [];
  for (let i = 0; i < kind.length; i++) {
    if (kind[i] === STITCH) line.push({ x: x[i] / 10, y: y[i] / 10 });
    else if (line.length) {
      lines.push(line);
      line = [];
    }
  }
  if (line.length) lines.push(line);
  return lines;
}
/** Stitches are looked at in cells of this size, mm; of a larger tape in larger ones, at most so many a side. */
const FINEST_CELL = 0.3;
const MOST_CELLS = 3000;
/**
 * The pieces of lines that the outside can see: the inside of a fill is most of its stitches, and no part of its outline. What
 * lies within a closed ring of stitches is left out too.
 */
function seenFromOutside(lines: readonly Path[]): Path[] {
  const box = boxOf(lines.flat());
  const cell = Math.max(FINEST_CELL, widthOf(box) / MOST_CELLS, heightOf(box) / MOST_CELLS);
  const [wide, high] = [widthOf(box), heightOf(box)].map((v) => Math.ceil(v / cell) + 3);
  const cellOf = ({ x, y }: Point) =>
    (Math.floor((y - box.minY) / cell) + 1) * wide + Math.floor((x - box.minX) / cell) + 1;
  const [FREE, SEWN, OUTSIDE] = [0, 1, 2];
  const cells = new Uint8Array(wide * high).fill(FREE);
  const cellsOf = (a: Point, b: Point) => {
    const n = Math.max(1, Math.ceil((2 * distance(a, b)) / cell));
    return Array.from({ length: n + 1 }, (_, k) => cellOf(along(a, b, k / n)));
  };
  for (const line of lines)
    for (const [i, p] of line.entries()) for (const c of cellsOf(line[i - 1] ?? p, p)) cells[c] = SEWN;
  const next = [1, -1, wide, -wide];
  const open = [0];
  cells[0] = OUTSIDE;
  for (let c = open.pop(); c !== undefined; c = open.pop())
    for (const step of next) {
      const to = c + step;
      if (to < 0 || to >= cells.length || cells[to] !== FREE) continue;
      cells[to] = OUTSIDE;
      open.push(to);
    }
  const isSeen = (c: number) =>
    [...next, wide + 1, wide - 1, 1 - wide, -1 - wide].some((step) => cells[c + step] === OUTSIDE);
  const seen: Path[] = [];
  for (const line of lines) {
    let piece: Path = [];
    for (const [i, p] of line.entries()) {
      const from = line[i - 1] ?? p;
      if (cellsOf(from, p).some(isSeen)) piece.push(...(piece.length || from === p ? [p] : [from, p]));
      else if (piece.length) {
        seen.push(piece);
        piece = [];
      }
    }
    if (piece.length) seen.push(piece);
  }
  return seen;
}
/** Outer outlines alone. */
const filled = (paths: Path[]): Path[] => {
  const outer = paths.filter((path) => areaOf(path) > 0);
  // One that lies in a hole of another is filled over with it.
  return outer.length > 1 ? united(outer).filter((path) => areaOf(path) > 0) : outer;
};
