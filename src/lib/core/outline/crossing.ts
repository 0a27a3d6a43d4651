import { boxOf, heightOf, widthOf, type Path, type Point } from '../base';

/** Points nearer than this are one, mm. */
const SAME = 1e-6;

/** Without points that are there twice in a row, the first one at the end among them. */
export const withoutTwins = (path: Path): Path =>
  path.filter((p, i) => {
    const before = path[(i + path.length - 1) % path.length];
    return Math.hypot(p.x - before.x, p.y - before.y) > SAME;
  });

/** Where two sides of a polygon that are no neighbours meet, or one goes back over the next; null: nowhere. */
export function crossingOf(path: Path): Point | null {
  const n = path.length;
  const box = boxOf(path);
  const size = Math.max(widthOf(box), heightOf(box));
  const left = (i: number) => Math.min(path[i].x, path[(i + 1) % n].x);
  const right = (i: number) => Math.max(path[i].x, path[(i + 1) % n].x);
  // From left to right: a side is held only against those that begin before it ends.
  const sides = Array.from({ length: n }, (_, i) => i).sort((i, k) => left(i) - left(k));
  for (const [at, first] of sides.entries())
    for (let j = at + 1; j < n && left(sides[j]) <= right(first) + SAME; j++) {
      const [i, k] = first < sides[j] ? [first, sides[j]] : [sides[j], first];
      const [a, b, c, d] = [path[i], path[(i + 1) % n], path[k], path[(k + 1) % n]];
      const isNext = k === i + 1 || (i === 0 && k === n - 1);
      const meets = isNext ? foldOf(a, b, c, d, k === i + 1) : meetingOf(a, b, c, d, size);
      if (meets) return meets;
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
