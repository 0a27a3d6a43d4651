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
/** Between two points, mm. */
export const distance = (a: Point, b: Point): number => Math.hypot(b.x - a.x, b.y - a.y);
/** The point of a straight from a to b that is nearest to p. */
export function nearestOn(p: Point, a: Point, b: Point): Point {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const size = dx * dx + dy * dy;
  const t = size ? Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / size)) : 0;
  return { x: a.x + t * dx, y: a.y + t * dy };
}
/** The point between a (t = 0) and b (t = 1), or beyond them. */
export const along = (a: Point, b: Point, t: number): Point => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
});

/** How a shape lies: mirrored (x to −x), then turned about its own 0, 0, which is then moved to x, y. Degrees anticlockwise */
export interface Lie extends Point {
  turnDeg: number;
  mirrored?: boolean;
}
/** From a shape's own points to where it lies; by quarters exactly: what is drawn level stays level. */
export function placing({ x, y, turnDeg, mirrored }: Lie): (px: number, py: number) => [number, number] {
  const rad = (turnDeg * Math.PI) / 180;
  const exactly = (v: number) => (turnDeg % 90 ? v : Math.round(v));
  const [cos, sin] = [exactly(Math.cos(rad)), exactly(Math.sin(rad))];
  const side = mirrored ? -1 : 1;
  return (px, py) => [x + side * px * cos - py * sin, y + side * px * sin + py * cos];
}
/** A path where its shape lies. */
export function lyingPath(path: Path, lie: Lie): Path {
  const place = placing(lie);
  return path.map((p) => {
    const [x, y] = place(p.x, p.y);
    return { x, y };
  });
}
/** Turned about 0, 0 by degrees anticlockwise. */
export const turnedPath = (path: Path, turnDeg: number): Path => lyingPath(path, { x: 0, y: 0, turnDeg });
/** Enclosed by a polygon, mm²; negative when it runs clockwise. */
export function areaOf(polygon: Path): number {
  let twice = 0;
  let before = polygon.at(-1);
  for (const p of polygon) {
    if (before) twice += before.x * p.y - p.x * before.y;
    before = p;
  }
  return twice / 2;
}

/** An upright rectangle in mm, y up. Its ends are infinite where nothing is in it. */
export interface Box {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}
/** The smallest box round points; of none it is empty (min above max). */
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
/** mm */
export const widthOf = (b: Box): number => b.maxX - b.minX;
/** mm */
export const heightOf = (b: Box): number => b.maxY - b.minY;
/** mm */
export const sizeOfBox = (b: Box): { width: number; height: number } => ({
  width: widthOf(b),
  height: heightOf(b),
});
/** The centre of a box. */
export const middleOf = (b: Box): Point => ({ x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 });
/** The box round boxes. */
export const unionOf = (boxes: readonly Box[]): Box => ({
  minX: Math.min(...boxes.map((b) => b.minX)),
  minY: Math.min(...boxes.map((b) => b.minY)),
  maxX: Math.max(...boxes.map((b) => b.maxX)),
  maxY: Math.max(...boxes.map((b) => b.maxY)),
});
/** Larger by x on the left and right, by y below and above. */
export const grownBox = (b: Box, x: number, y = x): Box => ({
  minX: b.minX - x,
  minY: b.minY - y,
  maxX: b.maxX + x,
  maxY: b.maxY + y,
});
/** Whether two boxes share some place, or lie within a distance of each other. */
export const overlaps = (a: Box, b: Box, within = 0): boolean =>
  a.minX < b.maxX + within &&
  b.minX < a.maxX + within &&
  a.minY < b.maxY + within &&
  b.minY < a.maxY + within;
/** How much of the whole a box spans, 0-1, the smaller way. */
export const shareSpanned = (b: Box, whole: Box): number =>
  Math.min(widthOf(b) / Math.max(1e-6, widthOf(whole)), heightOf(b) / Math.max(1e-6, heightOf(whole)));
