import { boxOf, grownBox, type Path } from '../base';
import { transform } from '../outline';
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
const RAD = Math.PI / 180;
/** By quarters exactly: what is drawn level stays level. */
export function turnedPath(path: Path, deg: number): Path {
  if (deg === 0) return path;
  if (deg === 90) return path.map(({ x, y }) => ({ x: -y, y: x }));
  if (deg === 180) return path.map(({ x, y }) => ({ x: -x, y: -y }));
  if (deg === 270) return path.map(({ x, y }) => ({ x: y, y: -x }));
  return transform(path, { turn: deg * RAD });
}
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
