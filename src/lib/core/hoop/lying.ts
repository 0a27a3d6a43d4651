import type { Arrangement } from '../arrange';
import type { Box } from '../base';
import type { Field, ItemPlace } from './repeats';

/** Where an arrangement has laid its items. */
export const placesOf = ({ placements }: Arrangement): ItemPlace[] =>
  placements.map(({ xMm, yMm, turnDeg }) => ({ x: xMm, y: yMm, turnDeg }));

/** From what lies in a field to its edges, mm; below 0 it reaches beyond. */
interface Clearance {
  left: number;
  right: number;
  above: number;
  below: number;
}
/** @param box from the middle of the field */
export const clearanceOf = (box: Box, { width, height }: Field): Clearance => ({
  left: width / 2 + box.minX,
  right: width / 2 - box.maxX,
  above: height / 2 - box.maxY,
  below: height / 2 + box.minY,
});
/** How far a box comes into the inset that is kept free for the foot, or past it; 0 or less: not at all. mm */
export const intoInset = (box: Box, field: Field): number =>
  field.inset - Math.min(...Object.values(clearanceOf(box, field)));

/** All that lies moved, as far as it stays off the inset; what sticks out already is only moved inward. mm */
export function movedWithin(
  places: readonly ItemPlace[],
  box: Box,
  field: Field,
  { dx, dy }: { dx: number; dy: number },
): ItemPlace[] {
  const { left, right, above, below } = clearanceOf(box, field);
  const x = kept(dx, field.inset - left, right - field.inset);
  const y = kept(dy, field.inset - below, above - field.inset);
  return places.map((p) => ({ ...p, x: p.x + x, y: p.y + y }));
}
const kept = (by: number, least: number, most: number): number =>
  Math.max(Math.min(by, Math.max(most, 0)), Math.min(least, 0));
