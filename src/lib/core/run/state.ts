import type { ItemResult, RunEvent, TroubleKind } from './events';
import {
  afterBack,
  afterBobbin,
  afterDone,
  afterStitches,
  NOTHING_SEWN,
  type Sewn,
  type StepFacts,
} from './sewn';

interface RunNote {
  at: number;
  stepId: string;
  text: string;
}
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

const freshRun: RunState = {
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
  threads: [],
  spools: {},
  troubles: [],
  notes: [],
  photos: [],
  interruptions: [],
  results: {},
  reason: '',
};

export const isOver = ({ status }: RunState): boolean => status === 'finished' || status === 'given-up';

/** The step after the one under work. */
export const nextIndex = ({ index, until, then }: Pick<RunState, 'index' | 'until' | 'then'>): number =>
  then !== null && index >= (until ?? index) ? then : index + 1;

/** How often a step was done to its end; more than once only where it was told to be done once more. */
export const timesDone = ({ sewn }: Pick<RunState, 'sewn'>, stepId: string): number =>
  sewn.times[stepId] ?? 0;
export const wasDone = (state: Pick<RunState, 'sewn'>, stepId: string): boolean =>
  timesDone(state, stepId) > 0;

/** What may still be told of a run that is over. */
const AFTER_THE_END: ReadonlySet<RunEvent['type']> = new Set(['note', 'photo', 'item', 'reopened']);
/** Items of the hooping that nobody has judged, from 0. */
export const unjudged = ({ results }: Pick<RunState, 'results'>, items: number): number[] =>
  Array.from({ length: items }, (_, n) => n).filter((n) => !results[n]);

/** Work since the event before, ms: as it was measured, else by the clock; a clock set back takes nothing away. */
const worked = (since: number, { at, ms }: RunEvent): number => ms ?? Math.max(0, at - since);

