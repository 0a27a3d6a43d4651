/**
 * stabiliser: hooped or floated to carry stitches. tears, washes: comes off in this way at the end. melts: under an iron.
 * sticks: needs no line to hold it. pile: stitches sink into it. cloth: what an item is made of.
 */
import { keysOf } from '../base';
type MaterialTrait =
  'stabiliser' | 'tears' | 'washes' | 'melts' | 'sticks' | 'pile' | 'cloth' | 'keeps holes';
interface MaterialRow {
  name: string;
  /** until the maker chooses; one a material, so that layers can be told apart */
  colour: string;
  thicknessMm: number;
  sewnMm: number;
  ply: number;
  twoSided: boolean;
  woven: boolean;
  shrinks: boolean;
  seen: boolean;
  traits: readonly MaterialTrait[];
}
/**
 * What pieces are made of. thicknessMm: one layer, lying flat, for the drawing. sewnMm: under the needle, for thread.
 * ply: of the budget of one cut with a rotary cutter. twoSided: it has no right side. woven: threads that pieces follow.
 * shrinks: in its first wash. seen: on the finished item, so that its colour matters. traits: what rules ask for.
 */
export const MATERIALS = {
  cotton: {
    name: 'cotton',
    colour: '#d9b48f',
    thicknessMm: 0.3,
    sewnMm: 0.25,
    ply: 1,
    twoSided: false,
    woven: true,
    shrinks: true,
    seen: true,
    traits: ['cloth'],
  },
  felt: {
    name: 'felt',
    colour: '#b7a69a',
    thicknessMm: 1.2,
    sewnMm: 0.75,
    ply: 2,
    twoSided: false,
    woven: false,
    shrinks: false,
    seen: true,
    traits: ['cloth'],
  },
  vinyl: {
    name: 'vinyl',
    colour: '#8d9aa5',
    thicknessMm: 0.8,
    sewnMm: 0.5,
    ply: 2,
    twoSided: false,
    woven: false,
    shrinks: false,
    seen: true,
    traits: ['cloth', 'melts', 'keeps holes'],
  },
  batting: {
    name: 'batting',
    colour: '#efe9dc',
    thicknessMm: 2.5,
    sewnMm: 0.5,
    ply: 3,
    twoSided: true,
    woven: false,
    shrinks: false,
    seen: false,
    traits: [],
  },
  zip: {
    name: 'coil zip',
    colour: '#7b8794',
    thicknessMm: 1.4,
    sewnMm: 0.6,
    ply: 6,
    twoSided: false,
    woven: false,
    shrinks: false,
    seen: true,
    traits: [],
  },
  film: {
    name: 'heavy film',
    colour: '#cfdfe2',
    thicknessMm: 0.2,
    sewnMm: 0.15,
    ply: 0.5,
    twoSided: false,
    woven: false,
    shrinks: false,
    seen: false,
    traits: ['stabiliser', 'tears', 'washes', 'melts'],
  },
  'tear-away': {
    name: 'tear-away',
    colour: '#e8e4d8',
    thicknessMm: 0.2,
    sewnMm: 0.15,
    ply: 0.5,
    twoSided: false,
    woven: false,
    shrinks: false,
    seen: false,
    traits: ['stabiliser', 'tears'],
  },
  'cut-away': {
    name: 'cut-away',
    colour: '#e0dccf',
    thicknessMm: 0.3,
    sewnMm: 0.2,
    ply: 0.5,
    twoSided: false,
    woven: false,
    shrinks: false,
    seen: false,
    traits: ['stabiliser'],
  },
  sticky: {
    name: 'sticky wash-away',
    colour: '#e7e2cf',
    thicknessMm: 0.25,
    sewnMm: 0.2,
    ply: 0.5,
    twoSided: true,
    woven: false,
    shrinks: false,
    seen: false,
    traits: ['stabiliser', 'tears', 'washes', 'sticks'],
  },
  towelling: {
    name: 'towelling',
    colour: '#e6dccb',
    thicknessMm: 3,
    sewnMm: 1.1,
    ply: 3,
    twoSided: true,
    woven: true,
    shrinks: true,
    seen: true,
    traits: ['cloth', 'pile'],
  },
  topping: {
    name: 'topping film',
    colour: '#dbe6ea',
    thicknessMm: 0.05,
    sewnMm: 0.05,
    ply: 0.5,
    twoSided: true,
    woven: false,
    shrinks: false,
    seen: false,
    traits: ['tears', 'washes', 'melts'],
  },
  mesh: {
    name: 'wash-away mesh',
    colour: '#dfe7e4',
    thicknessMm: 0.2,
    sewnMm: 0.15,
    ply: 0.5,
    twoSided: false,
    woven: false,
    shrinks: false,
    seen: false,
    traits: ['stabiliser', 'tears', 'washes'],
  },
  'fusible-light': {
    name: 'light fusible',
    colour: '#e9e6da',
    thicknessMm: 0.1,
    sewnMm: 0.05,
    ply: 0.5,
    twoSided: false,
    woven: false,
    shrinks: false,
    seen: false,
    traits: [],
  },
  'fusible-heavy': {
    name: 'heavy fusible',
    colour: '#e3ddc8',
    thicknessMm: 0.2,
    sewnMm: 0.1,
    ply: 0.5,
    twoSided: false,
    woven: false,
    shrinks: false,
    seen: false,
    traits: [],
  },
  interfacing: {
    name: 'interfacing',
    colour: '#eceae4',
    thicknessMm: 0.2,
    sewnMm: 0.1,
    ply: 0.5,
    twoSided: false,
    woven: false,
    shrinks: false,
    seen: false,
    traits: [],
  },
} as const satisfies Record<string, MaterialRow>;
/** A kind of material, by its key in the catalogue. */
export type MaterialKind = keyof typeof MATERIALS;
/** Whether materials of a kind have a trait by nature. */
export const hasTrait = (kind: MaterialKind, trait: MaterialTrait): boolean =>
  MATERIALS[kind].traits.some((each) => each === trait);
/** In the order of the catalogue. */
export const MATERIAL_KINDS = keysOf(MATERIALS);

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
/** A caution that may stand at a step, by its key. */
export type CautionKey = keyof typeof CAUTIONS;
