import { along, type Path, type Point } from '../base';

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
