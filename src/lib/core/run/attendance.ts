import type { Numbers } from '../numbers';
import type { NeedleStep } from '../score';
import type { RunRecord } from './record';

/** What the maker does while the needle sews: stay by it, snip the tail, be free, come back for the stop. */
export type Attendance = 'stay' | 'snip' | 'free' | 'come-back';

/** Of a short free time no more than this share is taken by the call back. */
const MOST_CALL = 1 / 4;

/**
 * @param elapsed seconds of the clock since the needle started
 * @param remaining seconds of the clock to the next stop
 * @param rate a simulated machine runs so many times faster than the clock
 */
export function attendance(
  { free }: Pick<RunRecord, 'free'>,
  step: Pick<NeedleStep, 'id' | 'attended'>,
  { elapsed, remaining, rate }: { elapsed: number; remaining: number; rate: number },
  numbers: Numbers,
): Attendance {
  if (step.attended) return 'stay';
  if (elapsed * rate < numbers['order.watch']) return 'snip';
  const call = Math.min(numbers['run.callSeconds'], (MOST_CALL * (free[step.id] ?? 0)) / rate);
  return remaining <= call ? 'come-back' : 'free';
}
