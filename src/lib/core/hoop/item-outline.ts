import {
  areaOf,
  distance,
  heightOf,
  middleOf,
  nearestOn,
  widthOf,
  type Box,
  type Path,
  type Point,
} from '../base';
import { grown, hullOf, inside, rectangle, simplified } from '../outline';
import type { BlockReading, Reading } from '../reading';
import { STITCH, type Tape } from '../tape';

/** What an outline is made of. */
export type SewnOutline = Pick<Reading, 'extents'> & {
  blocks: Pick<BlockReading, 'lines' | 'dashed' | 'widthMm'>[];
};

/** A needle point may stand so far outside: a border's stitches are not all as wide as its middle one. mm */
const SPREAD = 0.6;
/** Of more corners it is drawn coarser, and as much wider, mm. */
const MOST_CORNERS = 72;
const FINEST = 0.15;

/**
 * What one item takes of the hoop, about the middle of its design: the outermost line with half its width, where every needle
 * point lies inside it; else the hull of all of them. Without stitches its box, or nothing. mm, anticlockwise
 */
export function itemOutline({ blocks, extents }: SewnOutline, tape: Tape): Path {
  const middle = middleOf(extents);
  const about = ({ x, y }: Point): Point => ({ x: x - middle.x, y: y - middle.y });
  const points = needlePoints(tape).map(about);
  // Of typed stops nothing is known but how large they are, if that.
  if (!points.length)
    return isSomething(extents) ? rectangle({ x: 0, y: 0 }, widthOf(extents), heightOf(extents)) : [];
  const rings = blocks.flatMap(({ lines, dashed, widthMm }) =>
    (dashed ? [dashed] : lines)
      .filter((line) => line.closed && line.points.length >= 6)
      .map((line) => grown([pathOf(line.points).map(about)], (widthMm ?? 0) / 2 + SPREAD / 2))
      .map((grownTo) => largest(grownTo)),
  );
  const outer = rings.length ? largest(rings) : [];
  const holdsAll = outer.length > 2 && points.every((p) => isIn(p, outer));
  return coarse(holdsAll ? outer : hullOf(points));
}
const isSomething = (box: Box) => widthOf(box) > 0 && heightOf(box) > 0;
function needlePoints({ x, y, kind }: Tape): Point[] {
  const points: Point[] = [];
  for (let i = 0; i < kind.length; i++)
    if (kind[i] === STITCH) points.push({ x: (x[i] ?? 0) / 10, y: (y[i] ?? 0) / 10 });
  return points;
}
const pathOf = (points: Float32Array): Path =>
  Array.from({ length: points.length / 2 }, (_, i) => ({ x: points[2 * i] ?? 0, y: points[2 * i + 1] ?? 0 }));
const largest = (paths: readonly Path[]): Path =>
  paths.reduce<Path>((a, b) => (Math.abs(areaOf(b)) > Math.abs(areaOf(a)) ? b : a), []);
const isIn = (p: Point, polygon: Path): boolean =>
  inside(p, polygon) ||
  polygon.some((a, i) => distance(p, nearestOn(p, a, polygon[(i || polygon.length) - 1] ?? a)) <= SPREAD / 2);

/** With few corners: what is cut off is laid on again all round. */
function coarse(outline: Path): Path {
  for (let tolerance = FINEST; ; tolerance *= 1.5) {
    const path = simplified(outline, tolerance);
    if (path.length > MOST_CORNERS && tolerance <= 5) continue;
    const outer = largest(grown([path], tolerance));
    return areaOf(outer) < 0 ? outer.reverse() : outer;
  }
}
