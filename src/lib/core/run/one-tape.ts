import { middleOf, ok, placing, type Result } from '../base';
import type { Repeats } from '../hoop';
import { composeHooping, type HoopingTask } from '../hooping';
import { STITCH, STOP, stitchBox, type Tape } from '../tape';

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
 * each other in one thread without a stop between, if that is wanted. The middle of the field is 0, 0.
 * @param threads names of the blocks' threads; an empty one is a thread of its own
 */
export function oneTape(
  tape: Tape,
  { places }: Repeats,
  threads: readonly string[],
  { order, stops }: Pick<HoopingTask, 'order' | 'stops'>,
): Result<OneTape> {
  const box = stitchBox(tape);
  const middle = box ? middleOf(box) : { x: 0, y: 0 };
  const id = 'item';
  const placements = places.map(({ x, y, turnDeg }) => {
    // Places tell where the middle of the design lies; a tape is turned about its own start.
    const [mx, my] = placing({ x: 0, y: 0, turnDeg })(middle.x / 10, middle.y / 10);
    return { tapeId: id, xMm: x - mx, yMm: y - my, turnDeg, mirrored: false };
  });
  const made = composeHooping({
    tapes: [{ id, tape }],
    placements,
    order,
    stops,
    threads: { [id]: threads },
  });
  return made.ok ? ok(measured(made.value.tape)) : made;
}
function measured(tape: Tape): OneTape {
  let [stops, jump, x, y] = [0, 0, 0, 0];
  for (let i = 0; i < tape.kind.length; i++) {
    const [nextX, nextY] = [tape.x[i] ?? x, tape.y[i] ?? y];
    if (tape.kind[i] === STOP) stops++;
    if (tape.kind[i] !== STITCH) jump += Math.hypot(nextX - x, nextY - y);
    [x, y] = [nextX, nextY];
  }
  return { tape, stops, jumpMm: jump / 10 };
}
