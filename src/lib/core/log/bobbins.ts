import { isInLife, threadAt } from '../run';
import { isWoundWith } from '../thread';
import { bobbinKindOf, type Workshop, type WoundBobbin } from '../workshop';
import type { LoggedRun } from './rows';

/** Wound bobbins as they were counted, less those that went into machines since. */
type WaitingBobbins = WoundBobbin & { taken: number };

/** A full bobbin that was put in is taken from those that were wound; where none of its kind waits it was wound for it. */
export function waitingBobbins(
  { bobbins, machines }: Pick<Workshop, 'bobbins' | 'machines'>,
  runs: readonly LoggedRun[],
): WaitingBobbins[] {
  const waiting = bobbins.map((b) => ({ ...b, taken: 0 }));
  for (const { run, state } of runs) {
    const machine = machines.find(({ id }) => id === run.machine?.id);
    // A machine that is followed faster than life takes nothing.
    if (!machine || !isInLife(state)) continue;
    for (const { came, matches } of state.sewn.below) {
      if (came !== 'full') continue;
      const at = run.score.steps.findIndex(({ id }) => id === matches);
      const thread = at < 0 ? null : threadAt(run, state, at);
      const from = waiting.find(
        ({ kind, name, count, countedAt = Infinity }) =>
          kind === bobbinKindOf(machine) &&
          count > 0 &&
          countedAt <= run.createdAt &&
          isWoundWith(thread, name),
      );
      if (!from) continue;
      from.count--;
      from.taken++;
    }
  }
  return waiting;
}
