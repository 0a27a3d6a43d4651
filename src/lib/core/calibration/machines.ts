import type { LoggedRun } from '../log';
import { defaultOf, numbersWith, type NumberId } from '../numbers';
import { timesDone } from '../run';
import type { Workshop } from '../workshop';
import { fitRobust, type Observation } from './robust';
import { ownPrior, rest, suggestion, type Rests } from './suggest';
import { NINE_IN_TEN, type Suggestion } from './types';

/** A machine's real speed against the set one, and its start. */
const SPEED_PRIOR = 0.15;
const START_PRIOR_S = 1.5;
/** One block from the next: a share, and the seconds until somebody says that it stopped. */
const NEEDLE_NOISE = 0.05;
const LEAST_NOISE_S = 2.5;

/** What a machine takes at its stops, whichever it is: halting and starting again, or moving to the next needle. */
const AT_STOPS: readonly NumberId[] = ['stop.plain', 'stop.colourMulti'];
/** Whether a row of the table belongs to the machine's stop rather than to hands. */
export const isAtStop = (id: string) => AT_STOPS.some((row) => row === id);

/**
 * Real speed and start of each machine, and what its stops take, from blocks in which nothing went wrong. All machines
 * together: the stops are rows of one table.
 */
export function fitMachines(runs: readonly LoggedRun[], workshop: Workshop): Suggestion[] {
  const { machines } = workshop;
  const observations: Observation[] = [];
  const rests = new Map<number, Rests>();
  // Coefficients: two of each machine, then those of the stops.
  const ofStop = (id: string) => 2 * machines.length + AT_STOPS.findIndex((s) => s === id);
  for (const { run, state } of runs) {
    const m = machines.findIndex(({ id }) => id === run.machine?.id);
    if (m < 0 || !run.machine) continue;
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
      const x = new Map([[2 * m, terms.stitching * (run.machine.speedShare ?? 1)]]);
      if (startThen > 0) x.set(2 * m + 1, (terms['stitch.startRamp'] ?? 0) / startThen);
      for (const id of AT_STOPS) if (terms[id] && then[id] > 0) x.set(ofStop(id), terms[id] / then[id]);
      const fitted = ['stitching', 'stitch.startRamp', 'stitch.breakRate', ...AT_STOPS];
      const known = fitted.reduce((sum, id) => sum + (terms[id] ?? 0), 0);
      const planned = run.planned[step.id];
      observations.push({
        x,
        y: ms / 1000 - (planned - known),
        sd: Math.max(LEAST_NOISE_S, NEEDLE_NOISE * planned),
      });
      for (const i of x.keys()) rest(rests, i, run.id);
    }
  }
  if (!observations.length) return [];
  const start = defaultOf('stitch.startRamp').value;
  const { mean, sd } = fitRobust(observations, [
    ...machines.flatMap(() => [
      { mean: 1, sd: SPEED_PRIOR },
      { mean: start, sd: START_PRIOR_S },
    ]),
    ...AT_STOPS.map(ownPrior),
  ]);
  const now = numbersWith(workshop.numbers);
  const ofMachines = machines.flatMap((machine, m): Suggestion[] => {
    const rested = rests.get(2 * m);
    if (!rested) return [];
    const [slow, seconds] = mean.slice(2 * m);
    const [slowSd, secondsSd] = sd.slice(2 * m).map((v) => NINE_IN_TEN * v);
    const restsOn = { runs: rested.runs.size, observations: rested.n };
    return [
      {
        key: `speed:${machine.id}`,
        label: `${machine.name}: real speed, of the ${machine.speed} that are set`,
        unit: '×',
        from: machine.speedShare ?? 1,
        to: 1 / slow,
        low: 1 / (slow + slowSd),
        high: 1 / Math.max(0.1, slow - slowSd),
        ...restsOn,
        because: 'Blocks in which nothing went wrong, against their stitches.',
      },
      {
        key: `start:${machine.id}`,
        label: `${machine.name}: each start`,
        unit: 's',
        from: machine.startSeconds ?? now['stitch.startRamp'],
        to: Math.max(0, seconds),
        low: Math.max(0, seconds - secondsSd),
        high: seconds + secondsSd,
        ...restsOn,
        because: 'What is left of a block beside its stitches, for each time the needle starts.',
      },
    ];
  });
  const ofStops = AT_STOPS.flatMap((id): Suggestion[] => {
    const i = ofStop(id);
    const rested = rests.get(i);
    if (!rested) return [];
    const by = NINE_IN_TEN * sd[i];
    return [
      suggestion(id, workshop, {
        to: mean[i],
        low: mean[i] - by,
        high: mean[i] + by,
        runs: rested.runs.size,
        observations: rested.n,
        because: 'What is left of a block that begins at a stop, beside its stitches and starts.',
      }),
    ];
  });
  return [...ofMachines, ...ofStops];
}
