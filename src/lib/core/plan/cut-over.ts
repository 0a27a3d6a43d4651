import { itemAt, placing } from '../base';
import type { Build } from '../build';
import { cutsOf, type OverPositions } from '../hoop';
import type { Reading } from '../reading';
import { STITCH, TapeAssembler, type Tape } from '../tape';
import type { Hoop } from '../workshop';
import { layOn, type CarriedOver, type NewTape } from './replace';

/** A tape whose blocks each go into one position of a long hoop. */
export interface CutTape {
  tape: Tape;
  /** of each of its blocks, the block of the tape before that it is, or is a part of */
  of: number[];
  /** so often no gap was there: two parts must meet at a stitch */
  meets: number;
}
/** What is cut: own blocks of a design by their records, and the middle of the design. mm */
export interface CutTask {
  blocks: readonly { from: number; to: number }[];
  /** those that reach over several positions */
  across: readonly number[];
  middle: { x: number; y: number };
  place: OverPositions['place'];
  hoop: Hoop;
  inset: number;
}

/** Cuts blocks that reach over several positions, with a stop between two parts; every needle point stays where it was. */
export function cutOver(tape: Tape, { blocks, across, middle, place, hoop, inset }: CutTask): CutTape {
  const lie = placing(place);
  const out = new TapeAssembler(tape.label);
  const of: number[] = [];
  let meets = 0;
  blocks.forEach(({ from, to }, block) => {
    // With the stop, and what else lies, between it and the last.
    const before = block ? itemAt(blocks, block - 1).to : 0;
    out.append(tape, before, from);
    of.push(block);
    let start = from;
    if (across.includes(block)) {
      const points: { record: number; y: number; afterGap: boolean }[] = [];
      for (let i = from; i < to; i++) {
        if (tape.kind[i] !== STITCH) continue;
        const [x, y] = [itemAt(tape.x, i) / 10 - middle.x, itemAt(tape.y, i) / 10 - middle.y];
        points.push({ record: i, y: lie(x, y)[1], afterGap: i > from && tape.kind[i - 1] !== STITCH });
      }
      for (const { record, meets: isTight } of cutsOf(points, hoop, inset)) {
        // The way there belongs to what comes; without a gap the thread begins at the stitch before.
        let end = record;
        while (end > start && tape.kind[end - 1] !== STITCH) end--;
        out.append(tape, start, end).stop();
        if (isTight) {
          meets++;
          out.put(itemAt(tape.x, end - 1), itemAt(tape.y, end - 1), STITCH);
        }
        of.push(block);
        start = end;
      }
    }
    out.append(tape, start, to);
  });
  out.append(tape, blocks.at(-1)?.to ?? 0, tape.kind.length);
  return { tape: out.done(), of, meets };
}

/** A build on its cut tape: what its maker has said of a block holds for all of its parts, as does what it was read as. */
export function onCutTape(
  build: Build,
  before: Reading,
  after: Reading,
  of: readonly number[],
  tape: NewTape,
): CarriedOver {
  const became = before.blocks.map((_, old) => of.flatMap((block, now) => (block === old ? [now] : [])));
  const laid = layOn(build, after, tape, became);
  const roles = Object.fromEntries(
    became.flatMap((parts, old) =>
      parts.length > 1
        ? parts.map((now) => [String(now), itemAt(before.blocks, old).role.value] as const)
        : [],
    ),
  );
  return { ...laid, build: { ...laid.build, roles: { ...laid.build.roles, ...roles } } };
}
