/**
 * From a shape to its construction stitches: placement, tack-down, cut line, border and opening, each on its place of one line.
 * In: a shape and its parts. Out: a tape, one block a part. mm, y up.
 */
export { makeOutline, type MakerTask } from './make';
export { CORNERS, PART_KINDS, SIDES, STITCHES, UNDERLAYS, type Part } from './parts';
export { SIZED, type Shape } from './shape';
