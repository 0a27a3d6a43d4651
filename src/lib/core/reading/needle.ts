import type { Box } from '../base';
import { JUMP, STITCH, tapeBlocks, type Tape } from '../tape';

/** The needle points of one block: a range of the shared point arrays, and what lay between them. */
export interface NeedleBlock {
  from: number;
  to: number;
  /** first and one past the last needle point */
  first: number;
  end: number;
  jumps: number;
  trims: number;
  /** threads that lie uncut from one strand to the next */
  floats: number;
}
/** Needle points of the tape, 0.1 mm, jumps taken out. starts[i] = 1 where a new strand begins. */
export interface NeedlePoints {
  x: Int32Array;
  y: Int32Array;
  starts: Uint8Array;
  blocks: NeedleBlock[];
  /** round all needle points, 0.1 mm */
  box: Box;
}

/** A thread shorter than this is sewn over or lies flat: nobody snips it, 0.1 mm. */
const SHORT_FLOAT = 30;
/** A stitch that was split into equal moves has parts of at least this size on its long axis, 0.1 mm. */
const SPLIT_PART = 58;

/**
 * Takes the jumps out of a tape. A strand ends at a jump, except where one or two jumps are the equal parts
 * of a stitch too long for one record.
 */
export function needlePoints(tape: Tape, trimJumps: number): NeedlePoints {
  const { x: tx, y: ty, kind } = tape;
  const x = new Int32Array(kind.length);
  const y = new Int32Array(kind.length);
  const starts = new Uint8Array(kind.length);
  const blocks: NeedleBlock[] = [];
  let n = 0;
  let minX = Infinity;
  let minY = Infinity;
  let maxX = -Infinity;
  let maxY = -Infinity;
  for (const { from, to } of tapeBlocks(tape)) {
    const first = n;
    let [jumps, trims, floats, inRow] = [0, 0, 0, 0];
    for (let i = from; i < to; i++) {
      if (kind[i] === STITCH) {
        if (n === first) starts[n] = 1;
        else if (inRow > 0) {
          // Jumps on the way to the first stitch cut nothing: the thread was cut at the stop.
          if (inRow >= trimJumps) trims++;
          if (!isSplitStitch(tx, ty, i, inRow, trimJumps)) {
            starts[n] = 1;
            if (inRow < trimJumps && Math.hypot(tx[i] - x[n - 1], ty[i] - y[n - 1]) > SHORT_FLOAT) floats++;
          }
        }
        inRow = 0;
        const px = (x[n] = tx[i]);
        const py = (y[n++] = ty[i]);
        if (px < minX) minX = px;
        if (px > maxX) maxX = px;
        if (py < minY) minY = py;
        if (py > maxY) maxY = py;
      } else if (kind[i] === JUMP) {
        jumps++;
        inRow++;
      }
    }
    blocks.push({ from, to, first, end: n, jumps, trims, floats });
  }
  return { x, y, starts, blocks, box: { minX, minY, maxX, maxY } };
}

/** Whether the jumps before record i are equal parts of the one stitch that ends at i. */
function isSplitStitch(x: Int32Array, y: Int32Array, i: number, jumps: number, trimJumps: number): boolean {
  if (jumps >= trimJumps) return false;
  const dx = x[i] - x[i - 1];
  const dy = y[i] - y[i - 1];
  if (Math.max(Math.abs(dx), Math.abs(dy)) < SPLIT_PART) return false;
  for (let k = i - jumps; k < i; k++) {
    const jx = x[k] - (k ? x[k - 1] : 0);
    const jy = y[k] - (k ? y[k - 1] : 0);
    if (Math.abs(jx - dx) > 1 || Math.abs(jy - dy) > 1) return false;
  }
  return true;
}
