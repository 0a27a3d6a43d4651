import type { ArrangeOptions } from './arrange';
import { arrange } from './in-field';
import type { ArrangeTask } from './types';

/** A gap is told to this, mm. */
const STEP = 0.5;

/**
 * The widest gap at which more of a shape are found than now; null: not even side by side.
 * @param count so many fit with the task's own gap  @param perTry how long each gap is tried
 */
export function gapForMore(
  task: ArrangeTask,
  count: number,
  perTry: () => Pick<ArrangeOptions, 'left'>,
): number | null {
  const holds = (steps: number) =>
    arrange({ ...task, gapMm: steps * STEP }, perTry()).placements.length > count;
  let most = Math.ceil(task.gapMm / STEP) - 1;
  if (most < 0 || !holds(0)) return null;
  let least = 0;
  while (least < most) {
    const middle = Math.ceil((least + most) / 2);
    if (holds(middle)) least = middle;
    else most = middle - 1;
  }
  return least * STEP;
}
