import type { Arrangement } from '$lib/core/arrange';
import type { Box } from '$lib/core/base';
import type { ItemPlace } from '$lib/core/hoop';

/** Where an arrangement has laid its items. mm, degrees */
export const placesOf = ({ placements }: Arrangement): ItemPlace[] =>
  placements.map(({ xMm, yMm, turnDeg }) => ({ x: xMm, y: yMm, turnDeg }));

/** All of them moved, as far as they stay within the field less its inset. mm */
export function movedWithin(
  places: readonly ItemPlace[],
  trace: Box,
  field: { width: number; height: number; inset: number },
  dx: number,
  dy: number,
): ItemPlace[] {
  const [w, h] = [field.width / 2 - field.inset, field.height / 2 - field.inset];
  const x = kept(dx, -w - trace.minX, w - trace.maxX);
  const y = kept(dy, -h - trace.minY, h - trace.maxY);
  return places.map((p) => ({ ...p, x: p.x + x, y: p.y + y }));
}
/** What sticks out already may only be moved inward. */
const kept = (by: number, least: number, most: number): number =>
  Math.max(Math.min(by, Math.max(most, 0)), Math.min(least, 0));
