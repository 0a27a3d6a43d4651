import { median } from 'simple-statistics';
import type { LoggedRun } from '../log';
import { defaultOf, numbersWith } from '../numbers';
import { timesDone } from '../run';
import { learningFactor } from '../time';
import type { Workshop } from '../workshop';
import { suggestion } from './suggest';
import { NINE_IN_TEN, type Suggestion } from './types';

/** The table's spread counts as if so many handlings had shown it. */
const SPREAD_BEFORE = 20;
/** A step must have been done so often that its own middle is known. */
const LEAST_TIMES = 3;
/** From the middle of what deviates to a standard deviation, where it is normal; what lies far out counts for nothing. */
const MAD_TO_SD = 1.4826;

/**
 * How much one handling varies: each step against its own middle over all runs, on a log scale, as times are that are seldom much shorter
 * and sometimes much longer. Of a hooping of n items a step is n handlings, whose sum varies by 1/√n of one.
 */
export function fitHandSpread(runs: readonly LoggedRun[], workshop: Workshop): Suggestion[] {
  const taken = new Map<string, { log: number; items: number; run: string }[]>();
  for (const { run, state } of runs) {
    const numbers = numbersWith(run.numbers);
    for (const step of run.score.steps) {
      const [ms, planned] = [state.stepMs[step.id], run.planned[step.id]];
      if (step.kind !== 'hand' || !ms || !planned || timesDone(state, step.id) !== 1) continue;
      let pace = 0;
      for (let n = 1; n <= run.items; n++) pace += learningFactor(run.madeBefore + n, numbers) / run.items;
      const key = `${run.buildId} ${step.id}`;
      const known = taken.get(key) ?? [];
      taken.set(key, known);
      known.push({ log: Math.log(ms / 1000 / planned / pace), items: run.items, run: run.id });
    }
  }
  const all = [...taken.values()].filter((times) => times.length >= LEAST_TIMES);
  // With its own middle taken off, n times vary by √((n − 1)/n) of what they vary.
  const off = all.flatMap((times) => {
    const middle = median(times.map(({ log }) => log));
    const shrunk = Math.sqrt(times.length / (times.length - 1));
    return times.map(({ log, items }) => Math.abs(log - middle) * Math.sqrt(items) * shrunk);
  });
  if (!off.length) return [];
  const sigma = MAD_TO_SD * median(off);
  const table = defaultOf('order.handSpread').value / 100;
  const seen = Math.exp(sigma * sigma) - 1;
  const variance = (SPREAD_BEFORE * table * table + off.length * seen) / (SPREAD_BEFORE + off.length);
  const spread = 100 * Math.sqrt(variance);
  // Of a standard deviation from n values one is known to about 1/√(2n) of itself.
  const by = (NINE_IN_TEN * spread) / Math.sqrt(2 * (SPREAD_BEFORE + off.length));
  return [
    suggestion('order.handSpread', workshop, {
      to: spread,
      low: spread - by,
      high: spread + by,
      runs: new Set(all.flat().map(({ run }) => run)).size,
      observations: off.length,
      because: 'The same step of the same build, from one run to the next.',
    }),
  ];
}
