import { heightOf, itemAt, widthOf, type Box, type Path } from '../base';
import type { BlockReading, Line, TechniqueShare } from './types';

/** What is known of a block from its own stitches and lines. */
export type Unread = Omit<BlockReading, 'role'>;
/** One copy of a design, as it is decoded. mm */
export interface OneCopy {
  blocks: readonly Unread[];
  /** of the design */
  extents: Box;
  /** there are more copies in the tape */
  hasCopies: boolean;
}
/** What is decoded for one copy of a design: its blocks together, and the techniques with them. */
interface Decoded {
  /** block × role, 0-1 */
  odds: number[][];
  /** the likeliest first */
  techniques: TechniqueShare[];
  /** what the likeliest is called; null: no pattern */
  pattern: string | null;
}
/** Decodes roles and technique together. @param odds block × role, by the blocks' own stitches, 0-1 */
export type Decode = (design: OneCopy, odds: readonly (readonly number[])[]) => Decoded;
/** How much of a line has stitches of a block beside it, 0-1; 0 when any stitch of the block lies further off than the band (mm). */
export type SewnBeside = (block: number, line: Line, bandMm: number) => number;

/** A length in words, to a tenth. */
export const mm = (v: number) => v.toFixed(1).replace(/\.0$/, '');
/** Whether a block is sewn as thin lines. */
export const isLine = ({ texture }: Pick<Unread, 'texture'>) =>
  ['run', 'double-run', 'bean'].includes(texture);
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

/** Share of its line by which its ends lie apart at least when it leaves out a side. */
const SIDE_OUT = 0.12;
/** One line that goes along some sides of something and leaves one out: no loop, no straight line, no loop with an opening. */
export const leavesSideOut = (block: Unread): boolean => {
  const { lines, box, openings } = block;
  const [main] = lines;
  if (!main || main.closed || openings.length || !(isLine(block) || covers(block))) return false;
  if (isLine(block) && isStraight(block)) return false;
  const all = lines.reduce((sum, l) => sum + l.lengthMm, 0);
  const p = main.points;
  const gap = Math.hypot(p[0] - p[p.length - 2], p[1] - p[p.length - 1]);
  const around = 2 * (widthOf(box) + heightOf(box));
  return main.lengthMm > 0.8 * all && gap > SIDE_OUT * main.lengthMm && all < 1.2 * Math.max(1, around);
};

/** The line of a block that says where it goes: that of its dashes, or the longest. */
export const mainLine = ({ lines, dashed }: Pick<BlockReading, 'lines' | 'dashed'>): Line | undefined =>
  dashed ?? lines.at(0);
/** The points of a line, mm. */
export const linePath = ({ points }: Line): Path =>
  Array.from({ length: points.length / 2 }, (_, i) => ({
    x: itemAt(points, 2 * i),
    y: itemAt(points, 2 * i + 1),
  }));
/** The box of a line, mm. */
export function lineBox({ points }: Line): Box {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (let i = 0; i < points.length; i += 2) {
    box.minX = Math.min(box.minX, points[i]);
    box.maxX = Math.max(box.maxX, points[i]);
    box.minY = Math.min(box.minY, points[i + 1]);
    box.maxY = Math.max(box.maxY, points[i + 1]);
  }
  return box;
}

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
