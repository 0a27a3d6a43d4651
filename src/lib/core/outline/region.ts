import { Clipper, EndType, JoinType } from 'clipper2-ts';
import type { Path } from '../base';

/** Clipper works on integers: 1/1000 mm keeps offsets exact to a hundredth of the tape's unit. */
const SCALE = 1000;
const toGrid = (path: Path) =>
  path.map(({ x, y }) => ({ x: Math.round(x * SCALE), y: Math.round(y * SCALE) }));
const fromGrid = (path: { x: number; y: number }[]): Path =>
  path.map(({ x, y }) => ({ x: x / SCALE, y: y / SCALE }));
const JOINS = { round: JoinType.Round, miter: JoinType.Miter } as const;

/** The polygon grown by delta mm (shrunk when negative). May fall into several polygons or none. */
export const offset = (polygon: Path, delta: number, join: keyof typeof JOINS = 'miter'): Path[] =>
  Clipper.inflatePaths([toGrid(polygon)], delta * SCALE, JOINS[join], EndType.Polygon, 4, 20).map(fromGrid);

/** Enclosed, mm²; negative when the polygon runs clockwise. */
export const areaOf = (polygon: Path): number => Clipper.area(toGrid(polygon)) / SCALE ** 2;

/** Where the level line y crosses the polygon, as [left, right] pairs. */
export function spansAt(polygon: Path, y: number): [number, number][] {
  const xs: number[] = [];
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const a = polygon[i];
    const b = polygon[j];
    if (a.y > y !== b.y > y) xs.push(((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x);
  }
  xs.sort((p, q) => p - q);
  const spans: [number, number][] = [];
  for (let i = 0; i + 1 < xs.length; i += 2) spans.push([xs[i], xs[i + 1]]);
  return spans;
}
