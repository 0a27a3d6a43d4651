import { itemAt } from '../base';
import type { LoggedRun } from '../log';
import type { Numbers } from '../numbers';
import { callsOf, type Call } from '../order';
import { stepSecondsLeft, waitingFor } from '../run';

/** What is left of a run that is under way, for all its items. @param now ms since 1970 */
export function callsLeft({ run, state }: LoggedRun, numbers: Numbers, now: number): Call[] {
  const left = run.score.steps.slice(state.index);
  // A step under work takes what it has left. Nobody works on a run that lies: its clock stands.
  const under = stepSecondsLeft(run, state, state.since ?? now);
  const waiting = waitingFor(run, state);
  const calls = callsOf(
    left,
    {
      timeOf: (step) => ({
        once: step === left[0] ? under : (run.planned[step.id] ?? 0),
        each: 0,
        breaksOnce: run.terms[step.id]?.['stitch.breakRate'] ?? 0,
        breaksEach: 0,
      }),
      waitOf: (step) => run.waits[step.id] ?? 0,
    },
    numbers,
    1,
  );
  const seconds = waiting ? (waiting.until - now) / 1000 : 0;
  if (!waiting || seconds <= 0) return calls;
  const first = itemAt(run.score.steps, Math.max(0, state.index - 1));
  return [
    {
      id: `wait:${first.id}`,
      title: `${waiting.title}: wait`,
      kind: 'wait',
      atHead: false,
      isByItem: false,
      parts: [{ stepId: first.id, isSewn: false, once: seconds, each: 0, breaksOnce: 0, breaksEach: 0 }],
    },
    ...calls,
  ];
}
