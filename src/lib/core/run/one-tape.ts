import { fail, itemAt, middleOf, ok, placing, type Result } from '../base';
import type { Repeats } from '../hoop';
import { composeHooping, type HoopingTask } from '../hooping';
import { STITCH, STOP, stitchBox, TapeAssembler, type Block, type Tape } from '../tape';

/** A design with the blocks that are sewn, in their order; of each the name of its thread, empty: a thread of its own. */
export interface SewnDesign {
  tape: Tape;
  blocks: readonly (Block & { thread: string })[];
}
/** One tape of a hooping, and what its order costs the machine. */
interface OneTape {
  tape: Tape;
  /** halts and changes of thread */
  stops: number;
  /** of the needle without a stitch, mm */
  jumpMm: number;
}
/**
 * All items of a hooping as one tape for a machine that is given a file: item by item, or block by block; two items that follow
 * each other in one thread without a stop between, if that is wanted. The middle of the field is 0, 0. Fails where a block was
 * typed and has no stitches.
 */
export function oneTape(
  { tape, blocks }: SewnDesign,
  { places }: Repeats,
  how: Pick<HoopingTask, 'order' | 'stops'>,
): Result<OneTape> {
  if (!blocks.every(({ from, to }) => to > from))
    return fail(
      'no-stitches',
      'Part of this design was typed and has no stitches; no tape was made.',
      'Lay the build onto its tape, or give what is sewn in between a tape of its own.',
    );
  const box = stitchBox(tape);
  const middle = box ? middleOf(box) : { x: 0, y: 0 };
  const id = 'item';
  const placements = places.map(({ x, y, turnDeg }) => {
    // Places tell where the middle of the design lies; a tape is turned about its own start.
    const [mx, my] = placing({ x: 0, y: 0, turnDeg })(middle.x / 10, middle.y / 10);
    return { tapeId: id, xMm: x - mx, yMm: y - my, turnDeg, mirrored: false };
  });
  const tapes = [{ id, tape: asSewn({ tape, blocks }) }];
  const made = composeHooping({ tapes, placements, ...how, threads: { [id]: blocks.map((b) => b.thread) } });
  return made.ok ? ok(measured(made.value.tape)) : made;
}
/** Its blocks alone in their order, a stop between each two. */
function asSewn({ tape, blocks }: SewnDesign): Tape {
  const out = new TapeAssembler(tape.label);
  blocks.forEach(({ from, to }, n) => {
    const end = n ? itemAt(blocks, n - 1).to : from;
    // On its own tape one record, the stop, lies between two blocks; behind any other a block begins with a jump.
    if (from - end === 1) out.append(tape, end, from);
    else if (n) out.stop().trimTo(itemAt(tape.x, from), itemAt(tape.y, from), 1);
    out.append(tape, from, to);
  });
  return out.done();
}
function measured(tape: Tape): OneTape {
  let [stops, jump, x, y] = [0, 0, 0, 0];
  for (let i = 0; i < tape.kind.length; i++) {
    const [nextX, nextY] = [itemAt(tape.x, i), itemAt(tape.y, i)];
    if (tape.kind[i] === STOP) stops++;
    if (tape.kind[i] !== STITCH) jump += Math.hypot(nextX - x, nextY - y);
    [x, y] = [nextX, nextY];
  }
  return { tape, stops, jumpMm: jump / 10 };
}
