import { readBlocks, type Reading, type ReadOptions } from '../reading';
import type { Tape } from '../tape';
import { decode } from './decode';

/** Reads the blocks of a tape: what each one is, which line it follows, what it is for, and how the whole is made. */
export const readDesign = (tape: Tape, options: ReadOptions): Reading => readBlocks(tape, options, decode);