/** The state after one more event. Events that do not fit (a double press, a step that is not under work) change nothing. */
export function runAfter(before: RunState, event: RunEvent, steps: readonly StepFacts[]): RunState {
  if (isOver(before) && !AFTER_THE_END.has(event.type)) return before;
  // Work up to this event belongs to the step that was under work.
  const state =
    before.since === null
      ? before
      : { ...before, spent: before.spent + worked(before.since, event), since: event.at };
  const step = steps[state.index] as StepFacts | undefined;
  const id = step?.id;
  const stepId = id ?? 'end';
  const booked = () =>
    id === undefined ? state.stepMs : { ...state.stepMs, [id]: (state.stepMs[id] ?? 0) + state.spent };
  const goTo = (index: number, redo: Pick<RunState, 'until' | 'then'> = { until: null, then: null }): RunState => ({
    ...state,
    stepMs: booked(),
    status: 'running',
    index: Math.min(index, steps.length),
    since: state.since ?? event.at,
    spent: 0,
    stitch: 0,
    stitchSpent: 0,
    sewing: false,
    mending: false,
    ...redo,
  });
  /** to another step of the same redo, if it is one */
  const within = (index: number) =>
    index <= (state.until ?? -1) ? goTo(index, { until: state.until, then: state.then }) : goTo(index);
  const onward = () => within(nextIndex(state));
  const needleAt = (stitch: number) => ({ sewing: false, stitch, stitchSpent: state.spent });
  /** a block that is left in its middle was sewn up to where the needle stands */
  const left = () => (step ? afterStitches(state.sewn, step, state.stitch) : state.sewn);
  const rest = (status: 'paused' | 'interrupted'): RunState => ({ ...state, status, since: null, sewing: false });

  switch (event.type) {
    case 'started':
      return state.status === 'ready'
        ? { ...state, status: 'running', startedAt: event.at, since: event.at }
        : state;
    case 'done':
      if (event.index !== state.index) return state;
      return {
        ...onward(),
        skipped: state.skipped.filter((s) => s !== id),
        sewn: step ? afterDone(state.sewn, step) : state.sewn,
        doneAt: { ...state.doneAt, [stepId]: event.at },
      };
    case 'skipped':
      if (event.index !== state.index) return state;
      return { ...onward(), skipped: [...state.skipped.filter((s) => s !== id), stepId], sewn: left() };
    case 'back':
      if (event.index >= state.index) return state;
      return {
        ...within(event.index),
        returns: state.returns + 1,
        sewn: steps.slice(event.index, state.index).reduce(afterBack, left()),
      };
    case 'redo': {
      if (event.index > state.index) return state;
      const until = Math.max(event.index, Math.min(event.until ?? event.index, state.index));
      const then = Math.max(event.then, until + 1);
      return { ...goTo(event.index, { until, then }), redos: state.redos + 1, sewn: left() };
    }
    case 'stitching':
      return event.index === state.index ? { ...state, ...needleAt(event.stitch), sewing: true, mending: false } : state;
    case 'halted':
      return event.index === state.index ? { ...state, ...needleAt(event.stitch) } : state;
    case 'went-back': {
      if (event.index !== state.index) return state;
      const mends = before.mending && before.since !== null;
      const mendSeconds = mends ? [...state.mendSeconds, worked(before.since as number, event) / 1000] : state.mendSeconds; // prettier-ignore
      const again = step ? afterStitches(state.sewn, step, state.stitch - event.stitch) : state.sewn;
      return { ...state, ...needleAt(event.stitch), mending: false, mendSeconds, sewn: again };
    }
    case 'broke':
      if (event.index !== state.index) return state;
      return {
        ...state,
        ...needleAt(event.stitch),
        mending: true,
        breaks: [...state.breaks, { at: event.at, stepId, stitch: event.stitch, thread: event.thread }],
      };
    case 'bobbin-changed': {
      const { at, stitch, ranOut } = event;
      return {
        ...state,
        ...(event.stepId === id ? needleAt(stitch) : {}),
        bobbins: [...state.bobbins, { at, stepId: event.stepId, stitch, ranOut }],
        sewn: afterBobbin(state.sewn, steps.find((s) => s.id === event.stepId), stitch, ranOut),
      };
    }
    case 'thread-changed': {
      const { at, name, colour } = event;
      return { ...state, threads: [...state.threads, { at, stepId: event.stepId, name, colour }] };
    }
    case 'followed':
      return { ...state, rate: Math.max(state.rate, event.rate) };
    case 'spool-weighed':
      return { ...state, spools: { ...state.spools, [event.name]: event.grams } };
    case 'needle-changed':
    case 'slept':
      return state;
    case 'trouble': {
      const { at, kind, text } = event;
      return { ...state, troubles: [...state.troubles, { at, stepId: event.stepId, kind, text }] };
    }
    case 'note':
      return { ...state, notes: [...state.notes, { at: event.at, stepId: event.stepId, text: event.text }] };
    case 'photo':
      return { ...state, photos: [...state.photos, { at: event.at, stepId: event.stepId, photoId: event.photoId }] };
    case 'paused':
      return state.status === 'running' ? rest('paused') : state;
    case 'interrupted': {
      if (state.status === 'ready') return state;
      const { at, stitch, reason } = event;
      const known = { at, index: state.index, stitch, reason };
      return {
        ...rest('interrupted'),
        ...(stitch === null ? {} : needleAt(stitch)),
        interruptions: [...state.interruptions, known],
      };
    }
    case 'resumed':
      return state.status === 'paused' || state.status === 'interrupted'
        ? { ...state, status: 'running', since: event.at, mending: false }
        : state;
    case 'item':
      return {
        ...state,
        results: { ...state.results, [event.n]: { result: event.result, reason: event.reason } },
      };
    case 'finished':
      return { ...state, stepMs: booked(), status: 'finished', endedAt: event.at, since: null, spent: 0 };
    case 'given-up':
      return {
        ...state,
        stepMs: booked(),
        status: 'given-up',
        endedAt: event.at,
        since: null,
        spent: 0,
        reason: event.reason,
      };
    case 'reopened':
      return isOver(state) ? { ...state, status: 'running', endedAt: null, since: event.at, reason: '' } : state;
  }
} // prettier-ignore

/** The state of a run from its events, in order. */
export const reduceRun = (events: readonly RunEvent[], steps: readonly StepFacts[]): RunState =>
  events.reduce((state, event) => runAfter(state, event, steps), freshRun);

/** Seconds on the step under work. @param now on the clock of work: `since` and what has passed since */
export const stepSeconds = (state: RunState, now: number): number =>
  (state.spent + (state.since === null ? 0 : Math.max(0, now - state.since))) / 1000;
/** Seconds on all steps of the run so far. */
export const runSeconds = (state: RunState, now: number): number =>
  Object.values(state.stepMs).reduce((sum, ms) => sum + ms, 0) / 1000 + stepSeconds(state, now);
