import { areaOf, boxOf, distance, fail, middleOf, ok, type Path, type Point, type Result } from '../base';
import {
  crossingOf,
  inside,
  offset,
  pathLength,
  shared,
  simplified,
  withoutTwins,
  type Join,
} from '../outline';
import { isWide, type Opening, type Side, type WholePart } from './parts';
import { placeOf } from './shape';

/** What the size of a shape is the size of: the border's outer edge, its inner one, or what lies so far outside the line. mm */
export type Meaning = 'finished' | 'inside' | { outsideMm: number };
/** Sides so short that they say nothing of a direction are left out: points within this of the others' line, mm. */
const GRAIN = 0.005;
/** Less than this is no area, mm². */
const LEAST_AREA = 1;
/** Rings that share less do not meet, mm². */
const SLIVER = 0.05;

/**
 * Rings of a region, no point twice: outer ones anticlockwise, holes clockwise, so that the region lies to the left of each; the
 * largest first. Errors say where they cannot be sewn round.
 */
export function soundRings(outlines: readonly Path[]): Result<Path[]> {
  const rings: Path[] = [];
  for (const outline of outlines) {
    const ring = soundRing(outline);
    if (!ring.ok) return ring;
    rings.push(ring.value);
  }
  const meeting = meetingOf(rings);
  if (meeting) return crossing(meeting);
  const turned = rings.map((ring, i) => {
    const depth = rings.filter((other, k) => k !== i && inside(ring[0], other)).length;
    return depth % 2 ? ring.toReversed() : ring;
  });
  return ok(turned.sort((a, b) => Math.abs(areaOf(b)) - Math.abs(areaOf(a))));
}
/** Anticlockwise. */
function soundRing(outline: Path): Result<Path> {
  const path = withoutTwins(outline);
  const crosses = path.length < 3 ? null : crossingOf(path);
  if (crosses) return crossing(crosses);
  const area = path.length < 3 ? 0 : areaOf(path);
  if (Math.abs(area) < LEAST_AREA)
    return fail('no-area', 'The outline encloses nothing; nothing was made.', 'Send a larger shape.');
  return ok(simplified(area < 0 ? path.reverse() : path, GRAIN));
}
const crossing = (at: Point): Result<never> =>
  fail(
    'crosses-itself',
    `The outline crosses itself near ${placeOf(at)}; nothing was made.`,
    'Draw it round the shape once, without a loop.',
  );
/** Where two rings lie partly on each other; null: each is within another, or apart from it. */
function meetingOf(rings: readonly Path[]): Point | null {
  for (const [i, a] of rings.entries())
    for (const b of rings.slice(0, i)) {
      const both = shared(a, b);
      const area = both.reduce((sum, ring) => sum + Math.abs(areaOf(ring)), 0);
      const least = Math.min(Math.abs(areaOf(a)), Math.abs(areaOf(b)));
      if (area > SLIVER && area < least - SLIVER) return middleOf(boxOf(both.flat()));
    }
  return null;
}

/** Half the width that the finished edge lies outside the line. */
function halfOfWidest(parts: readonly WholePart[]): number {
  const widths = parts.filter((p) => (p.kind === 'cover' || p.kind === 'final') && isWide(p));
  return Math.max(0, ...widths.map((p) => p.widthMm)) / 2;
}
/** A corner moved outward stays sharp where the border is mitred, else it is as far from the corner as from the sides. */
export const joinOf = (parts: readonly WholePart[]): Join =>
  parts.some((p) => isWide(p) && p.corners === 'mitre') ? 'miter' : 'round';

