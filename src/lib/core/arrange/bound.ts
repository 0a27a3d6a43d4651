import { areaOf } from '../base';
import { offset } from '../outline';
import type { ArrangeShape } from './types';
import type { Room } from './rows';

/** What a shape takes with half the gap round it, mm². */
export function areaWithGap({ outline, diameterMm }: ArrangeShape, gapMm: number): number {
  if (diameterMm !== null) return (Math.PI * (diameterMm + gapMm) ** 2) / 4;
  if (gapMm === 0) return Math.abs(areaOf(outline));
  // Drawn with chords, round corners are a little less than they are: never too much.
  return offset(outline, gapMm / 2, 'round').reduce((sum, path) => sum + areaOf(path), 0);
}

/**
 * No way can hold more: each shape with half the gap round it takes its area of the room with half the gap round that.
 */
export function mostThatFit(shapes: readonly ArrangeShape[], gapMm: number, { width, height }: Room): number {
  const room = (width + gapMm) * (height + gapMm);
  const areas = shapes
    .flatMap((s) => Array.from({ length: s.quantity ?? 1 }, () => areaWithGap(s, gapMm)))
    .sort((a, b) => a - b);
  const [shape] = shapes;
  if (shape.quantity === null) {
    const byArea = Math.floor(room / areas[0] + 1e-9);
    if (shape.diameterMm === null) return byArea;
    return Math.min(
      byArea,
      circlesAtMost(shape.diameterMm + gapMm, width - shape.diameterMm, height - shape.diameterMm),
    );
  }
  let sum = 0;
  let n = 0;
  for (const area of areas) {
    sum += area;
    if (sum > room + 1e-6) break;
    n++;
  }
  return n;
}
/**
 * Centres that are D apart lie in a box of a × b: at most 2 a b / (√3 D²) + (a + b) / D + 1 of them (Groemer 1960, Oler 1961:
 * area and half the way round of the box of centres).
 */
function circlesAtMost(apart: number, a: number, b: number): number {
  if (a < 0 || b < 0) return 0;
  const oler = (2 * a * b) / (Math.sqrt(3) * apart * apart) + (a + b) / apart + 1;
  return Math.floor(oler + 1e-9);
}
