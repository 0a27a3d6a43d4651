import type { Tape } from './types';

/** A design with its left and right changed over, sewn in the same order: x becomes −x. */
export const mirrored = (tape: Tape): Tape => ({ ...tape, x: tape.x.map((x) => -x) });
