import type { Arrangement } from '../arrange';
import { beyondOval, boxOf, type Box, type Path, type Point } from '../base';
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
/** How far an outline comes into the inset that is kept free for the foot, or past it; 0 or less: not at all. mm */
export function intoInset(path: Path, field: Field): number {
  const { width, height, inset, oval } = field;
  if (!oval) return inset - Math.min(...Object.values(clearanceOf(boxOf(path), field)));
  return Math.max(...path.map((p) => beyondOval(p, width - 2 * inset, height - 2 * inset)));
}

/** All that lies moved, as far as it stays off the inset; what sticks out already is only moved inward. mm */
export function movedWithin(
  places: readonly ItemPlace[],
  paths: readonly Path[],
  field: Field,
  by: { dx: number; dy: number },
): ItemPlace[] {
  if (field.oval) return movedInOval(places, paths.flat(), field, by);
  const { dx, dy } = by;
  const box = boxOf(paths.flat());
  const { left, right, above, below } = clearanceOf(box, field);
  const x = kept(dx, field.inset - left, right - field.inset);
  const y = kept(dy, field.inset - below, above - field.inset);
  return places.map((p) => ({ ...p, x: p.x + x, y: p.y + y }));
}
/** Moved by so much of what was asked for as the oval has room for. */
function movedInOval(
  places: readonly ItemPlace[],
  points: Path,
  field: Field,
  { dx, dy }: { dx: number; dy: number },
): ItemPlace[] {
  const moved = <T extends Point>(all: readonly T[], share: number): T[] =>
    all.map((p) => ({ ...p, x: p.x + share * dx, y: p.y + share * dy }));
  const most = Math.max(0, intoInset(points, field)) + 1e-9;
  const goes = (share: number) => intoInset(moved(points, share), field) <= most;
  if (goes(1)) return moved(places, 1);
  let [share, beyond] = [0, 1];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (share + beyond) / 2;
    if (goes(middle)) share = middle;
    else beyond = middle;
  }
  return moved(places, share);
}
const HALVINGS = 20;
const kept = (by: number, least: number, most: number): number =>
  Math.max(Math.min(by, Math.max(most, 0)), Math.min(least, 0));
