/** What pieces are made of. thicknessMm: one layer, lying flat; drawn and used for the stack. */
export const MATERIALS = {
  cotton: { name: 'cotton', thicknessMm: 0.3 },
  felt: { name: 'felt', thicknessMm: 1.2 },
  vinyl: { name: 'vinyl', thicknessMm: 0.8 },
  batting: { name: 'batting', thicknessMm: 2.5 },
  zip: { name: 'coil zip', thicknessMm: 1.4 },
  film: { name: 'heavy film', thicknessMm: 0.2 },
  'tear-away': { name: 'tear-away', thicknessMm: 0.2 },
  'cut-away': { name: 'cut-away', thicknessMm: 0.3 },
  mesh: { name: 'wash-away mesh', thicknessMm: 0.2 },
} as const;
export type MaterialKind = keyof typeof MATERIALS;
export const MATERIAL_KINDS = Object.keys(MATERIALS) as [MaterialKind, ...MaterialKind[]];

/** Short cautions at the step itself. The machine's manual and product-safety law come first. */
export const CAUTIONS = {
  needle: 'Stop the machine before your hands go near the needle.',
  arm: 'Keep clear: the arm moves by itself at start, trace and thread change.',
  scissors: 'Cut away from the hand that holds the work; never snip the tack-down or the base.',
  blade: 'Cut on a mat, away from the hand, and cap the blade at once.',
  spray: 'Spray with fresh air, away from flames and the machine, as the can says.',
  iron: 'A small iron stands away from the machine bed, and is off when you leave.',
  stylus: 'Hold the edge with a stylus, never a finger.',
  magnet: 'Magnetic frames pinch fingers and must stay away from pacemakers.',
  smallParts:
    'Snaps and small parts can choke small children; follow the product-safety law where it is sold.',
  metalZip: 'Coil zips only: metal teeth break the needle.',
} as const;
export type CautionKey = keyof typeof CAUTIONS;
