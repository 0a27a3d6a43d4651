import type { Point, Path } from '../base';

/** Even-odd test. Apart from the offsets, so that who only asks this does not load their library. */
export function inside(p: Point, polygon: Path): boolean {
  let result = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const a = polygon[i];
    const b = polygon[j];
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) result = !result;
  }
  return result;
}
