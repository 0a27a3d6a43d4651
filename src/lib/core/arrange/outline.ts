import { areaOf, boxOf, fail, heightOf, ok, widthOf, type Path, type Point, type Result } from '../base';
import { rectangle } from '../outline';

/** How an outline is told: points in either direction, or a rectangle or circle about 0, 0. mm */
export type ToldOutline =
  readonly (readonly [number, number])[] | { widthMm: number; heightMm: number } | { diameterMm: number };

/** Corners of the polygon that stands for a circle, round it. */
const ROUND = 72;
/** Points nearer than this are one, mm. */
const SAME = 1e-6;
/** Less than this is no area, mm². */
const LEAST_AREA = 0.01;

/**
 * An outline as it is arranged: anticlockwise, no point twice. Errors: one that crosses itself, or has no area.
 * @param name for the sentence
 */
export function outlineOf(
  told: ToldOutline,
  name: string,
): Result<{ outline: Path; diameterMm: number | null }> {
  if ('diameterMm' in told) {
    const radius = told.diameterMm / 2 / Math.cos(Math.PI / ROUND);
    const outline = Array.from({ length: ROUND }, (_, i) => ({
      x: radius * Math.cos((2 * Math.PI * i) / ROUND),
      y: radius * Math.sin((2 * Math.PI * i) / ROUND),
    }));
    return ok({ outline, diameterMm: told.diameterMm });
  }
  if ('widthMm' in told)
    return ok({ outline: rectangle({ x: 0, y: 0 }, told.widthMm, told.heightMm), diameterMm: null });
  const path = cleaned(told.map(([x, y]) => ({ x, y })));
  const crossing = path.length < 3 ? null : crossingOf(path);
  if (crossing)
    return fail(
      'crosses-itself',
      `The outline of ${name} crosses itself near ${crossing.x.toFixed(1)}, ${crossing.y.toFixed(1)}; nothing was arranged.`,
      'Send its points in order round the shape.',
    );
  const area = path.length < 3 ? 0 : areaOf(path);
  if (Math.abs(area) < LEAST_AREA)
    return fail(
      'no-area',
      `The outline of ${name} encloses nothing; nothing was arranged.`,
      'Send at least three points that do not lie on one line.',
    );
  return ok({ outline: area < 0 ? path.reverse() : path, diameterMm: null });
}
/** Without points that are there twice in a row, the first one at the end among them. */
const cleaned = (path: Path): Path =>
  path.filter((p, i) => {
    const before = path[(i + path.length - 1) % path.length];
    return Math.hypot(p.x - before.x, p.y - before.y) > SAME;
  });

/** Where two sides of a polygon that are no neighbours meet; null: nowhere. */
function crossingOf(path: Path): Point | null {
  const n = path.length;
  const size = Math.max(widthOf(boxOf(path)), heightOf(boxOf(path)));
  for (let i = 0; i < n; i++)
    for (let k = i + 1; k < n; k++) {
      const [a, b, c, d] = [path[i], path[(i + 1) % n], path[k], path[(k + 1) % n]];
      const isNext = k === i + 1 || (i === 0 && k === n - 1);
      const at = isNext ? foldOf(a, b, c, d, k === i + 1) : meetingOf(a, b, c, d, size);
      if (at) return at;
    }
  return null;
}
const turn = (a: Point, b: Point, c: Point) => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
/** Where two segments share a point. */
function meetingOf(a: Point, b: Point, c: Point, d: Point, size: number): Point | null {
  const none = 1e-12 * size * size;
  const [s, t, u, v] = [turn(a, b, c), turn(a, b, d), turn(c, d, a), turn(c, d, b)];
  const apart = (p: number, q: number) => (p > none && q > none) || (p < -none && q < -none);
  if (apart(s, t) || apart(u, v)) return null;
  const between = (p: number, q: number, r: number, w: number) =>
    Math.max(Math.min(p, q), Math.min(r, w)) <= Math.min(Math.max(p, q), Math.max(r, w)) + SAME;
  if (!between(a.x, b.x, c.x, d.x) || !between(a.y, b.y, c.y, d.y)) return null;
  const share = s === t ? 0 : s / (s - t);
  return { x: c.x + share * (d.x - c.x), y: c.y + share * (d.y - c.y) };
}
/** Where a side goes back over the one before. */
function foldOf(a: Point, b: Point, c: Point, d: Point, isAfter: boolean): Point | null {
  const [from, at, to] = isAfter ? [a, b, d] : [c, d, b];
  const [ux, uy, vx, vy] = [from.x - at.x, from.y - at.y, to.x - at.x, to.y - at.y];
  const cross = ux * vy - uy * vx;
  const isBack = ux * vx + uy * vy > 0 && Math.abs(cross) < 1e-9 * Math.hypot(ux, uy) * Math.hypot(vx, vy);
  return isBack ? at : null;
}
