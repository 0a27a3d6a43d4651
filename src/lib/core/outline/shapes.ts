import type { Path, Point } from '../base';

/** Chord error allowed when a curve becomes points, mm: a tenth of the tape's unit. */
const CHORD_ERROR = 0.01;

/** Points on an arc, both ends included. Radius in mm, angles in radians, counter-clockwise when to > from. */
export function arc(centre: Point, radius: number, from: number, to: number): Path {
  const step = 2 * Math.acos(Math.max(0, 1 - CHORD_ERROR / Math.max(radius, CHORD_ERROR)));
  const n = Math.max(2, Math.ceil(Math.abs(to - from) / step));
  return Array.from({ length: n + 1 }, (_, i) => {
    const a = from + ((to - from) * i) / n;
    return { x: centre.x + radius * Math.cos(a), y: centre.y + radius * Math.sin(a) };
  });
}

/** A circle as a polygon. */
export const circle = (centre: Point, radius: number): Path =>
  arc(centre, radius, 0, 2 * Math.PI).slice(0, -1);

/** A rectangle about a centre as a polygon, with round corners when radius > 0; starts at the lower left, counter-clockwise. */
export function rectangle(centre: Point, width: number, height: number, radius = 0): Path {
  const w = width / 2 - radius;
  const h = height / 2 - radius;
  const corners: [number, number, number][] = [
    [-w, -h, Math.PI],
    [w, -h, 1.5 * Math.PI],
    [w, h, 0],
    [-w, h, 0.5 * Math.PI],
  ];
  return corners.flatMap(([x, y, from]) => {
    const corner = { x: centre.x + x, y: centre.y + y };
    return radius > 0 ? arc(corner, radius, from, from + Math.PI / 2) : [corner];
  });
}

/** Moves, turns (radians, about the origin), scales and mirrors a path: scale, then turn, then move. */
export function transform(
  path: Path,
  {
    dx = 0,
    dy = 0,
    turn = 0,
    scale = 1,
    mirror = false,
  }: { dx?: number; dy?: number; turn?: number; scale?: number; mirror?: boolean },
): Path {
  const cos = Math.cos(turn) * scale;
  const sin = Math.sin(turn) * scale;
  return path.map(({ x, y }) => {
    const mx = mirror ? -x : x;
    return { x: mx * cos - y * sin + dx, y: mx * sin + y * cos + dy };
  });
}
