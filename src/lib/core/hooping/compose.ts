import { distance, fail, itemAt, ok, placing, type Point, type Result } from '../base';
import {
  JUMP,
  MAX_RECORDS,
  sewnRecords,
  STITCH,
  STOP,
  tapeBlocks,
  TapeAssembler,
  type Block,
  type Tape,
} from '../tape';
import { shortestTour } from './tour';
import type { HoopingTape, HoopingTask, Level, Stretch } from './types';

/** A block from its first needle point to its last; and all of it, with the jumps before and after. Records [from, to) */
interface Part {
  whole: Block;
  sewn: Block;
}
/** An item where it lies. */
interface Item {
  tapeId: string;
  tape: Tape;
  parts: Part[];
  /** from the tape's own points to where they lie, 0.1 mm */
  place: ReturnType<typeof placing>;
}
/** What is sewn in one go: blocks [from, to) of an item. */
interface Leg {
  item: number;
  from: number;
  to: number;
}

/**
 * One tape of all items. Every needle point of each is there once, in its tape's own order, within 0.05 mm on each axis; one stop stands
 * between blocks that follow each other, none between the same block of two copies; the order is the one with the least jumps.
 * Fails where a tape holds no stitch, a placement names none of the tapes, or there is more than a tape may hold.
 */
export function composeHooping(task: HoopingTask): Result<HoopingTape> {
  const items: Item[] = [];
  const known = new Map(task.tapes.map(({ id, tape }) => [id, { tapeId: id, tape, parts: partsOf(tape) }]));
  for (const { tapeId, xMm, yMm, turnDeg, mirrored } of task.placements) {
    const found = known.get(tapeId);
    if (!found)
      return fail(
        'no-such-tape',
        `A placement names the tape ${tapeId}, which was not sent.`,
        'Send each tape that is placed, under the id that the placements name.',
      );
    if (!found.parts.length)
      return fail('no-stitches', `The tape ${tapeId} holds no stitch.`, 'Leave it out, or send another.');
    items.push({ ...found, place: placing({ x: 10 * xMm, y: 10 * yMm, turnDeg, mirrored }) });
  }
  const records = items.reduce((sum, { tape }) => sum + tape.kind.length, 0);
  if (records > MAX_RECORDS)
    return fail(
      'too-large',
      `All items together have ${records} stitches, more than a tape may hold; nothing was made.`,
      'Place fewer of them.',
    );
  const legs = legsOf(task, items);
  const order = shortestTour(legs.levels, (from, to) =>
    jumpOf(items, legs.all[from ?? -1], itemAt(legs.all, to)),
  );
  const stretches = order.flatMap((n) => stretchesOf(itemAt(legs.all, n)));
  return ok(joined(task, items, stretches));
}

const partsOf = (tape: Tape): Part[] =>
  tapeBlocks(tape).map((whole) => ({ whole, sewn: sewnRecords(tape, whole) }));

function legsOf({ tapes, order }: HoopingTask, items: Item[]): { all: Leg[]; levels: Level[] } {
  if (order === 'item-by-item') {
    const all = items.map(({ parts }, item) => ({ item, from: 0, to: parts.length }));
    return { all, levels: [[all.map((_, n) => n)]] };
  }
  const all: Leg[] = [];
  const most = Math.max(0, ...items.map(({ parts }) => parts.length));
  const levels = Array.from({ length: most }, (_, block) =>
    tapes.map(({ id }) =>
      items.flatMap(({ tapeId, parts }, item) =>
        tapeId === id && block < parts.length ? [all.push({ item, from: block, to: block + 1 }) - 1] : [],
      ),
    ),
  );
  return { all, levels };
}
const stretchesOf = ({ item, from, to }: Leg): Stretch[] =>
  Array.from({ length: to - from }, (_, k) => ({ item, block: from + k }));

const pointAt = ({ tape, place }: Item, record: number): Point => {
  const [x, y] = place(itemAt(tape.x, record), itemAt(tape.y, record));
  return { x: x / 10, y: y / 10 };
};
/** The way from one leg to another, mm; from the middle of the field where there is none before. */
function jumpOf(items: Item[], from: Leg | undefined, to: Leg): number {
  const next = itemAt(items, to.item);
  const start = itemAt(next.parts, to.from).sewn.from;
  if (!from) return distance({ x: 0, y: 0 }, pointAt(next, start));
  const last = itemAt(items, from.item);
  const end = itemAt(last.parts, from.to - 1).sewn.to - 1;
  if (!follows(from, to)) return distance(pointAt(last, end), pointAt(next, start));
  // By its own jumps.
  let way = 0;
  for (let i = end + 1; i <= start; i++) way += distance(pointAt(next, i - 1), pointAt(next, i));
  return way;
}
/** Whether a leg goes on where the other ended, in the same item. */
const follows = (from: Leg, to: Leg) => from.item === to.item && from.to === to.from;

function joined(task: HoopingTask, items: Item[], stretches: Stretch[]): HoopingTape {
  const [only, ...others] = new Set(items.map(({ tape }) => tape.label));
  const out = new TapeAssembler(only !== undefined && !others.length ? only : 'HOOPING');
  stretches.forEach(({ item, block }, n) => {
    const { tape, parts, place } = itemAt(items, item);
    const { whole, sewn } = itemAt(parts, block);
    const before = stretches[n - 1];
    const after = stretches[n + 1];
    const isOn = (to: Stretch | undefined, by: number) => to?.item === item && to.block === block + by;
    const goesOn = isOn(before, -1);
    const stops = before !== undefined && hasStop(task, items, before, { item, block });
    if (stops) out.stop();
    const [x, y] = place(itemAt(tape.x, sewn.from), itemAt(tape.y, sewn.from));
    const isThere = Math.round(x) === out.at.x && Math.round(y) === out.at.y;
    // Without a stop the thread is cut on the way.
    if (before && !stops) out.trimTo(x, y);
    else if (!goesOn && !isThere) out.trimTo(x, y, 1);
    // From the stop before: where a tape's stop moves the needle, that way is a jump here.
    const from = goesOn ? itemAt(parts, block - 1).whole.to : sewn.from;
    const to = isOn(after, 1) ? whole.to : sewn.to;
    for (let i = from; i < to; i++) {
      const isMoved = tape.x[i] !== tape.x[i - 1] || tape.y[i] !== tape.y[i - 1];
      const kind = tape.kind[i] === STITCH ? STITCH : JUMP;
      if (tape.kind[i] !== STOP || isMoved) out.put(...place(itemAt(tape.x, i), itemAt(tape.y, i)), kind);
    }
  });
  return { tape: out.done(), stretches };
}
/** Whether the machine stops between two stretches that follow each other. */
function hasStop({ stops, threads }: HoopingTask, items: Item[], a: Stretch, b: Stretch): boolean {
  const [first, second] = [itemAt(items, a.item).tapeId, itemAt(items, b.item).tapeId];
  if (a.item === b.item) return true;
  if (first === second && a.block === b.block) return false;
  const name = threads[first]?.[a.block];
  return stops === 'keep' || !name || name !== threads[second]?.[b.block];
}
