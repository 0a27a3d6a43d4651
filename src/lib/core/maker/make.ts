import { fail, ok, type Path, type Result } from '../base';
import { TapeMaker } from '../outline';
import { splitLongMoves, STOP, TapeAssembler, tapeBlocks, type Tape } from '../tape';
import { lineOf, soundRings, type Meaning } from './line';
import { wholePart, type Part, type WholePart } from './parts';
import { sewPart } from './sew';
import { outlinesOf, type Shape } from './shape';

/** What is made: a shape, what its size means, and its parts in the order of their stops. */
export interface MakerTask {
  label: string;
  shape: Shape;
  meaning: Meaning;
  parts: readonly Part[];
  /** a design whose needle points stay, and the block that the parts follow: from 0; −1: before all */
  around?: { tape: Tape; afterBlock: number };
}
/** Construction stitches, and the line that they follow. */
export interface Made {
  tape: Tape;
  /** its rings, the largest first: outer ones anticlockwise, holes clockwise. mm */
  rings: Path[];
}

/** The tape of a task: one block a part, a stop between them. Errors say which place of the shape cannot be sewn. */
export function makeOutline(task: MakerTask): Result<Made> {
  const drawn = outlinesOf(task.shape);
  const outlines = drawn.ok ? soundRings(drawn.value) : drawn;
  if (!outlines.ok) return outlines;
  const { around } = task;
  if (around && around.afterBlock >= tapeBlocks(around.tape).length)
    return fail(
      'no-such-block',
      `The design has no block ${around.afterBlock}; nothing was made.`,
      'Blocks are counted from 0; -1 comes before all.',
    );
  const parts = task.parts.map(wholePart);
  const rings = lineOf(outlines.value, task.meaning, parts);
  if (!rings.ok) return rings;
  const tape = sewParts(
    task.label,
    parts.map((part) => ({ part, isJoined: false })),
    rings.value,
  );
  if (!tape.ok) return tape;
  return ok({ tape: around ? withDesign(tape.value, around) : tape.value, rings: rings.value });
}

/** A part, and whether it is sewn on without a stop. */
interface Sewn {
  part: WholePart;
  isJoined: boolean;
}
/** Parts along the rings of a line, a stop between them. */
export function sewParts(label: string, rows: readonly Sewn[], rings: readonly Path[]): Result<Tape> {
  const maker = new TapeMaker(label);
  for (const [i, { part, isJoined }] of rows.entries()) {
    const paths = sewPart(part, rings);
    if (!paths.ok) return paths;
    if (i && !isJoined) maker.stop();
    maker.sew(...paths.value);
  }
  return ok(maker.done());
}

/** The parts among the blocks of a design, whose own records stay as they are. */
export function withDesign(parts: Tape, { tape, afterBlock }: { tape: Tape; afterBlock: number }): Tape {
  const to = afterBlock < 0 ? 0 : tapeBlocks(tape)[afterBlock].to;
  // The stop that ended that block ends the parts.
  const rest = to + (tape.kind[to] === STOP ? 1 : 0);
  const out = new TapeAssembler(parts.label, tape.kind.length + parts.kind.length);
  out.append(tape, 0, to);
  if (to) out.stop();
  out.append(parts, 0, parts.kind.length);
  if (rest < tape.kind.length) {
    out.stop();
    const { x, y } = rest ? { x: tape.x[rest - 1], y: tape.y[rest - 1] } : { x: 0, y: 0 };
    out.trimTo(x, y);
    out.append(tape, rest, tape.kind.length);
  }
  return splitLongMoves(out.done());
}
