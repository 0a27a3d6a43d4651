/** A kind of piece to be cut: mm. mayTurn: a quarter, when it has neither nap nor a direction. */
export interface LayoutPiece {
  id: string;
  widthMm: number;
  heightMm: number;
  quantity: number;
  mayTurn: boolean;
}
/** A kind of stock: a sheet, an offcut, or a roll with what is left of it as its height. cost: of one, any currency. */
export interface LayoutStock {
  id: string;
  widthMm: number;
  heightMm: number;
  quantity: number;
  cost?: number;
  /** only the length that is used is taken off */
  roll?: boolean;
}
/** Where a piece lies: lower left corner from the sheet's own, as it lies (sides exchanged when turned). mm */
export interface Placement {
  pieceId: string;
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
  turned: boolean;
}
/** One sheet, or one length off a roll. */
export interface LayoutSheet {
  stockId: string;
  placements: Placement[];
  /** how far up the pieces reach, mm */
  usedHeightMm: number;
}
/** Pieces on stock. Lengths in mm, areas in mm², cost in the stock's currency. */
export interface Layout {
  sheets: LayoutSheet[];
  unplaced: { pieceId: string; quantity: number }[];
  usedAreaMm2: number;
  stockAreaMm2: number;
  /** of all rolls together, mm */
  rollLengthMm: number;
  /** no layout can do with fewer sheets */
  lowerBoundSheets: number;
  cost: number;
}
/** How it is cut, and how long it is worked on. */
export interface LayoutOptions {
  /** rotary cutters and scissors cut from edge to edge; plotters need not */
  edgeToEdge: boolean;
  /** between pieces, mm */
  gapMm: number;
  /** work until this says stop; asked between tries */
  mayContinue: () => boolean;
  /** told whenever a better layout is found */
  onBetter?: (layout: Layout) => void;
  seed: number;
}

/** Inside, lengths are whole hundredths of a millimetre, so that equal sides are equal. */
export const UNIT = 100;
/** One piece to be placed, gap added, in whole units. */
export interface Item {
  piece: number;
  /** its own number among all pieces */
  serial: number;
  w: number;
  h: number;
  turn: boolean;
}
/** A piece that lies: lower left corner and sides as it lies, in whole units. */
export interface Put {
  piece: number;
  serial: number;
  x: number;
  y: number;
  w: number;
  h: number;
  turned: boolean;
}
/** In whole units. */
export interface Rect {
  x: number;
  y: number;
  w: number;
  h: number;
}
/** One opened sheet. */
export interface Bin {
  stock: number;
  w: number;
  h: number;
  puts: Put[];
}
