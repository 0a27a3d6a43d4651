/**
 * Cut sizes with their sums, and the pieces of several builds gathered by what they are cut from. mm.
 */
export { cutList, explainDimension, type CutPiece } from './pieces';
export {
  amountToBuy,
  asLayoutStock,
  countedPieces,
  gatherPieces,
  shopStock,
  type CutDemand,
  type CutGroup,
} from './gather';
