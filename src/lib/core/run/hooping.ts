import { isFreshNeedle, needsHands, type NeedleStep, type Step } from '../score';
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
    needle: isFreshNeedle(s),
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
