import { boxOf, grownBox, turnedPath } from '../base';
import type { ArrangeShape, MayTurn, Turned } from './types';

/** Any turn is tried in steps of so many degrees. */
const STEP_DEG = 5;
const rank = (deg: number) => [90, 45, 30, 15, STEP_DEG].findIndex((step) => deg % step === 0);
const DEGREES: Readonly<Record<MayTurn, readonly number[]>> = {
  none: [0],
  half: [0, 180],
  quarter: [0, 90, 180, 270],
  // The plainest first: quarters, eighths, twelfths.
  any: Array.from({ length: 360 / STEP_DEG }, (_, i) => i * STEP_DEG).sort((a, b) => rank(a) - rank(b)),
};
/** A shape turned by so many degrees. */
export function turnedBy(shape: ArrangeShape, deg: number): Turned {
  const path = turnedPath(shape.outline, deg);
  const radius = shape.diameterMm === null ? null : shape.diameterMm / 2;
  const box = radius === null ? boxOf(path) : grownBox(boxOf([{ x: 0, y: 0 }]), radius);
  return { shape, deg, path, radius, box };
}
/** A shape in all its turns; a circle has one. */
export const turnsOf = (shape: ArrangeShape): Turned[] =>
  (shape.diameterMm === null ? DEGREES[shape.mayTurn] : [0]).map((deg) => turnedBy(shape, deg));
