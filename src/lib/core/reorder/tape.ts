import { itemAt } from '../base';
import { sewnRecords, STITCH, TapeAssembler, type Block, type Tape } from '../tape';

/**
 * Sews blocks in another order; each keeps its needle points. Between two groups the machine stops; within one the thread is cut
 * and it goes on by itself. @param groups all blocks, in their new order
 */
export function tapeInOrder(
  tape: Tape,
  blocks: readonly Block[],
  groups: readonly (readonly number[])[],
): Tape {
  const out = new TapeAssembler(tape.label, tape.kind.length + blocks.length);
  groups.forEach((group, g) =>
    group.forEach((block, n) => {
      const { from, to } = sewnRecords(tape, itemAt(blocks, block));
      const [x, y] = [itemAt(tape.x, from), itemAt(tape.y, from)];
      const isThere = out.at.x === x && out.at.y === y;
      if (n > 0) {
        if (!isThere) out.trimTo(x, y);
      } else {
        if (g > 0) out.stop();
        if (!isThere) out.trimTo(x, y, 1);
      }
      out.append(tape, from, to);
    }),
  );
  // Where the arm was left at the end, it is left again.
  const last = tape.kind.length - 1;
  const [x, y] = [itemAt(tape.x, last), itemAt(tape.y, last)];
  if (out.at.x !== x || out.at.y !== y) out.trimTo(x, y, 1);
  return out.done();
}

/** Where blocks of so many needle points each are sewn, one after the other. */
export function sewnAfter(tape: Tape, needlePoints: readonly number[]): Block[] {
  let at = 0;
  return needlePoints.map((count) => {
    while (at < tape.kind.length && tape.kind[at] !== STITCH) at++;
    const from = at;
    for (let n = 0; at < tape.kind.length && n < count; at++) if (tape.kind[at] === STITCH) n++;
    return { from, to: at };
  });
}
