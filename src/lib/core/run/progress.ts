import type { RunRecord } from './record';
import { stitchesOf } from './hooping';
import { stepSeconds, type RunState } from './state';

/**
 * Where the needle stands, in stitches of its block for all items: as it was told, and from there on by the clock.
 * @param now on the clock of work
 */
export function stitchNow(
  run: Pick<RunRecord, 'score' | 'blocks' | 'items' | 'planned'>,
  state: RunState,
  now: number,
): number {
  const step = run.score.steps[state.index];
  const planned = step && run.planned[step.id];
  if (step?.kind !== 'needle' || !planned || state.mending) return state.stitch;
  const all = stitchesOf(run, step);
  const since = Math.max(0, stepSeconds(state, now) - state.stitchSpent / 1000);
  return Math.min(all, state.stitch + Math.floor((all * since) / planned));
}

/** Planned seconds that are still to go, the rest of the step under work among them; a redo goes on where it says. */
export function secondsLeft(
  { score: { steps }, planned }: Pick<RunRecord, 'score' | 'planned'>,
  state: RunState,
  now: number,
): number {
  const { index, until, then } = state;
  const ahead = then === null ? steps.slice(index) : [...steps.slice(index, (until ?? index) + 1), ...steps.slice(then)]; // prettier-ignore
  return ahead.reduce((sum, { id }, i) => {
    const seconds = planned[id] ?? 0;
    return sum + (i ? seconds : Math.max(0, seconds - stepSeconds(state, now)));
  }, 0);
}
