import type { Build, Insertion } from '../build';
import { middleOf, sizeOfBox, unionOf } from '../base';
import { typedReading, type BlockReading, type Line, type Reading } from '../reading';
import type { Design } from '../score';
import { copiesIn, techniqueById } from '../techniques';
import { TapeAssembler, type Tape } from '../tape';

/** Readings (and tapes) of the designs that are sewn in between, by the insertion's id. */
export type InsertedReadings = Readonly<Record<string, Reading | undefined>>;

/** Where an insertion's own origin comes to lie in the design, mm. */
function shiftOf({ dxMm, dyMm }: Insertion, own: Reading, inserted: Reading) {
  const [a, b] = [middleOf(own.extents), middleOf(inserted.extents)];
  return { dx: a.x - b.x + dxMm, dy: a.y - b.y + dyMm };
}

/** The design with its insertions: own blocks keep their numbers, inserted ones follow, moved to their place. mm. */
export function composeDesign(build: Build, own: Reading, readings: InsertedReadings, speed: number): Design {
  const blocks: BlockReading[] = [...own.blocks];
  const inserted: Design['inserted'] = [];
  let from = own.blocks.at(-1)?.to ?? 0;
  for (const insertion of build.insertions) {
    const reading =
      readings[insertion.id] ?? (insertion.typed.length ? typedReading(insertion.typed, null, speed) : null);
    if (!reading) continue;
    const { dx, dy } = shiftOf(insertion, own, reading);
    const first = blocks.length;
    for (const block of reading.blocks) blocks.push(moved(block, first, from, dx, dy));
    inserted.push({ insertion, blocks: reading.blocks.map((b) => first + b.index) });
    from += reading.blocks.at(-1)?.to ?? 0;
  }
  const sewn = blocks.filter((b) => b.lines.length || b.stitches).map((b) => b.box);
  const reading = inserted.length
    ? {
        ...own,
        blocks,
        stitches: blocks.reduce((sum, b) => sum + b.stitches, 0),
        extents: unionOf([own.extents, ...sewn]),
      }
    : own;
  const copies = copiesIn(techniqueById(build.technique), own);
  return {
    own,
    inserted,
    reading,
    copies,
    one: copies
      ? {
          ...reading,
          blocks: [...copies.first, ...blocks.slice(own.blocks.length)],
          extents: copies.extents,
        }
      : reading,
    size: sizeOfBox(reading.extents),
  };
}

function moved(block: BlockReading, first: number, records: number, dx: number, dy: number): BlockReading {
  const line = ({ points, ...rest }: Line): Line => ({
    ...rest,
    points: points.map((v, i) => v + (i % 2 ? dy : dx)),
  });
  return {
    ...block,
    index: first + block.index,
    from: records + block.from,
    to: records + block.to,
    box: {
      minX: block.box.minX + dx,
      minY: block.box.minY + dy,
      maxX: block.box.maxX + dx,
      maxY: block.box.maxY + dy,
    },
    lines: block.lines.map(line),
    dashed: block.dashed && line(block.dashed),
    openings: block.openings.map((o) => ({ ...o, centre: [o.centre[0] + dx, o.centre[1] + dy] })),
    follows: block.follows && { ...block.follows, index: first + block.follows.index },
  };
}

/** The records of a design and then of its insertions, as composeDesign numbers them: for drawing. */
export function composeTape(
  build: Build,
  own: Tape,
  ownReading: Reading,
  inserted: Readonly<Record<string, { tape: Tape; reading: Reading } | undefined>>,
): Tape {
  if (!build.insertions.some(({ id }) => inserted[id])) return own;
  const parts = [{ tape: own, n: ownReading.blocks.at(-1)?.to ?? 0, dx: 0, dy: 0 }];
  for (const insertion of build.insertions) {
    const found = inserted[insertion.id];
    if (!found) continue;
    const { dx, dy } = shiftOf(insertion, ownReading, found.reading);
    parts.push({
      tape: found.tape,
      n: found.reading.blocks.at(-1)?.to ?? 0,
      dx: Math.round(dx * 10),
      dy: Math.round(dy * 10),
    });
  }
  return joined(own.label, parts);
}

/** One tape with the insertions sewn at their place and a stop on either side: for a machine that is given one file. */
export function mergedTape(
  build: Build,
  own: Tape,
  ownReading: Reading,
  inserted: Readonly<Record<string, { tape: Tape; reading: Reading } | undefined>>,
): Tape {
  const parts: Part[] = [];
  let done = 0;
  const end = ownReading.blocks.at(-1)?.to ?? 0;
  for (const insertion of build.insertions.toSorted((a, b) => a.beforeBlock - b.beforeBlock)) {
    const found = inserted[insertion.id];
    if (!found) continue;
    const to = ownReading.blocks[insertion.beforeBlock]?.from ?? end;
    const { dx, dy } = shiftOf(insertion, ownReading, found.reading);
    // The design's own stop before this block stays with it; one more stands behind what was put in.
    if (to > done)
      parts.push({
        tape: own,
        from: done,
        n: to,
        dx: 0,
        dy: 0,
        stop: insertion.beforeBlock >= ownReading.blocks.length,
      });
    parts.push({
      tape: found.tape,
      n: found.reading.blocks.at(-1)?.to ?? 0,
      dx: Math.round(dx * 10),
      dy: Math.round(dy * 10),
      stop: to < end,
    });
    done = to;
  }
  if (done < end) parts.push({ tape: own, from: done, n: end, dx: 0, dy: 0 });
  return joined(own.label, parts);
}

interface Part {
  tape: Tape;
  from?: number;
  n: number;
  dx: number;
  dy: number;
  /** a stop behind it */
  stop?: boolean;
}
function joined(label: string, parts: Part[]): Tape {
  const tape = new TapeAssembler(label);
  for (const { tape: from, from: first = 0, n, dx, dy, stop } of parts) {
    tape.append(from, first, n, (x, y) => [x + dx, y + dy]);
    if (stop) tape.stop();
  }
  return tape.done();
}
