/** What pieces are made of, and the cautions that stand at a step. */
/**
 * What pieces are made of. thicknessMm: one layer, lying flat, for the drawing. sewnMm: under the needle, for thread.
 * twoSided: it has no right side.
 */
export const MATERIALS = {
  cotton: { name: 'cotton', thicknessMm: 0.3, sewnMm: 0.25, twoSided: false },
  felt: { name: 'felt', thicknessMm: 1.2, sewnMm: 0.75, twoSided: false },
  vinyl: { name: 'vinyl', thicknessMm: 0.8, sewnMm: 0.5, twoSided: false },
  batting: { name: 'batting', thicknessMm: 2.5, sewnMm: 0.5, twoSided: true },
  zip: { name: 'coil zip', thicknessMm: 1.4, sewnMm: 0.6, twoSided: false },
  film: { name: 'heavy film', thicknessMm: 0.2, sewnMm: 0.15, twoSided: false },
  'tear-away': { name: 'tear-away', thicknessMm: 0.2, sewnMm: 0.15, twoSided: false },
  'cut-away': { name: 'cut-away', thicknessMm: 0.3, sewnMm: 0.2, twoSided: false },
  sticky: { name: 'sticky wash-away', thicknessMm: 0.25, sewnMm: 0.2, twoSided: true },
  towelling: { name: 'towelling', thicknessMm: 3, sewnMm: 1.1, twoSided: true },
  topping: { name: 'topping film', thicknessMm: 0.05, sewnMm: 0.05, twoSided: true },
  mesh: { name: 'wash-away mesh', thicknessMm: 0.2, sewnMm: 0.15, twoSided: false },
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
  pins: 'Never sew over a pin: a struck needle breaks and flies.',
  iron: 'A small iron stands away from the machine bed, and is off when you leave.',
  stylus: 'Hold the edge with a stylus, never a finger.',
  magnet: 'Magnetic frames pinch fingers and must stay away from pacemakers.',
  press: 'Heat press and sheet: gloves on, and let it cool before you touch it.',
  seal: 'Fray sealer: fresh air, away from flames, as the bottle says.',
  smallParts:
    'Snaps and small parts can choke small children; follow the product-safety law where it is sold.',
  metalZip: 'Coil zips only: metal teeth break the needle.',
} as const;
export type CautionKey = keyof typeof CAUTIONS;
