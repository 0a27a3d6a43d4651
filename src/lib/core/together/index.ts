/**
 * Several builds in one hooping: each as it is sewn there, where its items lie and what is in their way, and one tape of all.
 * mm from the middle of the field, y up.
 */
export { NEXT_COMES, planTogether, secondsTogether, type PlannedPart } from './part';
export { clashesOf, type Clash, type LyingItem } from './clashes';
export { piecesAt } from './pieces';
export { freePlace } from './free';
export { againstEachOther, areOnOneBase, hoopedPieces } from './suits';
export { snapped, type Snap } from './snap';
