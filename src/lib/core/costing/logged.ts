import { itemAt } from '../base';
import type { LoggedRun } from '../log';
import type { Numbers } from '../numbers';
import { placesOf } from '../order';
import { isInLife, isOver, itemsIn } from '../run';

/** What runs took of machine and hands. Seconds. */
export interface LoggedHours {
  /** runs that tell it, and the items that were sewn in them */
  runs: number;
  items: number;
  head: number;
  hands: number;
}
/** Of runs that are over and were followed no faster than life, each with a share, 0-1. */
export function hoursLogged(
  runs: readonly { logged: LoggedRun; share: number }[],
  numbers: Numbers,
): LoggedHours {
  const all: LoggedHours = { runs: 0, items: 0, head: 0, hands: 0 };
  for (const { logged, share } of runs) {
    const { run, state } = logged;
    if (!isOver(state) || !isInLife(state)) continue;
    const { steps } = run.score;
    const places = placesOf(steps);
    all.runs++;
    all.items += share * itemsIn(run);
    for (const [n, step] of steps.entries()) {
      const seconds = (share * (state.stepMs[step.id] ?? 0)) / 1000;
      if (itemAt(places, n) === 'head') all.head += seconds;
      // Beside the needle somebody stays who holds an edge, or sees it start.
      if (step.kind === 'hand' || step.attended) all.hands += seconds;
      else all.hands += Math.min(seconds, share * numbers['order.watch']);
    }
  }
  return all;
}
