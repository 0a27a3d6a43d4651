import { numberDef } from '../number-words';
import { defaultOf, numbersWith, type NumberId } from '../numbers';
import type { Workshop } from '../workshop';
import type { Prior } from './robust';
import type { Suggestion } from './types';

/** How far a maker's own stops and hands lie from the table, as a share. */
const OWN_PRIOR = 0.35;
/** A row of the table as it is believed before the log speaks. */
export const ownPrior = (id: NumberId): Prior => ({
  mean: defaultOf(id).value,
  sd: OWN_PRIOR * defaultOf(id).value,
});

/** Runs and single times that a coefficient rests on. */
export interface Rests {
  runs: Set<string>;
  n: number;
}
/** Notes that coefficient i rests on one more time of a run. */
export function rest(rests: Map<number, Rests>, i: number, run: string) {
  const known = rests.get(i) ?? { runs: new Set(), n: 0 };
  rests.set(i, known);
  known.runs.add(run);
  known.n++;
}

/** A row of the table as the log has it, within what the table allows. */
export function suggestion(
  id: NumberId,
  workshop: Workshop,
  figures: Pick<Suggestion, 'to' | 'low' | 'high' | 'runs' | 'observations' | 'because'>,
): Suggestion {
  const { label, unit, min, max } = numberDef(id);
  const keep = (v: number) => Math.min(max, Math.max(min, v));
  return {
    key: `number:${id}`,
    label,
    unit,
    from: numbersWith(workshop.numbers)[id],
    ...figures,
    to: keep(figures.to),
    low: keep(figures.low),
    high: keep(figures.high),
  };
}
