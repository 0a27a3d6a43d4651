import { fail, itemAt, middleOf, ok, placing, type Result } from '../base';
import type { Repeats } from '../hoop';
import { composeHooping, type HoopingTask } from '../hooping';
import { STITCH, STOP, stitchBox, TapeAssembler, type Block, type Tape } from '../tape';

/** A design with the blocks that are sewn, in their order; of each the name of its thread, empty: a thread of its own. */
interface SewnDesign {
  tape: Tape;
  /** centreMm: of a long hoop, how far up the middle of the position is at which it hangs then */
  blocks: readonly (Block & { thread: string; centreMm?: number })[];
}
/** One tape of a hooping, and what its order costs the machine. */
interface OneTape {
  tape: Tape;
  /** halts and changes of thread */
  stops: number;
  /** of the needle without a stitch, mm */
  jumpMm: number;
}
/** A design, and where each of its items lies in the hooping. */
export interface LaidDesign extends Repeats {
  design: SewnDesign;
}
/** In which order a hooping is sewn; of several designs also one whole design after the other, each block by block. */
export interface OneTapeOrder extends Pick<HoopingTask, 'stops'> {
  order: HoopingTask['order'] | 'design-by-design';
}
/**
 * All items of a hooping as one tape for a machine that is given a file; two items that follow each other in one thread without
 * a stop between, if that is wanted. The middle of the field is 0, 0. Fails where a block was typed and has no stitches.
 */
export function oneTape(laid: readonly LaidDesign[], { order, stops }: OneTapeOrder): Result<OneTape> {
  if (!laid.every(({ design }) => design.blocks.every(({ from, to }) => to > from)))
    return fail(
      'no-stitches',
      'Part of this design was typed and has no stitches; no tape was made.',
      'Lay the build onto its tape, or give what is sewn in between a tape of its own.',
    );
  const groups = order === 'design-by-design' ? laid.map((one) => [one]) : [laid];
  const tapes: Tape[] = [];
  for (const group of groups) {
    const made = composed(group, { order: order === 'item-by-item' ? order : 'block-by-block', stops });
    if (!made.ok) return made;
    tapes.push(made.value);
  }
  return ok(measured(tapes.length === 1 ? itemAt(tapes, 0) : joined(tapes)));
}
function composed(laid: readonly LaidDesign[], how: Pick<HoopingTask, 'order' | 'stops'>): Result<Tape> {
  const named = laid.map((one, n) => ({ ...one, id: `design ${n + 1}` }));
  const placements = named.flatMap(({ id, design: { tape }, places }) => {
    const box = stitchBox(tape);
    const middle = box ? middleOf(box) : { x: 0, y: 0 };
    return places.map(({ x, y, turnDeg }) => {
      // Places tell where the middle of the design lies; a tape is turned about its own start.
      const [mx, my] = placing({ x: 0, y: 0, turnDeg })(middle.x / 10, middle.y / 10);
      return { tapeId: id, xMm: x - mx, yMm: y - my, turnDeg, mirrored: false };
    });
  });
  const made = composeHooping({
    tapes: named.map(({ id, design, places }) => ({ id, tape: asSewn(design, places[0]?.turnDeg ?? 0) })),
    placements,
    ...how,
    threads: Object.fromEntries(named.map(({ id, design }) => [id, design.blocks.map((b) => b.thread)])),
  });
  return made.ok ? ok(made.value.tape) : made;
}
/** One after the other, a stop between each two. */
function joined(tapes: readonly Tape[]): Tape {
  const out = new TapeAssembler('HOOPING');
  tapes.forEach((tape, n) => {
    if (n) out.stop().trimTo(itemAt(tape.x, 0), itemAt(tape.y, 0), 1);
    out.append(tape, 0, tape.kind.length);
  });
  return out.done();
}
/**
 * Its blocks alone in their order, a stop between each two; each moved against the way in which its hoop hangs.
 * @param turnDeg of the design in its hoop
 */
function asSewn({ tape, blocks }: SewnDesign, turnDeg: number): Tape {
  const out = new TapeAssembler(tape.label);
  const back = placing({ x: 0, y: 0, turnDeg: -turnDeg });
  blocks.forEach(({ from, to, centreMm = 0 }, n) => {
    const before = blocks[n - 1];
    const [dx, dy] = back(0, -10 * centreMm);
    const hung = (x: number, y: number) => [x + dx, y + dy] as const;
    // On its own tape one record, the stop, lies between two blocks; behind any other a block begins with a jump.
    if (before && from - before.to === 1 && (before.centreMm ?? 0) === centreMm)
      out.append(tape, before.to, from, hung);
    else if (n) out.stop().trimTo(...hung(itemAt(tape.x, from), itemAt(tape.y, from)), 1);
    out.append(tape, from, to, hung);
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
