import type { Path } from '../base';

/** What a construction line is for, in the words of the roles. */
export const PART_KINDS = [
  'placement',
  'tack',
  'cut-line',
  'cover',
  'final',
  'markers',
  'attach',
  'die-line',
] as const;
/** basting: a closed line through its own points, that holds all layers for a while. lettering: along its own strokes. */
type PartKind = (typeof PART_KINDS)[number] | 'basting' | 'lettering';
/** How a line is sewn. */
export const STITCHES = ['run', 'double-run', 'bean', 'zigzag', 'satin', 'blanket', 'motif'] as const;
export type Stitch = (typeof STITCHES)[number];
export const UNDERLAYS = ['centre', 'edge', 'zigzag'] as const;
export type Underlay = (typeof UNDERLAYS)[number];
export const CORNERS = ['round', 'mitre', 'cap'] as const;
export type Corners = (typeof CORNERS)[number];
export const SIDES = ['bottom', 'top', 'left', 'right'] as const;
export type Side = (typeof SIDES)[number];

/** Where a line is left open, mm along it. */
export type Opening = { lengthMm: number } & ({ side: Side } | { atMm: number });
/** One block: a line with its stitch. mm; what is left out is as usual for its kind. */
export interface Part {
  kind: PartKind;
  stitch?: Stitch;
  widthMm?: number;
  /** between holes on one side, on the longer edge; of blanket and motif from one tooth or figure to the next */
  advanceMm?: number;
  /** of runs */
  stitchMm?: number;
  /** from the line, + outward */
  offsetMm?: number;
  underlay?: readonly Underlay[];
  /** added to the width, half each side */
  pullMm?: number;
  corners?: Corners;
  opening?: Opening;
  /** where markers stand; the corners of a basting line */
  points?: readonly (readonly [number, number])[];
  /** lines that lettering is sewn along, open ones */
  strokes?: readonly Path[];
  /** markers are rings of this diameter; 0: crosses */
  ringMm?: number;
}
/** A part with nothing left out. */
export interface WholePart extends Required<Omit<Part, 'opening'>> {
  opening: Opening | null;
}

/** How each kind is usually sewn. */
const USUAL: Record<PartKind, { stitch: Stitch; offsetMm: number }> = {
  'die-line': { stitch: 'run', offsetMm: 0 },
  placement: { stitch: 'run', offsetMm: 0 },
  tack: { stitch: 'double-run', offsetMm: 0 },
  'cut-line': { stitch: 'run', offsetMm: 0 },
  cover: { stitch: 'satin', offsetMm: 0 },
  final: { stitch: 'bean', offsetMm: 0 },
  markers: { stitch: 'run', offsetMm: 0 },
  // A little smaller, so that it lies on what is sewn on.
  attach: { stitch: 'run', offsetMm: -1.5 },
  basting: { stitch: 'run', offsetMm: 0 },
  lettering: { stitch: 'bean', offsetMm: 0 },
};
/** Usual widths and advances, mm: covers of 4 at 0.4, a blanket tooth every 3. */
const WIDTH: Record<Stitch, number> = {
  run: 0,
  'double-run': 0,
  bean: 0,
  zigzag: 3,
  satin: 4,
  blanket: 4,
  motif: 4,
};
const ADVANCE: Record<Stitch, number> = {
  run: 0,
  'double-run': 0,
  bean: 0,
  zigzag: 1.6,
  satin: 0.4,
  blanket: 3,
  motif: 6,
};
const RUN_STITCH = 2.5;

/** A part with all that was left out. */
export function wholePart(part: Part): WholePart {
  const stitch = part.stitch ?? USUAL[part.kind].stitch;
  const own = Object.fromEntries(Object.entries(part).filter(([, value]) => value !== undefined));
  return {
    stitchMm: RUN_STITCH,
    offsetMm: USUAL[part.kind].offsetMm,
    underlay: stitch === 'satin' ? ['centre'] : [],
    pullMm: 0,
    corners: 'round',
    opening: null,
    points: [],
    ringMm: 0,
    strokes: [],
    widthMm: WIDTH[stitch],
    advanceMm: ADVANCE[stitch],
    ...own,
    kind: part.kind,
    stitch,
  };
}
/** Whether it lies across the line, as wide as it says. */
export const isWide = ({ stitch }: Pick<WholePart, 'stitch'>): boolean => WIDTH[stitch] > 0;