/** The rings of the line that all parts follow. Errors: a border too wide for the shape, with where. */
export function lineOf(
  rings: readonly Path[],
  meaning: Meaning,
  parts: readonly WholePart[],
): Result<Path[]> {
  const half = halfOfWidest(parts);
  const outside = meaning === 'finished' ? half : meaning === 'inside' ? -half : meaning.outsideMm;
  return movedRings(rings, -outside, joinOf(parts), 'line');
}
/** Each ring of a region moved outward (+) or inward. Errors: nothing of one is left, or it falls apart; two of them meet. */
export function movedRings(rings: readonly Path[], byMm: number, join: Join, what: string): Result<Path[]> {
  const out: Path[] = [];
  for (const ring of rings) {
    const own = moved(ring, byMm, join, what);
    if (!own.ok) return own;
    out.push(own.value);
  }
  const meeting = byMm ? meetingOf(out) : null;
  if (!meeting) return ok(out);
  return fail(
    'too-near',
    `Moved ${wayOf(byMm)} two outlines meet near ${placeOf(meeting)}; nothing was made.`,
    'Make them lie further apart, or the border narrower.',
  );
}

/** A ring moved away from what it encloses (+; of a hole into it) or inward by so many mm. Errors: nothing of it is left, or it falls apart. */
export function moved(ring: Path, byMm: number, join: Join, what: string): Result<Path> {
  if (!byMm) return ok(ring);
  const isHole = areaOf(ring) < 0;
  const grows = isHole ? -byMm : byMm;
  const around = isHole ? ring.toReversed() : ring;
  const left = offset(around, grows, join).filter((path) => Math.abs(areaOf(path)) > 1e-3);
  if (left.length === 1) {
    const own = simplified(left[0], GRAIN);
    return ok(from(isHole ? own.reverse() : own, ring[0]));
  }
  if (!left.length)
    return fail(
      'too-narrow',
      `Nothing is left of the ${what} near ${placeOf(middleOf(boxOf(ring)))}, moved ${wayOf(byMm)}; nothing was made.`,
      'Make the shape larger, or the border narrower.',
    );
  const neck = nearestOf(left[0], left[1]);
  return fail(
    'too-narrow',
    `Moved ${wayOf(byMm)} the ${what} ${grows < 0 ? 'falls apart' : 'meets itself'} near ${placeOf(neck)}; nothing was made.`,
    'Make the shape wider there, or the border narrower.',
  );
}
const wayOf = (byMm: number) => `${Math.abs(byMm).toFixed(1)} mm ${byMm < 0 ? 'inward' : 'outward'}`;
/** Between two rings where they are nearest. */
function nearestOf(a: Path, b: Path): Point {
  let best = Infinity;
  let at = a[0];
  for (const p of a)
    for (const q of b) {
      const d = distance(p, q);
      if (d < best) [best, at] = [d, { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 }];
    }
  return at;
}
/** The same ring, from the point nearest to another. */
function from(ring: Path, start: Point): Path {
  let first = 0;
  for (let i = 1; i < ring.length; i++)
    if (distance(ring[i], start) < distance(ring[first], start)) first = i;
  return [...ring.slice(first), ...ring.slice(0, first)];
}

/** The place on a closed line nearest to a point: so far along it, mm. */
export function alongOf(line: Path, p: Point): number {
  let best = Infinity;
  let at = 0;
  let before = 0;
  for (let i = 0; i < line.length; i++) {
    const [a, b] = [line[i], line[(i + 1) % line.length]];
    const length = distance(a, b);
    const t = length
      ? Math.max(0, Math.min(1, ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / length ** 2))
      : 0;
    const d = Math.hypot(p.x - a.x - t * (b.x - a.x), p.y - a.y - t * (b.y - a.y));
    if (d < best) [best, at] = [d, before + t * length];
    before += length;
  }
  return at;
}
/** The point so far along a closed line, mm. */
export function pointAt(line: Path, atMm: number): Point {
  const total = lengthOf(line);
  let left = ((atMm % total) + total) % total;
  for (let i = 0; i < line.length; i++) {
    const [a, b] = [line[i], line[(i + 1) % line.length]];
    const length = distance(a, b);
    if (left <= length && length > 0)
      return { x: a.x + ((b.x - a.x) * left) / length, y: a.y + ((b.y - a.y) * left) / length };
    left -= length;
  }
  return line[0];
}
/** Round a closed line, mm. */
export const lengthOf = (line: Path): number => pathLength([...line, line[0]]);
/** A closed line from one place on it to another, anticlockwise, as an open path. mm along it */
export function between(line: Path, fromMm: number, toMm: number): Path {
  const total = lengthOf(line);
  const start = ((fromMm % total) + total) % total;
  const end = start + ((((toMm - fromMm) % total) + total) % total || total);
  const path: Path = [pointAt(line, start)];
  let at = 0;
  for (let turn = 0; turn < 2; turn++)
    for (const [i, p] of line.entries()) {
      if (at > start + 1e-6 && at < end - 1e-6) path.push(p);
      at += distance(p, line[(i + 1) % line.length]);
    }
  path.push(pointAt(line, end));
  return path;
}

