import type { Box } from '../base';

/** How a block is sewn, seen from its stitches alone. */
export const TEXTURES = ['run', 'double-run', 'bean', 'zigzag', 'satin', 'fill', 'meander', 'mixed'] as const;
/** One of TEXTURES. */
export type Texture = (typeof TEXTURES)[number];

/** What a block is for. */
export const ROLES = [
  'placement',
  'tack-down',
  'cover',
  'decoration',
  'quilting',
  'seam',
  'final-outline',
  'marker',
  'cut-line',
  'lace-underlay',
  'lace',
] as const;
/** One of ROLES. */
export type Role = (typeof ROLES)[number];

/** Edge of the design at which an opening lies. */
export type DesignEdge = 'left' | 'right' | 'top' | 'bottom';

/** One line of a block, each stretch taken once: x0, y0, x1, y1 … in mm. */
export interface Line {
  points: Float32Array;
  closed: boolean;
  /** once along; for a closed line once around, mm */
  lengthMm: number;
}

/** A gap left in an otherwise closed outline: the place to turn through. */
export interface Opening {
  lengthMm: number;
  side: DesignEdge;
  centre: [number, number];
}

/** How a block keeps to the line of an earlier one. Shares are 0-1 of length within reach. */
export interface Follow {
  index: number;
  share: number;
  shareBack: number;
  distanceMm: number;
}

/** What a block is for, how sure that is, and who says so. */
export interface RoleReading {
  value: Role;
  /** 0-1 */
  confidence: number;
  /** the strongest evidence for it, one sentence */
  because: string;
  /** the strongest evidence that speaks against it */
  against: string | null;
  /** what it would be otherwise; null where the maker has said it */
  runnerUp: { value: Role; confidence: number } | null;
  by: 'reading' | 'maker';
}

/** A tape never tells for certain what is meant: no more than this is said of a role or a technique, 0-1. */
export const MOST_SURE = 0.99;
/** Odds between the best two roles under which it is not said as a fact but asked. */
export const ODDS = 3;
/** Whether a role is a question to the maker. */
export const isQuestion = ({ confidence, runnerUp }: RoleReading): boolean =>
  runnerUp !== null && confidence < ODDS * runnerUp.confidence;

/** What is known of one block. Lengths in mm. */
export interface BlockReading {
  index: number;
  /** records [from, to) of the tape */
  from: number;
  to: number;
  stitches: number;
  jumps: number;
  /** cut by the machine */
  trims: number;
  /** threads left lying from one strand to the next, for hands to snip */
  floats: number;
  sewnLengthMm: number;
  /** stitches by length, LENGTH_BIN_MM a bin; the last bin takes all longer ones */
  lengthBins: number[];
  texture: Texture;
  /** across, for zigzag and satin; of a blanket stitch, its teeth */
  widthMm: number | null;
  /** from one stitch to the next on the same side, for zigzag and satin; of a blanket stitch, from tooth to tooth */
  advanceMm: number | null;
  /** a line with teeth standing off it */
  blanket: boolean;
  /** cut by a cutting needle whose blade stands so, degrees; null: sewn */
  bladeDeg: number | null;
  box: Box;
  closed: boolean;
  /** of the main line once around (an opening counted in); null when it is not a loop */
  perimeterMm: number | null;
  lines: Line[];
  /** the closed line along which it was sewn in dashes; null when it was not */
  dashed: Line | null;
  openings: Opening[];
  follows: Follow | null;
  /** needle points per cm² of the area they touch, on a 2 mm grid */
  densityPerCm2: number;
  role: RoleReading;
  /** typed from a sheet: no stitches to look at, a time from the machine's screen */
  typed: { title: string; seconds: number | null } | null;
}

/** Whether a block is cut by a cutting needle; what the maker says is sewn, is sewn. */
export const isCutByBlade = ({ bladeDeg, role }: BlockReading): boolean =>
  bladeDeg !== null && role.value === 'cut-line';

/** How far a cover reaches beyond the line it hides, at its weakest place on each side. mm. */
export interface CoverReach {
  cover: number;
  over: number;
  outsideMm: number;
  insideMm: number;
  outsideAt: [number, number];
  insideAt: [number, number];
}

/** The same thing sewn several times over in one tape. Lengths in mm. */
export interface Copies {
  /** each copy's middle, from the first's */
  offsets: [number, number][];
  /** of each copy, in order */
  blocks: number[][];
  /** one copy is whole before the next begins; else each block sews all of them */
  inTurn: boolean;
  /** all blocks of the design, with only the first copy in those that sew all; and its box */
  first: BlockReading[];
  extents: Box;
}

/** Share that a technique has of all ways to read a design, 0-1. */
export interface TechniqueShare {
  id: string;
  share: number;
}
/** What is known of a tape. Lengths in mm. */
export interface Reading {
  label: string;
  warnings: string[];
  stitches: number;
  jumps: number;
  trims: number;
  /** halts between blocks */
  stops: number;
  /** needle points only, mm */
  extents: Box;
  blocks: BlockReading[];
  covers: CoverReach[];
  /** null: it is one thing, or several that differ */
  copies: Copies | null;
  /** all techniques, the likeliest first */
  techniques: TechniqueShare[];
}

/** Width of a bin of stitch lengths, mm. */
export const LENGTH_BIN_MM = 0.5;
/** The last bin takes all longer ones. */
export const LENGTH_BINS = 26;
