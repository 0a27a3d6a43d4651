import type { PlannedCall } from './now';

/** What somebody does at one hooping without doing anything else between. Seconds from the plan's beginning. */
interface Stretch {
  personId: string;
  hoopingId: string;
  name: string;
  startS: number;
  endS: number;
  calls: PlannedCall[];
}
/** What somebody does on one day. */
interface WorkDay {
  personId: string;
  /** midnight by the clock of the device, ms since 1970 */
  day: number;
  stretches: Stretch[];
}
/** Longer than this is a break, s. */
const BREAK = 900;
/** Of each person, the hoopings that they work on, one after the other. @param calls in the order of time */
export function stretchesOf(calls: readonly PlannedCall[]): Stretch[] {
  const open = new Map<string, Stretch>();
  const all: Stretch[] = [];
  for (const call of calls) {
    if (call.personId === null) continue;
    const last = open.get(call.personId);
    if (last?.hoopingId === call.hoopingId && call.startS - last.endS <= BREAK) {
      last.calls.push(call);
      last.endS = call.endS;
      continue;
    }
    const { personId, hoopingId, name, startS, endS } = call;
    const stretch = { personId, hoopingId, name, startS, endS, calls: [call] };
    open.set(personId, stretch);
    all.push(stretch);
  }
  return all;
}
/** Stretches by who works and on which day, as they come. @param now second 0, ms since 1970 */
export function workDays(stretches: readonly Stretch[], now: number): WorkDay[] {
  const days = new Map<string, WorkDay>();
  for (const stretch of stretches) {
    const day = new Date(now + 1000 * stretch.startS).setHours(0, 0, 0, 0);
    const key = `${stretch.personId} ${day}`;
    const own = days.get(key) ?? { personId: stretch.personId, day, stretches: [] };
    days.set(key, own);
    own.stretches.push(stretch);
  }
  return [...days.values()];
}
