import { boxOf, type Box } from '../base';
import type { Follows } from './follow';
import type { BlockReading, Line, Role } from './types';

/** What rules are written in: what they may look at, and words for it. */
export type Unread = Omit<BlockReading, 'role'>;
export type RoleOverrides = Readonly<Record<number, Role>>;

/** Everything a rule may look at. */
export interface Context {
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
export type Rule = (c: Context) => Verdict;

export const say = (value: Role, confidence: number, because: string): Verdict => ({
  value,
  confidence: Math.min(0.99, confidence),
  because,
});
export const percent = (share: number) => `${Math.round(share * 100)} %`;
export const mm = (v: number) => v.toFixed(1).replace(/\.0$/, '');
export const width = (b: Box) => b.maxX - b.minX;
export const height = (b: Box) => b.maxY - b.minY;
export const isLine = ({ texture }: Unread) => ['run', 'double-run', 'bean'].includes(texture);
export const covers = ({ texture }: Unread) => texture === 'satin' || texture === 'zigzag';

export const isStraight = ({ lines }: Unread) => {
  const [line] = lines;
  if (!line || lines.length > 2) return false;
  const p = line.points;
  const n = p.length;
  return Math.hypot(p[n - 2] - p[0], p[n - 1] - p[1]) / line.lengthMm > 0.985;
};

/** Blocks after this one that run along most of its line. */
export const laterOn = ({ block, all, follows }: Context, along = 0.7) =>
  all.filter((o) => o.index > block.index && follows.share(block.index, o.index) >= along);

export const lineBox = ({ points }: Line): Box =>
  boxOf(Array.from({ length: points.length / 2 }, (_, i) => ({ x: points[2 * i], y: points[2 * i + 1] })));

/** The line followed is a placement of corners only: all of it is met, but it is not all of the line. */
export const isCorners = ({ block: { follows: f }, known }: Context) =>
  !!f && known[f.index] === 'placement' && f.shareBack > 0.9 && f.share > 0.3;

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
