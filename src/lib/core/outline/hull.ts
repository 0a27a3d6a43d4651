import type { Path, Point } from '../base';

/** The smallest convex polygon round points, anticlockwise (Andrew's chain); of fewer than three that differ, those. */
export function hullOf(points: Iterable<Point>): Path {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const chain = (list: Path) => {
    const out: Path = [];
    for (const p of list) {
      while (out.length > 1 && turnsRight(out[out.length - 2], out[out.length - 1], p)) out.pop();
      out.push(p);
    }
    return out.slice(0, -1);
  };
  const hull = [...chain(sorted), ...chain(sorted.reverse())];
  return hull.length ? hull : sorted.slice(0, 1);
}
const turnsRight = (a: Point, b: Point, c: Point) =>
  (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x) <= 0;
