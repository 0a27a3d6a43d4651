import type { LoggedRun } from '../log';
import { isNumberId, numbersWith, type NumberId } from '../numbers';
import { timesDone } from '../run';
import { learningFactor } from '../time';
import type { Workshop } from '../workshop';
import { isAtStop } from './machines';
import { fitRobust, type Observation } from './robust';
import { ownPrior, rest, suggestion, type Rests } from './suggest';
import { NINE_IN_TEN, type Suggestion } from './types';

/** How far one handling lies from the next, as a share; short ones vary by seconds. */
const HAND_NOISE = 0.28;
const LEAST_NOISE_S = 2.5;
/** Below this weight an observation is taken for a phone call. */
const OUTLIER = 0.2;

/** Hands at a hooping of several items: each is one more that they have made. */
function learned({ run }: LoggedRun): number {
  const numbers = numbersWith(run.numbers);
  let sum = 0;
  for (let i = 1; i <= run.items; i++) sum += learningFactor(run.madeBefore + i, numbers);
  return sum / run.items;
}

/** Seconds by row of the table for what hands do: all steps of all runs together, robustly, pulled to the defaults. */
export function fitHands(runs: readonly LoggedRun[], workshop: Workshop): Suggestion[] {
  const ids: NumberId[] = [];
  const at = (id: NumberId) => {
    const known = ids.indexOf(id);
    return known >= 0 ? known : ids.push(id) - 1;
  };
  const observations: Observation[] = [];
  const rests = new Map<number, Rests>();
  for (const logged of runs) {
    const { run, state } = logged;
    const then = numbersWith(run.numbers);
    const factor = learned(logged);
    for (const step of run.score.steps) {
      const ms = state.stepMs[step.id];
      const terms = run.terms[step.id];
      // What was left half done, or done once more, says nothing of what it takes.
      if (step.kind !== 'hand' || !terms || timesDone(state, step.id) !== 1) continue;
      const x = new Map<number, number>();
      for (const [id, seconds] of Object.entries(terms))
        if (isNumberId(id) && !isAtStop(id) && then[id] > 0 && seconds > 0) x.set(at(id), seconds / then[id]);
      const planned = run.planned[step.id];
      // A time of the maker's own is no row of the table.
      if (!x.size || terms.stitching) continue;
      observations.push({ x, y: ms / 1000 / factor, sd: Math.max(LEAST_NOISE_S, HAND_NOISE * planned) });
      for (const i of x.keys()) rest(rests, i, run.id);
    }
  }
  if (!observations.length) return [];
  const { mean, sd, weights } = fitRobust(observations, ids.map(ownPrior));
  const level = levelOf(observations, mean, weights);
  return ids.flatMap((id, i) => {
    const rested = rests.get(i);
    if (!rested) return [];
    const by = NINE_IN_TEN * sd[i];
    return suggestion(id, workshop, {
      to: mean[i] * level,
      low: (mean[i] - by) * level,
      high: (mean[i] + by) * level,
      runs: rested.runs.size,
      observations: rested.n,
      because:
        'What your hands took in the log, without the learning of the first items and without outliers.',
    });
  });
}
/**
 * Hands are sometimes much slower and seldom much faster, so that the middle of them lies below what they take on the
 * whole: raised to the whole, outliers left out.
 */
function levelOf(
  observations: readonly Observation[],
  mean: readonly number[],
  weights: readonly number[],
): number {
  let taken = 0;
  let expected = 0;
  observations.forEach(({ x, y }, n) => {
    if (weights[n] < OUTLIER) return;
    taken += y;
    for (const [i, xi] of x) expected += xi * mean[i];
  });
  return expected > 0 ? taken / expected : 1;
}
