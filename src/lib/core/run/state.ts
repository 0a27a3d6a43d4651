import type { ItemResult, TroubleKind } from './events';
import { NOTHING_SEWN, type Sewn } from './sewn';

interface RunNote {
  at: number;
  stepId: string;
  text: string;
}
/** What the events of a run come to. Times in ms; `at` times since 1970. */
export interface RunState {
  status: 'ready' | 'running' | 'paused' | 'interrupted' | 'finished' | 'given-up';
  /** step under work, 0-based */
  index: number;
  startedAt: number | null;
  endedAt: number | null;
  /** time of the last event while running; null when nothing is under way */
  since: number | null;
  /** milliseconds spent on the step under work before `since` */
  spent: number;
  /** milliseconds spent on each step so far, all visits added */
  stepMs: Record<string, number>;
  /** where the needle stands in its block, as far as it was told, and the `spent` of that moment */
  stitch: number;
  stitchSpent: number;
  /** the needle runs */
  sewing: boolean;
  /** the thread broke and is not mended yet */
  mending: boolean;
  /** fastest a machine was followed at; above 1 its times say nothing about real ones */
  rate: number;
  /** in a redo: its last step, and the step to go on with after it */
  until: number | null;
  then: number | null;
  /** steps gone back to */
  returns: number;
  redos: number;
  skipped: string[];
  sewn: Sewn;
  /** when each step was done last, ms since 1970 */
  doneAt: Record<string, number>;
  breaks: { at: number; stepId: string; stitch: number; thread: string }[];
  /** seconds from each break until the needle went back */
  mendSeconds: number[];
  bobbins: { at: number; stepId: string; stitch: number; ranOut: boolean }[];
  /** when a fresh needle was put in last, ms since 1970; null: none was */
  freshNeedle: number | null;
  threads: { at: number; stepId: string; name: string; colour: string }[];
  /** grams of thread by its name, as weighed */
  spools: Record<string, number>;
  troubles: { at: number; stepId: string; kind: TroubleKind; text: string }[];
  notes: RunNote[];
  photos: { at: number; stepId: string; photoId: string }[];
  interruptions: { at: number; index: number; stitch: number | null; reason: string }[];
  /** by item of the hooping; those that are not judged are missing */
  results: Record<number, { result: ItemResult; reason: string }>;
  /** why it was given up */
  reason: string;
}

/** before its first event */
export const freshRun: RunState = {
  status: 'ready',
  index: 0,
  startedAt: null,
  endedAt: null,
  since: null,
  spent: 0,
  stepMs: {},
  stitch: 0,
  stitchSpent: 0,
  sewing: false,
  mending: false,
  rate: 1,
  until: null,
  then: null,
  returns: 0,
  redos: 0,
  skipped: [],
  sewn: NOTHING_SEWN,
  doneAt: {},
  breaks: [],
  mendSeconds: [],
  bobbins: [],
  freshNeedle: null,
  threads: [],
  spools: {},
  troubles: [],
  notes: [],
  photos: [],
  interruptions: [],
  results: {},
  reason: '',
};

/** Whether its times are those of life; a machine may be followed that runs faster. */
export const isInLife = ({ rate }: Pick<RunState, 'rate'>): boolean => rate <= 1;
/** Whether nothing more is sewn in it. */
export const isOver = ({ status }: RunState): boolean => status === 'finished' || status === 'given-up';

/** The step after the one under work. */
export const nextIndex = ({ index, until, then }: Pick<RunState, 'index' | 'until' | 'then'>): number =>
  then !== null && index >= (until ?? index) ? then : index + 1;

/** How often a step was done to its end; more than once only where it was told to be done once more. */
export const timesDone = ({ sewn }: Pick<RunState, 'sewn'>, stepId: string): number =>
  sewn.times[stepId] ?? 0;
/** Whether a step was done to its end at least once. */
export const wasDone = (state: Pick<RunState, 'sewn'>, stepId: string): boolean =>
  timesDone(state, stepId) > 0;

/** Items of the hooping that nobody has judged, from 0. */
export const unjudged = ({ results }: Pick<RunState, 'results'>, items: number): number[] =>
  Array.from({ length: items }, (_, n) => n).filter((n) => !results[n]);

/** Seconds on the step under work. @param now on the clock of work: `since` and what has passed since */
export const stepSeconds = (state: RunState, now: number): number =>
  (state.spent + (state.since === null ? 0 : Math.max(0, now - state.since))) / 1000;
/** Seconds on all steps of the run so far. */
export const runSeconds = (state: RunState, now: number): number =>
  Object.values(state.stepMs).reduce((sum, ms) => sum + ms, 0) / 1000 + stepSeconds(state, now);
