/**
 * From a shape to its construction stitches: placement, tack-down, cut line, border and opening, each on its place of one line.
 * In: a shape and its parts. Out: a tape, one block a part. mm, y up.
 */
export { makeOutline, sewParts, withDesign, type MakerTask } from './make';
export { sewPart } from './sew';
export {
  between,
  joinOf,
  lengthOf,
  lineOf,
  middleOfOpening,
  movedRings,
  openingAt,
  pointAt,
  pointInside,
  soundRings,
} from './line';
export {
  CORNERS,
  isWide,
  PART_KINDS,
  SIDES,
  STITCHES,
  UNDERLAYS,
  wholePart,
  type Corners,
  type Opening,
  type Part,
  type Side,
  type Stitch,
  type WholePart,
} from './parts';
export { cornersOf, crowdNear, straightestOn, turnWithin } from './meeting';
export { MORE_SIZED, outlinesOf, SIZED, type Shape } from './shape';
export { pathsOf } from './svg-path';
