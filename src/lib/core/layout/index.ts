/**
 * Layouts: pieces on the stock there is, cut from edge to edge or nested freely; and the cuts in order.
 * In: sizes in mm. Out: placements, mm from the lower left of each sheet. No clock: the caller says how long to go on.
 */
export { solveLayout } from './solve';
export { alikeSheets, placedCount, usedShare } from './summary';
export { cutsOf, type Cut } from './cuts';
export type { Layout, LayoutOptions, LayoutPiece, LayoutSheet, LayoutStock, Placement } from './types';
