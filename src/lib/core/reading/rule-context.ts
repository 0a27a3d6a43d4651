import { boxOf, type Box } from '../base';
import type { Follows } from './follow';
import type { BlockReading, Line, Role } from './types';

/** What rules are written in: what they may look at, and words for it. */
export type Unread = Omit<BlockReading, 'role'>;
/** Roles set by the maker, by block. */
export type RoleOverrides = Readonly<Record<number, Role>>;

/** Everything a rule may look at. */
export interface RoleContext {
  block: Unread;
  all: Unread[];
  follows: Follows;
  design: Box;
  sewnBeside: SewnBeside;
  /** roles given so far: earlier blocks, and those the maker has set */
  known: (Role | undefined)[];
}
/** How much of a line has stitches of a block beside it, 0-1; 0 when any stitch of the block lies further off than the band (mm). */
export type SewnBeside = (block: number, line: Line, bandMm: number) => number;
type Verdict = { value: Role; confidence: number; because: string } | null;
/** Says what a block is for, or nothing. Rules are asked in order. */
export type RoleRule = (c: RoleContext) => Verdict;

/** A verdict. @param confidence 0-1, never quite 1 @param because the evidence, one sentence */
export const verdict = (value: Role, confidence: number, because: string): Verdict => ({
  value,
  confidence: Math.min(0.99, confidence),
  because,
});
/** A share in words. */
export const percent = (share: number) => `${Math.round(share * 100)} %`;
/** A length in words, to a tenth. */
export const mm = (v: number) => v.toFixed(1).replace(/\.0$/, '');
/** Whether a block is sewn as thin lines. */
export const isLine = ({ texture }: Unread) => ['run', 'double-run', 'bean'].includes(texture);
/** Whether a block is a band of stitches across a line. */
export const covers = ({ texture }: Unread) => texture === 'satin' || texture === 'zigzag';

/** Whether a block is one line without bends: its ends lie nearly as far apart as it is long. */
export const isStraight = ({ lines }: Unread) => {
  const [line] = lines;
  if (!line || lines.length > 2) return false;
  const p = line.points;
  const n = p.length;
  return Math.hypot(p[n - 2] - p[0], p[n - 1] - p[1]) / line.lengthMm > 0.985;
};

/** Blocks after this one that run along most of its line. */
export const laterOn = ({ block, all, follows }: RoleContext, along = 0.7) =>
  all.filter((o) => o.index > block.index && follows.share(block.index, o.index) >= along);

/** The box of a line, mm. */
export const lineBox = ({ points }: Line): Box =>
  boxOf(Array.from({ length: points.length / 2 }, (_, i) => ({ x: points[2 * i], y: points[2 * i + 1] })));

/** The line followed is a placement of corners only: all of it is met, but it is not all of the line. */
export const isCorners = ({ block: { follows: f }, known }: RoleContext) =>
  !!f && known[f.index] === 'placement' && f.shareBack > 0.9 && f.share > 0.3;

/** Whether a holds b. @param slack mm by which b may stand out */
export const encloses = (a: Box, b: Box, slack = 2) =>
  a.minX <= b.minX + slack &&
  a.minY <= b.minY + slack &&
  a.maxX >= b.maxX - slack &&
  a.maxY >= b.maxY - slack;

/** One box a little inside another, on every side. */
export function isBeside(p: Box, q: Box): boolean {
  const gaps = [p.minX - q.minX, q.maxX - p.maxX, p.minY - q.minY, q.maxY - p.maxY];
  return gaps.every((g) => g > 0.3 && g < 3.5) || gaps.every((g) => g < -0.3 && g > -3.5);
}
