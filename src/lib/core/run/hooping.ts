import { numbersWith } from '../numbers';
import type { NeedleStep, Step } from '../score';
import { JUMP, STITCH, STOP, type Block, type Tape } from '../tape';
import type { RunRecord } from './record';
import type { StepFacts } from './sewn';

/** Needle steps in the order in which they are sewn: one block of the hooping's tape each. */
export const sewnSteps = ({ score }: Pick<RunRecord, 'score'>): NeedleStep[] =>
  score.steps.flatMap((s) => (s.kind === 'needle' && !s.skipped ? [s] : []));
/** Stitches of a block for all items of the hooping. */
export const stitchesOf = (
  { blocks, items }: Pick<RunRecord, 'blocks' | 'items'>,
  { block }: NeedleStep,
): number => (blocks[block]?.stitches ?? 0) * items;

/** A bobbin wound with the top thread is put in; one that the maker put in between is of bobbin thread. */
export const isMatched = (s: Step): boolean => s.kind === 'hand' && s.action === 'bobbin' && !s.own;
/** The steps of a run as its state is reduced by them. */
export const stepFacts = (run: Pick<RunRecord, 'score' | 'blocks' | 'items'>): StepFacts[] =>
  run.score.steps.map((s) => ({
    id: s.id,
    stitches: s.kind === 'needle' && !s.skipped ? stitchesOf(run, s) : 0,
    bobbin: isMatched(s) ? 'matched' : s.kind === 'hand' && s.action === 'bobbin' ? 'full' : null,
  }));

/** Stops of the hooping's tape, from 1, at which hands are needed: a machine of many needles halts at these alone. */
export function handStops(run: Pick<RunRecord, 'score'>): number[] {
  const last = sewnSteps(run).length;
  const stops = new Set<number>();
  let sewn = 0;
  for (const step of run.score.steps) {
    if (step.kind === 'needle') sewn += step.skipped ? 0 : 1;
    else if (step.action !== 'thread' && sewn > 0 && sewn < last) stops.add(sewn);
  }
  return [...stops];
}

/** Three jumps in a row are a trim. */
const TRIM_JUMPS = 3;

/**
 * The tape of a hooping as it is sewn: each needle step in the run's order, what is put in between too, for all items
 * before its stop. Items lie in rows, there and back; between them the thread is trimmed.
 * @param design tape and blocks that the run's steps speak of. null: it is not the design
 * that the run was begun with, or part of it was typed and has no tape
 */
export function hoopingTape(
  run: Pick<RunRecord, 'score' | 'blocks' | 'items' | 'numbers'>,
  design: { tape: Tape; blocks: readonly (Block & { stitches: number })[] },
): Tape | null {
  const steps = sewnSteps(run);
  const isOn = (b: number) =>
    design.blocks[b]?.to > design.blocks[b]?.from && design.blocks[b].stitches === run.blocks[b]?.stitches;
  if (!steps.length || !steps.every((s) => isOn(s.block))) return null;
  const { tape, blocks } = design;
  const shifts = itemShifts(tape, run);
  const x: number[] = [];
  const y: number[] = [];
  const kind: number[] = [];
  const put = (px: number, py: number, k: number) => {
    x.push(px);
    y.push(py);
    kind.push(k);
  };
  steps.forEach(({ block }, n) => {
    const { from, to } = blocks[block];
    shifts.forEach(({ dx, dy }, item) => {
      if (item > 0) {
        const [fx, fy] = [x.at(-1) ?? 0, y.at(-1) ?? 0];
        for (let j = 1; j <= TRIM_JUMPS; j++) {
          const share = j / TRIM_JUMPS;
          put(Math.round(fx + (tape.x[from] + dx - fx) * share), Math.round(fy + (tape.y[from] + dy - fy) * share), JUMP); // prettier-ignore
        }
      }
      for (let i = from; i < to; i++) put(tape.x[i] + dx, tape.y[i] + dy, tape.kind[i]);
    });
    if (n < steps.length - 1) put(x.at(-1) ?? 0, y.at(-1) ?? 0, STOP);
  });
  return {
    label: tape.label,
    x: Int32Array.from(x),
    y: Int32Array.from(y),
    kind: Uint8Array.from(kind),
    warnings: [],
  };
}

/** Where each item of the hooping lies from the first, 0.1 mm: rows as square as can be, every second one backwards. */
function itemShifts(tape: Tape, { items, numbers }: Pick<RunRecord, 'items' | 'numbers'>) {
  const reach = (values: Int32Array) => {
    let [low, high] = [Infinity, -Infinity];
    for (let i = 0; i < values.length; i++)
      if (tape.kind[i] === STITCH) [low, high] = [Math.min(low, values[i]), Math.max(high, values[i])];
    return high - low;
  };
  const gap = 10 * numbersWith(numbers)['hoop.gapCut'];
  const [pitchX, pitchY] = [reach(tape.x) + gap, reach(tape.y) + gap];
  const columns = Math.ceil(Math.sqrt(items));
  return Array.from({ length: items }, (_, n) => {
    const row = Math.floor(n / columns);
    const column = row % 2 ? columns - 1 - (n % columns) : n % columns;
    return { dx: column * pitchX, dy: row * pitchY };
  });
}
