/**
 * From a recipe and a shape to what is sewn: each line on its place, each hooping a tape with its blocks known, what covers
 * what by how much, and what a maker should mind. mm, y up.
 */
export { drawDraft, sewnBox, type DrawnHooping, type Drawing } from './draw';
export type { Advice } from './advise';
export { buildOf, rolesOf } from './build';
export { edgeSection } from './edge';
export { edgeCovered } from './measure';
export {
  changeSchema,
  draftSchema,
  newDraft,
  recipeOf,
  rowsOf,
  SHAPES,
  stopsOf,
  writtenIn,
  type Draft,
  type DraftRow,
  type DraftShape,
  type RowChange,
  type Written,
} from './draft';
export { workOut, type DraftTask, type WorkedOut } from './work-out';
export { CLOTHS, recipeById, RECIPES, type RecipeId } from './recipes';