/** Where the box's own axis meets the line on a side, mm along it from its first point. */
function sideAt(line: Path, side: Side): number {
  const box = boxOf(line);
  const middle = middleOf(box);
  const isLevel = side === 'left' || side === 'right';
  const [axis, value] = isLevel ? (['y', middle.y] as const) : (['x', middle.x] as const);
  const other = isLevel ? 'x' : 'y';
  const sign = side === 'right' || side === 'top' ? 1 : -1;
  let best = -Infinity;
  let at = 0;
  let before = 0;
  for (let i = 0; i < line.length; i++) {
    const [a, b] = [line[i], line[(i + 1) % line.length]];
    const length = distance(a, b);
    if (Math.min(a[axis], b[axis]) <= value && Math.max(a[axis], b[axis]) >= value) {
      const t = a[axis] === b[axis] ? 0 : (value - a[axis]) / (b[axis] - a[axis]);
      const reach = sign * (a[other] + t * (b[other] - a[other]));
      if (reach > best) [best, at] = [reach, before + t * length];
    }
    before += length;
  }
  return at;
}
/** So far inward from where the box's own axis meets a ring on a side, along that axis; outside when negative. mm */
export function pointInside(ring: Path, side: Side, byMm: number): Point {
  const { x, y } = pointAt(ring, sideAt(ring, side));
  const [dx, dy] = { left: [1, 0], right: [-1, 0], bottom: [0, 1], top: [0, -1] }[side] as [number, number];
  return { x: x + dx * byMm, y: y + dy * byMm };
}
/** Where the middle of an opening lies, mm along a ring from its first point. */
export function middleOfOpening(ring: Path, opening: Opening): number {
  return 'side' in opening ? sideAt(ring, opening.side) : sideAt(ring, 'bottom') + opening.atMm;
}
/** The opening whose middle lies nearest to a point. */
export function openingAt(ring: Path, p: Point, lengthMm: number): { atMm: number; lengthMm: number } {
  const total = lengthOf(ring);
  const at = alongOf(ring, p) - sideAt(ring, 'bottom');
  // The shorter way round, so that a figure near 0 is one near the middle of the lower side.
  return { atMm: at > total / 2 ? at - total : at < -total / 2 ? at + total : at, lengthMm };
}
/** Where the line is sewn when a place on it stays open: from, to, mm along it. Errors: no line is left. */
export function sewnBeside(line: Path, opening: Opening): Result<{ fromMm: number; toMm: number }> {
  const total = lengthOf(line);
  if (opening.lengthMm >= total)
    return fail(
      'opening-too-long',
      `An opening of ${opening.lengthMm} mm is longer than the line of ${total.toFixed(1)} mm; nothing was made.`,
      'Give a shorter one.',
    );
  const middle = middleOfOpening(line, opening);
  return ok({ fromMm: middle + opening.lengthMm / 2, toMm: middle - opening.lengthMm / 2 });
}
