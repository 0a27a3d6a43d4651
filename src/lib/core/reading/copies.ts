/** The same thing sewn at several places of one tape: twins side by side, a handful of small ones. */
import { grouped, middleOf, overlaps, shareSpanned, unionOf, type Box } from '../base';
import { besideOf, onceAround, openingIn } from './opening';
import type { NeedlePoints } from './needle';
import type { Copies } from './types';
import { dashedLoop } from './dashes';
import { lineBox, mainLine, type Unread } from './unread';

/** Where the copies lie, before anybody says what their blocks are for. Lengths in mm. */
export interface CopyPlaces extends Omit<Copies, 'first'> {
  /** box of the first copy in each block; none where the block lies round all copies */
  first: (Box | undefined)[];
}

/** A first line is the same when its sides differ by no more than this; a tack-down may lie elsewhere beside it. mm */
const SAME_MM = 0.8;
const NEARLY_MM = 2.5;
/** What spans so much of a copy goes round it. */
const ROUND_ONE = 0.7;
/** What is sewn nearer to each other than this is one thing, mm. */
const APART = 1;
/** One part over nearly all of the design lies round the copies, and is none. */
const ROUND_ALL = 0.9;
/** A copy is made in more than one block; more parts than this are lettering or a pattern. */
const LEAST_BLOCKS = 2;
const MOST_PARTS = 600;

/** What a block sews at one place. */
interface Part {
  block: number;
  box: Box;
}

/** The copies that a tape is made of; null where it is one thing, or several that differ. */
export function copiesOf(points: NeedlePoints, blocks: readonly Unread[], design: Box): CopyPlaces | null {
  const parts: Part[] = [];
  for (const { index } of blocks) {
    parts.push(...partsOf(points, index));
    if (parts.length > MOST_PARTS) return null;
  }
  const alone = parts.filter(
    (p) => shareSpanned(p.box, design) < ROUND_ALL || parts.some((q) => q !== p && q.block === p.block),
  );
  const places = grouped(alone, (a, b) => overlaps(a.box, b.box)).sort(
    // As they are sewn; of those that are sewn together the upper left one first.
    ([a], [b]) => a.block - b.block || b.box.maxY - a.box.maxY || a.box.minX - b.box.minX,
  );
  const [first] = places;
  if (places.length < 2 || new Set(first.map((p) => p.block)).size < LEAST_BLOCKS) return null;
  // Something must be built: one line of the first is sewn again.
  const own = new Set(first.map((p) => p.block));
  if (!first.some(({ block }) => own.has(blocks[block].follows?.index ?? -1))) return null;
  const offsets = places.flatMap((place) => {
    const offset = offsetOf(first, place);
    return offset ? [offset] : [];
  });
  if (offsets.length < places.length) return null;
  const numbers = places.map((place) => [...new Set(place.map((p) => p.block))]);
  const together = numbers.every((list) => list.join() === numbers[0].join());
  // One whole copy after the other, and nothing else.
  const m = numbers[0].length;
  const inTurn = blocks.length === m * places.length && numbers.flat().every((b, i) => b === i);
  if (!together && !inTurn) return null;
  return {
    offsets,
    blocks: numbers,
    inTurn,
    first: blocks.map((_, b) => {
      const boxes = first.filter((p) => p.block === b).map((p) => p.box);
      return boxes.length ? unionOf(boxes) : undefined;
    }),
    extents: unionOf(first.map((p) => p.box)),
  };
}

/** The parts of one block: strands that touch each other. */
function partsOf({ x, y, starts, blocks }: NeedlePoints, block: number): Part[] {
  const { first, end } = blocks[block];
  const strands: Part[] = [];
  for (let i = first; i < end;) {
    if (strands.length > MOST_PARTS) return strands;
    let [minX, maxX, minY, maxY] = [x[i], x[i], y[i], y[i]];
    for (i++; i < end && starts[i] !== 1; i++) {
      if (x[i] < minX) minX = x[i];
      if (x[i] > maxX) maxX = x[i];
      if (y[i] < minY) minY = y[i];
      if (y[i] > maxY) maxY = y[i];
    }
    strands.push({ block, box: { minX: minX / 10, maxX: maxX / 10, minY: minY / 10, maxY: maxY / 10 } });
  }
  return grouped(strands, (a, b) => overlaps(a.box, b.box, APART)).map((group) => ({
    block,
    box: unionOf(group.map((s) => s.box)),
  }));
}

/**
 * How far a place lies from the first one, when the same is sewn there in the same order: its first line is the same, what
 * else goes round it nearly so; what lies within may be turned, or another picture.
 */
function offsetOf(first: readonly Part[], place: readonly Part[]): [number, number] | null {
  if (place.length !== first.length) return null;
  const ordered = (parts: readonly Part[]) => [...parts].sort((a, b) => a.block - b.block);
  const [a, b] = [ordered(first), ordered(place)];
  const whole = unionOf(a.map((p) => p.box));
  const [m, o] = [middleOf(a[0].box), middleOf(b[0].box)];
  const [dx, dy] = [o.x - m.x, o.y - m.y];
  const isSame = (p: Box, q: Box, most: number) =>
    Math.abs(q.minX - p.minX - dx) <= most &&
    Math.abs(q.maxX - p.maxX - dx) <= most &&
    Math.abs(q.minY - p.minY - dy) <= most &&
    Math.abs(q.maxY - p.maxY - dy) <= most;
  const same = a.every(({ box }, i) => {
    if (i === 0) return isSame(box, b[0].box, SAME_MM);
    return shareSpanned(box, whole) < ROUND_ONE || isSame(box, b[i].box, NEARLY_MM);
  });
  return same ? [dx, dy] : null;
}

/** A block of which only the first copy is left, where all copies are sewn together; as it is, when it lies round them. */
export function firstOf(
  block: Unread,
  { first, extents, offsets }: CopyPlaces,
  blocks: readonly Unread[],
): Unread {
  const box = first[block.index];
  if (!box) return block;
  const ownOf = ({ lines }: Unread) => lines.filter((l) => overlaps(lineBox(l), extents));
  const linesOf = (b: Unread) => {
    const own = ownOf(b);
    return { lines: own, dashed: dashedLoop(own) };
  };
  const { lines, dashed } = linesOf(block);
  const followed = block.follows ? mainLine(linesOf(blocks[block.follows.index])) : undefined;
  const before = () =>
    blocks.slice(0, block.index).map((b) => ({ box: first[b.index] ?? b.box, ...linesOf(b) }));
  const opening = openingIn(block, lines, box, (line) => besideOf(line, followed, before()));
  const main = mainLine({ lines, dashed });
  return {
    ...block,
    stitches: Math.round(block.stitches / offsets.length),
    sewnLengthMm: block.sewnLengthMm / offsets.length,
    box,
    lines,
    dashed,
    closed: lines.at(0)?.closed ?? false,
    perimeterMm: main ? onceAround(main, opening) : null,
    openings: opening ? [opening] : [],
  };
}
