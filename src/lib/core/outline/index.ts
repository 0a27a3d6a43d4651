/**
 * Outlines and their stitches from parameters: shapes, offsets, runs, satins, fills, quilting, and the tape made of them.
 * Everything in mm, y up; angles in radians.
 */
export { boxOf, closePath, distance, along, type Box, type Path, type Point, type Random } from './types';
export { arc, circle, curve, rectangle, soften, star, transform, wave } from './shapes';
export { inside, intersect, offset, subtract } from './region';
export { bean, doubleRun, evenly, pathLength, run, satin, twiceAround, zigzag } from './lines';
export { diamonds, meander, tatami } from './areas';
export { TapeMaker } from './tape-maker';
