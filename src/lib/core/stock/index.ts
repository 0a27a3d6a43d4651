/**
 * The shelf: what taking a layout into use does to it, what is worth keeping, movements and how they are taken back, and
 * bases off the rolls. mm.
 */
export {
  applyChanges,
  cutAlready,
  movementSchema,
  reversed,
  type Movement,
  type StockChange,
} from './movement';
export { isUseful, takeLayout, usesOf } from './take';
export { planBases } from './bases';
