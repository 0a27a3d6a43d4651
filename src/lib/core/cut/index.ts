/**
 * Cut sizes with their sums, what is taken beside them, and the needs of several builds gathered by what they are cut
 * from. mm.
 */
export { explainDimension } from './dimension';
export { cornersOf, inFrame } from './frame';
export { madePiece } from './made';
export { cutList, type CutPiece } from './pieces';
export { isHooped, sharedBases } from './shared';
export { formatNotion, notionsOf, orderedNotions, type NotionNeed } from './notions';
export {
  AISLES,
  boughtFor,
  leastSoldMm2,
  purchaseOf,
  purchaseOfBobbins,
  purchaseOfNeedles,
  purchaseOfNotion,
  purchaseOfThread,
  shopStock,
} from './sold';
export {
  asLayoutStock,
  gatherNotions,
  gatherPieces,
  isRoll,
  tooLarge,
  type CutDemand,
  type CutGroup,
  type GroupPiece,
} from './gather';
export { gatherChecklist, type ChecklistLine } from './checklist';
