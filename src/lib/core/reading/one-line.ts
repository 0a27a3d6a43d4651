import type { Reading } from './types';

/** Less of a line in common is only a meeting of two edges. */
const SAME_LINE = 0.55;

/** The first block of the line that a block keeps to: cover, tack-down and placement of one piece share it. */
function lineOf({ blocks }: Pick<Reading, 'blocks'>, block: number): number {
  const follows = blocks[block]?.follows;
  return follows && follows.share > SAME_LINE ? lineOf({ blocks }, follows.index) : block;
}
/** Whether two blocks are sewn along the same line. */
export const keepToOneLine = (reading: Pick<Reading, 'blocks'>, a: number, b: number): boolean =>
  lineOf(reading, a) === lineOf(reading, b);
