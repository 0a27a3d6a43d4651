import type { Numbers, NumberId } from '../numbers';
import type { Machine } from '../workshop';

/** One term of a time, as it is explained. */
export interface TimeTerm {
  label: string;
  seconds: number;
  /** the figure behind it, to be asked about and changed */
  number?: NumberId;
  /** for the whole hooping, however many items are in it */
  once?: true;
}
/** How long a step takes for one item, and who is bound by it. */
export interface StepTime {
  seconds: number;
  terms: TimeTerm[];
  /** seconds in which the needle needs nobody: the rest after watching the start */
  freeSeconds: number;
  /** seconds that pass by themselves: drying, soaking */
  waitSeconds: number;
  /** done once a hooping, however many items are in it */
  perHooping: boolean;
}
/** What times depend on besides score and reading. */
export interface TimeContext {
  machine: Machine;
  numbers: Numbers;
  magneticHoop: boolean;
  /** thread of each block */
  threads: readonly ({ metallic?: boolean } | undefined)[];
}
/** By id of the step. */
export type StepTimes = Record<string, StepTime>;

/** Seconds of all terms. */
export const totalOf = (terms: readonly TimeTerm[]): number =>
  terms.reduce((total, t) => total + t.seconds, 0);
