import { distance, nearestOn, type Path, type Point } from '../base';
import { inside } from '../outline';

/** By how much two shapes that lie are apart, mm; 0: they touch or share some place. */
export function apartBy(
  a: { path: Path; radius: number | null },
  b: { path: Path; radius: number | null },
): number {
  const radii = (a.radius ?? 0) + (b.radius ?? 0);
  const [p, q] = [a.path, b.path];
  if (p.length > 2 && q.length > 2 && (inside(p[0], q) || inside(q[0], p))) return 0;
  let least = Infinity;
  for (let i = 0, h = p.length - 1; i < p.length; h = i++)
    for (let k = 0, j = q.length - 1; k < q.length; j = k++) {
      if (p.length > 1 && q.length > 1 && cross(p[h], p[i], q[j], q[k])) return 0;
      least = Math.min(
        least,
        distance(p[i], nearestOn(p[i], q[j], q[k])),
        distance(q[k], nearestOn(q[k], p[h], p[i])),
      );
    }
  return Math.max(0, least - radii);
}
function cross(a: Point, b: Point, c: Point, d: Point): boolean {
  const side = (p: Point, q: Point, r: Point) => (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}
