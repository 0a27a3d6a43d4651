import { Clipper, EndType, FillRule, JoinType } from 'clipper2-ts';
import { areaOf, type Path } from '../base';

/** Clipper works on integers: 1/1000 mm keeps offsets exact to a hundredth of the tape's unit. */
const SCALE = 1000;
/** A round corner drawn with chords keeps within this of it, in 1/1000 mm. */
const ARC = 2;
const toGrid = (path: Path) =>
  path.map(({ x, y }) => ({ x: Math.round(x * SCALE), y: Math.round(y * SCALE) }));
const fromGrid = (path: { x: number; y: number }[]): Path =>
  path.map(({ x, y }) => ({ x: x / SCALE, y: y / SCALE }));
const JOINS = { round: JoinType.Round, miter: JoinType.Miter, square: JoinType.Square } as const;
/** How a corner that grows is drawn. */
export type Join = keyof typeof JOINS;

/** The polygon grown by delta mm (shrunk when negative). May fall into several polygons or none. */
export const offset = (polygon: Path, delta: number, join: Join = 'miter'): Path[] =>
  Clipper.inflatePaths([toGrid(polygon)], delta * SCALE, JOINS[join], EndType.Polygon, 4, 20).map(fromGrid);

/** The same round several polygons, their holes and single points, which grow to circles; rounded, within so many mm of it. */
export function grown(shapes: readonly Path[], delta: number, within = ARC / SCALE): Path[] {
  const end = shapes.every((path) => path.length === 1) ? EndType.Round : EndType.Polygon;
  const paths = shapes.map(toGrid);
  return Clipper.inflatePaths(paths, delta * SCALE, JoinType.Round, end, 2, within * SCALE).map(fromGrid);
}
/** What lies within so many mm of lines, and the holes between them: rounded. */
export const roundLines = (lines: readonly Path[], reach: number): Path[] =>
  Clipper.inflatePaths(lines.map(toGrid), reach * SCALE, JoinType.Round, EndType.Round, 2, ARC).map(fromGrid);
/** The polygon with fewer corners, none of which lay further than tolerance mm from it. */
export const simplified = (polygon: Path, tolerance: number): Path =>
  fromGrid(Clipper.simplifyPath(toGrid(polygon), tolerance * SCALE, true));
/** All sums of a point of the one and a point of the other (Minkowski), as far as their outlines reach: holes run clockwise. */
export const sumOf = (a: Path, b: Path): Path[] =>
  Clipper.union(Clipper.minkowskiSum(toGrid(a), toGrid(b), true), FillRule.NonZero).map(fromGrid);
/** All of them as one region: where they lie on each other once. */
export const united = (paths: readonly Path[]): Path[] =>
  Clipper.union(paths.map(toGrid), FillRule.NonZero).map(fromGrid);
/** What the one has without the others. */
export const without = (a: Path, others: readonly Path[]): Path[] =>
  Clipper.difference([toGrid(a)], others.map(toGrid), FillRule.NonZero).map(fromGrid);
/** What both have. */
export const shared = (a: Path, b: Path): Path[] =>
  Clipper.intersect([toGrid(a)], [toGrid(b)], FillRule.NonZero).map(fromGrid);
/** What both have, mm². */
export const sharedArea = (a: Path, b: Path): number =>
  shared(a, b).reduce((sum, path) => sum + Math.abs(areaOf(path)), 0);

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
