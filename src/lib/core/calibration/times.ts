import type { LoggedRun } from '../log';
import { isNumberId, numberDef, numbersWith, type NumberId } from '../numbers';
import { timesDone } from '../run';
import { learningFactor } from '../time';
import type { Workshop } from '../workshop';
import { fitRobust, type Observation } from './robust';
import { NINE_IN_TEN, type Suggestion } from './types';

/** How far a maker's own hands lie from the table, as a share; and how far one handling lies from the next. */
const HAND_PRIOR = 0.35;
const HAND_NOISE = 0.28;
/** Short handlings vary by seconds, not by shares. */
const LEAST_NOISE_S = 2.5;
/** A machine's real speed against the set one, and its start. */
const SPEED_PRIOR = 0.15;
const START_PRIOR_S = 1.5;
const NEEDLE_NOISE = 0.05;
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
  const rests = new Map<number, { runs: Set<string>; n: number }>();
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
        if (isNumberId(id) && then[id] > 0 && seconds > 0) x.set(at(id), seconds / then[id]);
      const planned = run.planned[step.id];
      // A time of the maker's own is no row of the table.
      if (!x.size || terms.stitching) continue;
      observations.push({ x, y: ms / 1000 / factor, sd: Math.max(LEAST_NOISE_S, HAND_NOISE * planned) });
      for (const i of x.keys()) {
        const known = rests.get(i) ?? { runs: new Set(), n: 0 };
        rests.set(i, known);
        known.runs.add(run.id);
        known.n++;
      }
    }
  }
  if (!observations.length) return [];
  const priors = ids.map((id) => {
    const mean = numberDef(id).value;
    return { mean, sd: HAND_PRIOR * mean };
  });
  const { mean, sd, weights } = fitRobust(observations, priors);
  const level = levelOf(observations, mean, weights);
  const now = numbersWith(workshop.numbers);
  return ids.map((id, i): Suggestion => {
    const { label, unit, min, max } = numberDef(id);
    const keep = (v: number) => Math.min(max, Math.max(min, v));
    const { runs: from, n } = rests.get(i) ?? { runs: new Set<string>(), n: 0 };
    return {
      key: `number:${id}`,
      label,
      unit,
      from: now[id],
      to: keep(mean[i] * level),
      low: keep((mean[i] - NINE_IN_TEN * sd[i]) * level),
      high: keep((mean[i] + NINE_IN_TEN * sd[i]) * level),
      runs: from.size,
      observations: n,
      because:
        'What your hands took in the log, without the learning of the first items and without outliers.',
    };
  });
}
/**
 * Hands are sometimes much slower and seldom much faster, so that the middle of them lies below what they take on the
 * whole: raised to the whole, outliers left out.
 */
function levelOf(observations: readonly Observation[], mean: readonly number[], weights: readonly number[]): number {
  let taken = 0;
  let expected = 0;
  observations.forEach(({ x, y }, n) => {
    if (weights[n] < OUTLIER) return;
    taken += y;
    for (const [i, xi] of x) expected += xi * mean[i];
  });
  return expected > 0 ? taken / expected : 1;
} // prettier-ignore

/** Real speed and start of each machine, from blocks in which nothing went wrong. */
export function fitMachines(runs: readonly LoggedRun[], workshop: Workshop): Suggestion[] {
  return workshop.machines.flatMap((machine) => {
    const observations: Observation[] = [];
    const from = new Set<string>();
    for (const { run, state } of runs) {
      if (run.machine?.id !== machine.id) continue;
      const then = numbersWith(run.numbers);
      const startThen = run.machine.startSeconds ?? then['stitch.startRamp'];
      const disturbed = new Set(
        [...state.breaks, ...state.bobbins, ...state.threads, ...state.troubles].map((e) => e.stepId),
      );
      for (const step of run.score.steps) {
        const ms = state.stepMs[step.id];
        const terms = run.terms[step.id];
        if (step.kind !== 'needle' || step.skipped || !terms?.stitching) continue;
        if (timesDone(state, step.id) !== 1 || disturbed.has(step.id)) continue;
        const stitching = terms.stitching * (run.machine.speedShare ?? 1);
        const starts = startThen > 0 ? (terms['stitch.startRamp'] ?? 0) / startThen : 0;
        const known = terms.stitching + (terms['stitch.startRamp'] ?? 0) + (terms['stitch.breakRate'] ?? 0);
        const rest = run.planned[step.id] - known;
        observations.push({
          x: new Map([[0, stitching], [1, starts]]),
          y: ms / 1000 - rest,
          sd: Math.max(LEAST_NOISE_S, NEEDLE_NOISE * run.planned[step.id]),
        }); // prettier-ignore
        from.add(run.id);
      }
    }
    if (!observations.length) return [];
    const start = numberDef('stitch.startRamp').value;
    const { mean, sd } = fitRobust(observations, [
      { mean: 1, sd: SPEED_PRIOR },
      { mean: start, sd: START_PRIOR_S },
    ]);
    const [slow, seconds] = mean;
    const told = { runs: from.size, observations: observations.length };
    const now = numbersWith(workshop.numbers);
    return [
      {
        key: `speed:${machine.id}`,
        label: `${machine.name}: real speed, of the ${machine.speed} that are set`,
        unit: '×',
        from: machine.speedShare ?? 1,
        to: 1 / slow,
        low: 1 / (slow + NINE_IN_TEN * sd[0]),
        high: 1 / Math.max(0.1, slow - NINE_IN_TEN * sd[0]),
        ...told,
        because: 'Blocks in which nothing went wrong, against their stitches.',
      },
      {
        key: `start:${machine.id}`,
        label: `${machine.name}: each start`,
        unit: 's',
        from: machine.startSeconds ?? now['stitch.startRamp'],
        to: Math.max(0, seconds),
        low: Math.max(0, seconds - NINE_IN_TEN * sd[1]),
        high: seconds + NINE_IN_TEN * sd[1],
        ...told,
        because: 'What is left of a block beside its stitches, for each time the needle starts.',
      },
    ] satisfies Suggestion[];
  });
}
