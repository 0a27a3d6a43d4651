import type { Machine } from '../workshop';
import type { RunRecord } from './record';
import { isInLife, type RunState } from './state';

/**
 * Seconds that a machine's needle has sewn since it was put in, in life; of several, the one that has been in longest. One needle may
 * have been changed in a run since. @param since ms since 1970
 */
export function needleSince(
  runs: readonly { run: RunRecord; state: RunState }[],
  { id, kind }: Pick<Machine, 'id' | 'kind'>,
  since: number,
): number {
  const own = runs.filter(
    ({ run, state }) => isInLife(state) && run.machine?.id === id && run.createdAt >= since,
  );
  const last = kind === 'one-needle' ? Math.max(...own.map(({ state }) => state.freshNeedle ?? 0), 0) : 0;
  let ms = 0;
  for (const { run, state } of own)
    for (const { kind, id } of run.score.steps)
      if (kind === 'needle' && (!last || (state.doneAt[id] ?? Infinity) > last)) ms += state.stepMs[id] ?? 0;
  return ms / 1000;
}
