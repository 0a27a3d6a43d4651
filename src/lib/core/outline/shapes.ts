import { along, type Path, type Point } from '../base';

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

/** A star or, with both radii equal, a regular polygon of twice the points. */
export const star = (centre: Point, points: number, outer: number, inner: number): Path =>
  Array.from({ length: points * 2 }, (_, i) => {
    const a = Math.PI / 2 + (Math.PI * i) / points;
    const r = i % 2 ? inner : outer;
    return { x: centre.x + r * Math.cos(a), y: centre.y + r * Math.sin(a) };
  });

/** A quadratic curve from a to b, drawn towards `pull`. */
export const curve = (a: Point, pull: Point, b: Point, n = 24): Path =>
  Array.from({ length: n + 1 }, (_, i) => along(along(a, pull, i / n), along(pull, b, i / n), i / n));

/** The point of a cubic curve at t, 0-1. */
export function cubicAt(a: Point, b: Point, c: Point, d: Point, t: number): Point {
  const s = 1 - t;
  const of = (k: 'x' | 'y') =>
    s * s * s * a[k] + 3 * s * s * t * b[k] + 3 * s * t * t * c[k] + t * t * t * d[k];
  return { x: of('x'), y: of('y') };
}

/** A sine wave from a to b: height in mm, number of whole waves. */
export function wave(a: Point, b: Point, height: number, waves: number): Path {
  const n = waves * 16;
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  const normal = { x: -(b.y - a.y) / length, y: (b.x - a.x) / length };
  return Array.from({ length: n + 1 }, (_, i) => {
    const p = along(a, b, i / n);
    const off = height * Math.sin((2 * Math.PI * waves * i) / n);
    return { x: p.x + normal.x * off, y: p.y + normal.y * off };
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

/** Cuts corners off a closed path (Chaikin): each pass halves the sharpness. */
export function soften(polygon: Path, passes = 2): Path {
  let path = polygon;
  for (let pass = 0; pass < passes; pass++)
    path = path.flatMap((p, i) => {
      const next = path[(i + 1) % path.length];
      return [along(p, next, 0.25), along(p, next, 0.75)];
    });
  return path;
}
