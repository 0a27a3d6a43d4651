import { itemAt } from '../base';
import { runEventSchema, type RunEvent } from './events';

/** An event before it has its time. */
export type BareEvent = RunEvent extends infer E
  ? E extends RunEvent
    ? Omit<E, 'at' | 'ms'>
    : never
  : never;

/** When events of one moment happened. Two clocks: the device's, which may jump, and the time awake, which does not. */
export interface Moment {
  /** they were told, ms since 1970 */
  at: number;
  /** they were told, ms awake */
  clock: number;
  /** the event before them, ms awake */
  before: number;
  /** the first of them, ms awake, if it happened before the others: the trouble that the others end */
  begun?: number;
  /** of work since the event before, where it is known better than by the clock */
  ms?: number;
}

/**
 * Gives events of one moment their times. Work until the first of them is its own; what follows, until they were told,
 * belongs to the last: a step that ends a trouble took the time from the trouble on.
 * @returns null: one of them does not fit what a log keeps
 */
export function timed(
  events: readonly BareEvent[],
  { at, clock, before, begun, ms }: Moment,
): RunEvent[] | null {
  const first = Math.max(begun ?? clock, before);
  const last = events.length - 1;
  const worked = events.map((_, i) => (i === last ? Math.max(0, clock - first) : 0));
  worked[0] = ms ?? itemAt(worked, 0) + first - before;
  const whole = events.map((event, i) =>
    runEventSchema.safeParse({
      ...event,
      at: Math.round(i ? at : at - clock + first),
      ms: Math.round(itemAt(worked, i)),
    }),
  );
  const sound = whole.flatMap(({ data }) => data ?? []);
  return sound.length === events.length ? sound : null;
}
