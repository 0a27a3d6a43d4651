import { apartBy } from '../arrange';
import { lyingPath, placing, type Lie, type Path, type Point } from '../base';
import type { Thing } from '../build';
import { rectangle } from '../outline';

/** The outline of a thing in the hoop: laid so that a design that comes at a place on it lies there. mm from the middle of the field */
export function thingInHoop({ widthMm, heightMm }: Thing, place: Lie, item: Lie): Path {
  const about = rectangle({ x: -place.x, y: -place.y }, widthMm, heightMm);
  // From the thing to the design, and with the design to where it lies.
  return lyingPath(lyingPath(about, { x: 0, y: 0, turnDeg: -place.turnDeg }), item);
}

/** Where the hoop lies on a thing whose design at a place lies so in it: its middle on the thing, turned so. */
export function hoopOnThing(place: Lie, item: Lie): Lie {
  const turnDeg = place.turnDeg - item.turnDeg;
  const [x, y] = placing({ ...place, turnDeg })(-item.x, -item.y);
  return { x, y, turnDeg };
}

/** A line of the thing's edge within a frame, and whether an end of it is a corner there. */
export interface HoopEdge {
  from: Point;
  to: Point;
  corner: boolean;
}
/** Those edges of a thing that lie within a field: lines to place it by. @param field its sides, about 0, 0 */
export function edgesInHoop(outline: Path, field: { width: number; height: number }): HoopEdge[] {
  return outline.flatMap((to, i): HoopEdge[] => {
    const from = outline.at(i - 1) ?? to;
    const within = clipped(from, to, field.width / 2, field.height / 2);
    if (!within) return [];
    const isEnd = (p: Point) => Math.hypot(p.x - to.x, p.y - to.y) < EXACT;
    return [{ ...within, corner: isEnd(within.to) }];
  });
}
const EXACT = 1e-6;
/** What of a line lies in a box about 0, 0 (Liang and Barsky); null: nothing. */
function clipped(
  a: Point,
  b: Point,
  halfWidth: number,
  halfHeight: number,
): { from: Point; to: Point } | null {
  let [least, most] = [0, 1];
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  for (const [by, room] of [
    [-dx, a.x + halfWidth],
    [dx, halfWidth - a.x],
    [-dy, a.y + halfHeight],
    [dy, halfHeight - a.y],
  ] as const) {
    if (by === 0 && room < 0) return null;
    if (by < 0) least = Math.max(least, room / by);
    if (by > 0) most = Math.min(most, room / by);
  }
  if (least >= most) return null;
  const at = (share: number): Point => ({ x: a.x + share * dx, y: a.y + share * dy });
  return { from: at(least), to: at(most) };
}
/** The first thing that lies, or touches, where another item is sewn, both by their place in the list; null: none does. */
export function clothOver(
  items: readonly { path: Path; cloth: Path }[],
): { cloth: number; item: number } | null {
  for (const [cloth, { cloth: own }] of items.entries())
    for (const [item, { path }] of items.entries())
      if (item !== cloth && apartBy({ path: own, radius: null }, { path, radius: null }) === 0)
        return { cloth, item };
  return null;
}
