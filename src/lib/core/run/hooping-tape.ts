import { itemAt, placing } from '../base';
import type { Repeats } from '../hoop';
import { shortestTour } from '../hooping';
import { numbersWith } from '../numbers';
import { stitchBox, TapeAssembler, type Block, type Tape } from '../tape';
import { sewnSteps } from './hooping';
import type { RunRecord } from './record';

/**
 * The tape of a hooping as it is sewn: each needle step in the run's order, what is put in between too, for all items
 * before its stop, each at its place in the hoop, from item to item by the shortest way; between them the thread is trimmed.
 * @param design tape and blocks that the run's steps speak of
 * @returns null: it is not the design that the run was begun with, part of it was typed and has no tape, or the items do
 * not fit the hoop
 */
export function hoopingTape(
  run: Pick<RunRecord, 'score' | 'blocks' | 'items' | 'numbers' | 'repeats' | 'centres'>,
  design: { tape: Tape; blocks: readonly (Block & { stitches: number })[] },
): Tape | null {
  const steps = sewnSteps(run);
  const isOn = (b: number) => {
    const block = design.blocks[b];
    return block !== undefined && block.to > block.from && block.stitches === run.blocks[b]?.stitches;
  };
  if (!steps.length || !steps.every((s) => isOn(s.block))) return null;
  const { tape: own, blocks } = design;
  const placing = placed(own, run);
  if (!placing) return null;
  const trimJumps = numbersWith(run.numbers)['reading.trimJumps'];
  const tape = new TapeAssembler(own.label);
  // Where the hoop hangs lower or higher, the needle goes so much the other way.
  const hung =
    (place: Place, centre: number): Place =>
    (px, py) => {
      const [x, y] = place(px, py);
      return [x, y - 10 * centre];
    };
  const legs = steps.flatMap(({ id, block }) =>
    placing.map((place) => ({ ...itemAt(blocks, block), place: hung(place, run.centres[id] ?? 0) })),
  );
  const at = ({ place }: (typeof legs)[number], record: number) =>
    place(itemAt(own.x, record), itemAt(own.y, record));
  const tour = shortestTour(
    steps.map((_, s) => [placing.map((_, item) => s * placing.length + item)]),
    (from, to) => {
      const start = itemAt(legs, to);
      const [x, y] = at(start, start.from);
      // The machine begins where it stands: at the first item's first stitch.
      if (from === null) return 0;
      const end = itemAt(legs, from);
      const [endX, endY] = at(end, end.to - 1);
      return Math.hypot(x - endX, y - endY);
    },
  );
  tour.forEach((n, k) => {
    const leg = itemAt(legs, n);
    const { from, to, place } = leg;
    const isAtStop = k % placing.length === 0;
    if (!isAtStop) tape.trimTo(...at(leg, from), trimJumps);
    else if (k > 0) tape.stop();
    tape.append(own, from, to, place);
  });
  return tape.done();
}

const ALONE: Repeats = { places: [{ x: 0, y: 0, turnDeg: 0 }] };
type Place = ReturnType<typeof placing>;
/** From a needle point of the design to that of each item, 0.1 mm; the middle of the field is the middle of the design. */
function placed(tape: Tape, { items, repeats }: Pick<RunRecord, 'items' | 'repeats'>): Place[] | null {
  const box = stitchBox(tape);
  // Of an older run of one item the place was not told; it is its own.
  const known = repeats === undefined && items === 1 ? ALONE : repeats;
  if (!box || known?.places.length !== items) return null;
  const [midX, midY] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  return known.places.map(({ x, y, turnDeg }) => {
    const place = placing({ x: 10 * x + midX, y: 10 * y + midY, turnDeg });
    return (px, py) => place(px - midX, py - midY);
  });
}
