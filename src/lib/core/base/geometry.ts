/**
 * Points, paths and boxes: the shapes that outlines, reading and cutting share. mm, y up.
 */

/** A point in mm, y up. */
export interface Point {
  x: number;
  y: number;
}
/** Points in order, mm. A polygon is a path that is understood to return to its first point. */
export type Path = Point[];
export const distance = (a: Point, b: Point): number => Math.hypot(b.x - a.x, b.y - a.y);
export const along = (a: Point, b: Point, t: number): Point => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t }); // prettier-ignore

export interface Box {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}
export const boxOf = (points: Iterable<Point>): Box => {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const { x, y } of points) {
    box.minX = Math.min(box.minX, x);
    box.minY = Math.min(box.minY, y);
    box.maxX = Math.max(box.maxX, x);
    box.maxY = Math.max(box.maxY, y);
  }
  return box;
};
