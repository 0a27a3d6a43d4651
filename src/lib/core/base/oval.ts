import type { Point } from './geometry';

/** The square of how far out a point lies in an oval about 0, 0: 0 in its middle, 1 on its edge. */
export const outInOval = ({ x, y }: Point, width: number, height: number): number =>
  ((2 * x) / width) ** 2 + ((2 * y) / height) ** 2;
/**
 * How far a point lies beyond an oval about 0, 0, along the line from its middle; below 0 it lies inside. Exact of a circle; of
 * an oval half as long again as wide within a tenth of a millimetre of its inset. mm
 */
export function beyondOval(p: Point, width: number, height: number): number {
  if (width <= 0 || height <= 0) return Infinity;
  const out = Math.sqrt(outInOval(p, width, height));
  return out === 0 ? -Math.min(width, height) / 2 : Math.hypot(p.x, p.y) * (1 - 1 / out);
}
