/**
 * Arranging shapes in a hoop by their true outlines: how many fit, and where. mm, y up, the field's middle at 0, 0.
 */
export { isTooMany } from './arrange';
export { apartBy } from './apart';
export { arrange } from './in-field';
export { latticesOf, type TypedLattice } from './lattice';
export { gapForMore } from './more';
export { outlineOf, type ToldOutline } from './outline';
export { turnedBy } from './turns';
export type { ArrangeShape, ArrangeTask, Arrangement, MayTurn } from './types';
