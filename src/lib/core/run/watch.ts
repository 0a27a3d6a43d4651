import { itemAt } from '../base';
import type { Numbers } from '../numbers';
import { attendance } from './attendance';
import { needleSeconds, stepSecondsLeft } from './progress';
import type { RunRecord } from './record';
import { isOver, type RunState } from './state';
import { waitingFor } from './waiting';

/** A run as somebody sees it who has several under way. */
export interface WatchedRun {
  is: 'hands' | 'stay' | 'free' | 'come-back' | 'stands' | 'waits' | 'done';
  /** what is done now, and what hands do at the next stop; null: nothing more */
  title: string;
  next: string | null;
  /** until hands are wanted, or until what dries is dry; null: they are wanted now, or nobody knows. s */
  seconds: number | null;
}
/** @param now ms; of a run that stands the clock stands too */
export function watchRun(run: RunRecord, state: RunState, now: number, numbers: Numbers): WatchedRun {
  const { steps } = run.score;
  const step = steps[state.index];
  if (!step || isOver(state)) return { is: 'done', title: 'All steps are done.', next: null, seconds: null };
  const waiting = waitingFor(run, state);
  if (waiting && waiting.until > now)
    return { is: 'waits', title: waiting.title, next: step.title, seconds: (waiting.until - now) / 1000 };
  if (state.status !== 'running') return { is: 'stands', title: step.title, next: null, seconds: null };
  if (step.kind === 'hand' || state.mending)
    return { is: 'hands', title: step.title, next: null, seconds: null };
  // Blocks that follow by themselves are one stretch: hands are wanted at its end.
  let seconds = stepSecondsLeft(run, state, now) / state.rate;
  let at = state.index + 1;
  for (; steps[at]?.kind === 'needle'; at++) seconds += (run.planned[itemAt(steps, at).id] ?? 0) / state.rate;
  const elapsed = needleSeconds(state, now);
  const what = attendance(run, step, { elapsed, remaining: seconds, rate: state.rate }, numbers);
  const is = what === 'snip' ? 'stay' : what;
  return { is, title: step.title, next: steps[at]?.title ?? null, seconds };
}
/** Who wants hands first: those that want them now, then by when they will. */
export const byCall = (a: WatchedRun, b: WatchedRun): number => rank(a) - rank(b);
const rank = ({ is, seconds }: WatchedRun): number =>
  is === 'done' || is === 'stands'
    ? Infinity
    : is === 'hands'
      ? -2
      : is === 'come-back'
        ? -1
        : (seconds ?? 0);
