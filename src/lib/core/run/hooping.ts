import { itemAt } from '../base';
import type { Repeats } from '../hoop';
import { numbersWith } from '../numbers';
import { needsHands, type NeedleStep, type Step } from '../score';
import { stitchBox, TapeAssembler, type Block, type Tape } from '../tape';
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
    else if (needsHands(step) && sewn > 0 && sewn < last) stops.add(sewn);
  }
  return [...stops];
}

/**
 * The tape of a hooping as it is sewn: each needle step in the run's order, what is put in between too, for all items
 * before its stop, each at its place in the hoop; between them the thread is trimmed.
 * @param design tape and blocks that the run's steps speak of
 * @returns null: it is not the design that the run was begun with, part of it was typed and has no tape, or the items do
 * not fit the hoop
 */
export function hoopingTape(
  run: Pick<RunRecord, 'score' | 'blocks' | 'items' | 'numbers' | 'repeats'>,
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
  steps.forEach(({ block }, n) => {
    const { from, to } = itemAt(blocks, block);
    placing.forEach((place, item) => {
      if (item > 0) tape.trimTo(...place(itemAt(own.x, from), itemAt(own.y, from)), trimJumps);
      tape.append(own, from, to, place);
    });
    if (n < steps.length - 1) tape.stop();
  });
  return tape.done();
}

const ALONE: Repeats = { turned: false, places: [{ x: 0, y: 0 }] };
type Place = (x: number, y: number) => [number, number];
/** From a needle point of the design to that of each item, 0.1 mm; the middle of the field is the middle of the design. */
function placed(tape: Tape, { items, repeats }: Pick<RunRecord, 'items' | 'repeats'>): Place[] | null {
  const box = stitchBox(tape);
  // Of an older run of one item the place was not told; it is its own.
  const known = repeats === undefined && items === 1 ? ALONE : repeats;
  if (!box || known?.places.length !== items) return null;
  const [midX, midY] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  return known.places.map((p) => {
    const [toX, toY] = [10 * p.x, 10 * p.y];
    return known.turned
      ? (x, y) => [midX - (y - midY) + toX, midY + (x - midX) + toY]
      : (x, y) => [x + toX, y + toY];
  });
}
