import { itemAt, middleOf, type Path, type Point } from '../base';
import { hullOf } from '../outline';
import type { SewnOutline } from './item-outline';

/** What all that is sewn reaches to, about the middle of its box. mm */
export function sewnHull({ blocks, extents }: SewnOutline): Path {
  const middle = middleOf(extents);
  const points = blocks.flatMap(({ lines, widthMm }) => {
    const half = (widthMm ?? 0) / 2;
    // Only what is outermost of a line is outermost of what it covers.
    return lines.flatMap((line) => round(hullOf(pointsOf(line.points, middle)), half));
  });
  return points.length > 2 ? hullOf(points) : points;
}
function pointsOf(flat: Float32Array, { x, y }: Point): Path {
  const path: Path = [];
  for (let i = 0; i + 1 < flat.length; i += 2)
    path.push({ x: itemAt(flat, i) - x, y: itemAt(flat, i + 1) - y });
  return path;
}
/** Where what is sewn so wide reaches to round each point. */
const round = (path: Path, half: number): Path =>
  half ? path.flatMap((p) => ROUND.map(([x, y]) => ({ x: p.x + x * half, y: p.y + y * half }))) : path;
const ROUND = Array.from(
  { length: 8 },
  (_, i) => [Math.cos((i * Math.PI) / 4), Math.sin((i * Math.PI) / 4)] as const,
);
