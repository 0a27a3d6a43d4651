import type { RunRecord } from './record';
import type { RunState } from './state';

/** What passes by itself before the step under work: drying, cooling. */
export interface Waiting {
  /** of the step after which it waits */
  title: string;
  /** ms since 1970, by the device's clock */
  until: number;
}
/** null: nothing has to be waited for. What is over stays told until the step after it is done. */
export function waitingFor(
  { score, waits }: Pick<RunRecord, 'score' | 'waits'>,
  { index, doneAt }: Pick<RunState, 'index' | 'doneAt'>,
): Waiting | null {
  const before = score.steps[index - 1];
  const seconds = before && waits[before.id];
  const done = before && doneAt[before.id];
  return seconds && done ? { title: before.title, until: done + 1000 * seconds } : null;
}
