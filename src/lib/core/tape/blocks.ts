import { STITCH, STOP, type Block, type Tape } from './types';

/** The blocks of a tape: records between stops that hold at least one stitch. Stops with nothing between count once. */
export function tapeBlocks(tape: Tape): Block[] {
  const blocks: Block[] = [];
  let from = 0;
  let sews = false;
  for (let i = 0; i < tape.kind.length; i++) {
    if (tape.kind[i] === STITCH) sews = true;
    else if (tape.kind[i] === STOP) {
      if (sews) blocks.push({ from, to: i });
      from = sews ? i + 1 : from;
      sews = false;
    }
  }
  if (sews) blocks.push({ from, to: tape.kind.length });
  return blocks;
}

/** A block from its first needle point to its last, without the jumps before and after. */
export function sewnRecords({ kind }: Tape, { from, to }: Block): Block {
  while (from < to && kind[from] !== STITCH) from++;
  while (to > from && kind[to - 1] !== STITCH) to--;
  return { from, to };
}
