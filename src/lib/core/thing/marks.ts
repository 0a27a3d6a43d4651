import { apartBy } from '../arrange';
import { lyingPath, type Path, type Point } from '../base';
import type { Thing } from '../build';
import type { ItemPlace } from '../hoop';

/** How far a point lies from each edge of the thing, mm; below 0 it lies beyond. */
interface FromEdges {
  left: number;
  right: number;
  top: number;
  bottom: number;
}
export const fromEdges = ({ widthMm, heightMm }: Thing, { x, y }: Point): FromEdges => ({
  left: widthMm / 2 + x,
  right: widthMm / 2 - x,
  top: heightMm / 2 - y,
  bottom: heightMm / 2 + y,
});
/** By the two edges that are nearest, as a ruler is laid: how far in from which. mm */
export function fromNearest(thing: Thing, p: Point) {
  const { left, right, top, bottom } = fromEdges(thing, p);
  return {
    across: left <= right ? { mm: left, edge: 'left' } : { mm: right, edge: 'right' },
    up: bottom <= top ? { mm: bottom, edge: 'lower edge' } : { mm: top, edge: 'upper edge' },
  };
}
/** The point so far from the left and from the lower edge. mm */
export const atEdges = ({ widthMm, heightMm }: Thing, left: number, bottom: number): Point => ({
  x: left - widthMm / 2,
  y: bottom - heightMm / 2,
});
/** A mark to draw on the thing. */
export interface Mark extends Point {
  /** the middle of the design; an end of its upright axis; a cross at which the next sewing meets this one */
  kind: 'middle' | 'axis' | 'join';
}
/** What is marked for one sewing. */
interface SewingMarks {
  place: ItemPlace;
  /** the design's outline on the thing */
  path: Path;
  /** what of the design lies beyond the thing, by its furthest point, mm; 0: nothing */
  beyondMm: number;
  marks: Mark[];
}

const apart = (a: Path, b: Path) => apartBy({ path: a, radius: null }, { path: b, radius: null });
/** Sewings no farther apart than this go on from each other, mm. */
const NEXT_TO = 40;
/** An axis is drawn so far beyond the design, mm: a ruler has to lie on it. */
const AXIS_BEYOND = 15;

/**
 * What to mark on a thing for each sewing: a cross at the design's middle, its upright axis, and where the next sewing goes on
 * from this one, two crosses on the line between them, as far apart as the design is and beside it.
 * @param outline of the design, about its middle  @param gapMm crosses keep so far off what is sewn
 */
export function marksOf(thing: Thing, outline: Path, gapMm: number): SewingMarks[] {
  const half = Math.max(0, ...outline.map(({ y }) => Math.abs(y)));
  return thing.places.map((place, n) => {
    const path = lyingPath(outline, place);
    const axis = lyingPath(
      [
        { x: 0, y: half + AXIS_BEYOND },
        { x: 0, y: -half - AXIS_BEYOND },
      ],
      place,
    );
    const next = thing.places[n + 1];
    return {
      place,
      path,
      beyondMm: Math.max(0, ...path.map((p) => -Math.min(...Object.values(fromEdges(thing, p))))),
      marks: [
        { kind: 'middle', x: place.x, y: place.y },
        ...axis.map((p): Mark => ({ kind: 'axis', ...p })),
        ...(next && apart(path, lyingPath(outline, next)) <= NEXT_TO
          ? joins(thing, outline, place, next, gapMm)
          : []),
      ],
    };
  });
}
/**
 * Two crosses half-way between two sewings, square to the way from one to the other, one on either side of all that is sewn there;
 * those that the thing has room for.
 */
function joins(thing: Thing, outline: Path, from: ItemPlace, to: ItemPlace, gapMm: number): Mark[] {
  const way = { x: to.x - from.x, y: to.y - from.y };
  const length = Math.hypot(way.x, way.y);
  if (length < 1) return [];
  const side = { x: -way.y / length, y: way.x / length };
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  const across = (p: Point) => (p.x - middle.x) * side.x + (p.y - middle.y) * side.y;
  const reach = [from, to].flatMap((place) => lyingPath(outline, place).map(across));
  const at = (by: number): Point => ({ x: middle.x + by * side.x, y: middle.y + by * side.y });
  return [at(Math.max(...reach) + gapMm), at(Math.min(...reach) - gapMm)]
    .filter((p) => Math.min(...Object.values(fromEdges(thing, p))) >= 0)
    .map((p): Mark => ({ kind: 'join', ...p }));
}
