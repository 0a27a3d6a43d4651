import { itemAt, middleOf, type Path, type Point } from '../base';
import { hullOf } from '../outline';
import type { SewnOutline } from './item-outline';

/** What all that is sewn reaches to, about the middle of its box. mm */
export function sewnHull({ blocks, extents }: SewnOutline): Path {
  const middle = middleOf(extents);
  const points = blocks.flatMap(({ lines, widthMm }) => {
    const half = (widthMm ?? 0) / 2;
    return lines.flatMap((line) => pointsOf(line.points, middle, half));
  });
  return points.length > 2 ? hullOf(points) : points;
}
/** Points of a line, and round each where a wide one reaches to. */
function pointsOf(flat: Float32Array, { x, y }: Point, half: number): Path {
  const path: Path = [];
  for (let i = 0; i + 1 < flat.length; i += 2) {
    const [px, py] = [itemAt(flat, i) - x, itemAt(flat, i + 1) - y];
    if (!half) path.push({ x: px, y: py });
    else for (const [sx, sy] of ROUND) path.push({ x: px + sx * half, y: py + sy * half });
  }
  return path;
}
const ROUND = Array.from(
  { length: 8 },
  (_, i) => [Math.cos((i * Math.PI) / 4), Math.sin((i * Math.PI) / 4)] as const,
);
