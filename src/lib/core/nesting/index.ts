/**
 * Layouts: pieces on the stock there is, cut from edge to edge or nested freely; and the cuts in order.
 * In: sizes in mm. Out: placements, mm from the lower left of each sheet. No clock: the caller says how long to go on.
 */
export { solveLayout } from './solve';
export { alikeSheets, placedCount, placedPieces, usedShare } from './summary';
export { cutSheet, type CutPlan, type SheetPart } from './cuts';
export { alternativesOf, compareLayouts, asGiven, type Compared } from './alternatives';
export type { Layout, LayoutPiece, LayoutSheet, LayoutStock } from './types';
