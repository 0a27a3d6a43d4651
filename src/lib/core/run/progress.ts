import type { RunRecord } from './record';
import { stitchesOf } from './hooping';
import { stepSeconds, type RunState } from './state';

/**
 * Where the needle stands, in stitches of its block for all items: as it was told, and from there on by the clock.
 * @param now on the clock of work
 */
export function stitchNow(run: Planned, state: RunState, now: number): number {
  const step = run.score.steps[state.index];
  const planned = step && run.planned[step.id];
  if (step?.kind !== 'needle' || !planned || state.mending) return state.stitch;
  const all = stitchesOf(run, step);
  return Math.min(all, state.stitch + Math.floor((all * needleSeconds(state, now)) / planned));
}
/** Seconds since the needle was last told to stand, or to start, somewhere: its first stitches are watched each time. */
export const needleSeconds = (state: RunState, now: number): number =>
  Math.max(0, stepSeconds(state, now) - state.stitchSpent / 1000);

type Planned = Pick<RunRecord, 'score' | 'blocks' | 'items' | 'planned'>;
/** Planned seconds to the end of the step under work: of a block by the stitches that are left of it. */
export function stepSecondsLeft(run: Planned, state: RunState, now: number): number {
  const step = run.score.steps[state.index];
  const planned = (step && run.planned[step.id]) ?? 0;
  const all = step?.kind === 'needle' ? stitchesOf(run, step) : 0;
  if (!all) return Math.max(0, planned - stepSeconds(state, now));
  return Math.max(0, planned * (1 - state.stitch / all) - (state.mending ? 0 : needleSeconds(state, now)));
}
/** Planned seconds that are still to go in the whole run; a redo goes on where it says. */
export function secondsLeft(run: Planned, state: RunState, now: number): number {
  const { steps } = run.score;
  const { index, until, then } = state;
  const ahead =
    then === null
      ? steps.slice(index + 1)
      : [...steps.slice(index + 1, (until ?? index) + 1), ...steps.slice(then)];
  return ahead.reduce((sum, { id }) => sum + (run.planned[id] ?? 0), stepSecondsLeft(run, state, now));
}
