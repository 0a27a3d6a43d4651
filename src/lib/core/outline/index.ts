/**
 * Outlines and their stitches from parameters: shapes, offsets, runs, satins, fills, quilting, and the tape made of them.
 * Everything in mm, y up; angles in radians.
 */
export { closePath } from './types';
export { arc, circle, rectangle, transform } from './shapes';
export { cubicAt, curve, star, wave } from './curves';
export { hullOf } from './hull';
export { crossingOf, withoutTwins } from './crossing';
export { inside } from './inside';
export {
  grown,
  offset,
  roundLines,
  shared,
  sharedArea,
  simplified,
  sumOf,
  united,
  without,
  type Join,
} from './region';
export {
  bean,
  blanket,
  doubleRun,
  evenly,
  motifs,
  pathLength,
  run,
  satin,
  twiceAround,
  zigzag,
} from './lines';
export { diamonds, tatami } from './areas';
export { meander } from './stipple';
export { TapeMaker } from './tape-maker';
