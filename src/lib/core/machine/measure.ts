import { itemAt } from '../base';
import { STITCH, STOP, tapeBlocks, type Block, type Tape } from '../tape';
import { speedFactor } from '../time';
import type { MachineSettings } from './types';

const TENTHS = 10;

/** What each record of a tape takes, added up: where the needle is and what is left can be told at once. */
export interface MeasuredTape {
  blocks: Block[];
  /** stitches before each record */
  stitchesBefore: Int32Array;
  /** cycles of the needle, and seconds beside them, before each record */
  cyclesBefore: Float64Array;
  pausesBefore: Float64Array;
}
/** Of a tape without records. */
export const NOTHING: MeasuredTape = {
  blocks: [],
  stitchesBefore: new Int32Array(),
  cyclesBefore: new Float64Array(),
  pausesBefore: new Float64Array(),
};

/**
 * One pass over a tape; the lists have one entry more than it has records. Seconds at set speed 1 are cycles × 60.
 */
export function measureTape(
  tape: Tape,
  { numbers, trimSeconds }: Pick<MachineSettings, 'numbers' | 'trimSeconds'>,
): MeasuredTape {
  const { x, y, kind } = tape;
  const n = kind.length;
  const stitchesBefore = new Int32Array(n + 1);
  const cyclesBefore = new Float64Array(n + 1);
  const pausesBefore = new Float64Array(n + 1);
  let jumps = 0;
  for (let i = 0; i < n; i++) {
    const sews = kind[i] === STITCH;
    const trimmed = sews && jumps >= numbers['reading.trimJumps'];
    stitchesBefore[i + 1] = itemAt(stitchesBefore, i) + (sews ? 1 : 0);
    const cycles = sews
      ? 1 / speedFactor(lengthOf(i, x, y), numbers)
      : kind[i] === STOP
        ? 0
        : 1 / numbers['stitch.jumpSpeed'];
    cyclesBefore[i + 1] = itemAt(cyclesBefore, i) + cycles;
    pausesBefore[i + 1] = itemAt(pausesBefore, i) + (trimmed ? trimSeconds + numbers['stitch.startRamp'] : 0);
    jumps = sews || kind[i] === STOP ? 0 : jumps + 1;
  }
  return { blocks: tapeBlocks(tape), stitchesBefore, cyclesBefore, pausesBefore };
}
/** Of the move to record i, mm. */
export const lengthOf = (i: number, x: Int32Array, y: Int32Array): number =>
  Math.hypot(itemAt(x, i) - (i ? itemAt(x, i - 1) : 0), itemAt(y, i) - (i ? itemAt(y, i - 1) : 0)) / TENTHS;
