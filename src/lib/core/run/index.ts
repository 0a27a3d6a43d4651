/**
 * A run is its list of events; what the screen shows, where it resumes and what the log says are all reductions of it.
 * Times are milliseconds since 1970, handed in with each event: the core has no clock.
 */
import * as z from 'zod';
import type { Score } from '../score';

export const runEventSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('started'), at: z.number() }),
  /** forward: the step at `index` is done, the next one begins */
  z.object({ type: z.literal('done'), at: z.number(), stepId: z.string(), index: z.int().min(0) }),
  /** back to the step at `index` */
  z.object({ type: z.literal('back'), at: z.number(), index: z.int().min(0) }),
  z.object({ type: z.literal('note'), at: z.number(), stepId: z.string(), text: z.string().max(4000) }),
  z.object({ type: z.literal('paused'), at: z.number() }),
  z.object({ type: z.literal('resumed'), at: z.number() }),
  z.object({ type: z.literal('finished'), at: z.number() }),
  z.object({ type: z.literal('given-up'), at: z.number(), reason: z.string().max(400) }),
]);
export type RunEvent = z.infer<typeof runEventSchema>;

/** A run keeps the score it was started with: later changes of the build must not change what was sewn. */
export interface RunRecord {
  id: string;
  buildId: string;
  buildName: string;
  tapeId: string;
  /** ms since 1970 */
  createdAt: number;
  score: Score;
  /** planned seconds by step */
  planned: Record<string, number>;
}

export interface RunNote {
  at: number;
  stepId: string;
  text: string;
}
export interface RunState {
  status: 'ready' | 'running' | 'paused' | 'finished' | 'given-up';
  /** step under work, 0-based */
  index: number;
  startedAt: number | null;
  endedAt: number | null;
  /** since when the step under work is running; null when paused or over */
  since: number | null;
  /** milliseconds spent on the step under work before `since` */
  spent: number;
  /** milliseconds spent on each step so far, all visits added */
  stepMs: Record<string, number>;
  /** steps gone back to */
  returns: number;
  notes: RunNote[];
}

const freshRun: RunState = {
  status: 'ready',
  index: 0,
  startedAt: null,
  endedAt: null,
  since: null,
  spent: 0,
  stepMs: {},
  returns: 0,
  notes: [],
};

/** A clock set back must not make time run backwards. */
const elapsed = (state: RunState, at: number) =>
  state.spent + (state.since === null ? 0 : Math.max(0, at - state.since));

export function runAfter(state: RunState, event: RunEvent, stepIds: readonly string[]): RunState {
  const book = (): Pick<RunState, 'stepMs'> => {
    const id = stepIds[state.index];
    return { stepMs: { ...state.stepMs, [id]: (state.stepMs[id] ?? 0) + elapsed(state, event.at) } };
  };
  const over = state.status === 'finished' || state.status === 'given-up';
  switch (event.type) {
    case 'started':
      return state.status === 'ready'
        ? { ...state, status: 'running', startedAt: event.at, since: event.at }
        : state;
    case 'done':
      if (over || event.index !== state.index) return state;
      return {
        ...state,
        ...book(),
        status: 'running',
        index: Math.min(state.index + 1, stepIds.length),
        since: event.at,
        spent: 0,
      };
    case 'back':
      if (over || event.index >= state.index) return state;
      return {
        ...state,
        ...(state.index < stepIds.length ? book() : {}),
        status: 'running',
        index: event.index,
        since: event.at,
        spent: 0,
        returns: state.returns + 1,
      };
    case 'note':
      return { ...state, notes: [...state.notes, { at: event.at, stepId: event.stepId, text: event.text }] };
    case 'paused':
      return state.status === 'running'
        ? { ...state, status: 'paused', spent: elapsed(state, event.at), since: null }
        : state;
    case 'resumed':
      return state.status === 'paused' ? { ...state, status: 'running', since: event.at } : state;
    case 'finished':
      return over ? state : { ...state, status: 'finished', endedAt: event.at, since: null };
    case 'given-up':
      return over
        ? state
        : {
            ...state,
            ...(state.index < stepIds.length ? book() : {}),
            status: 'given-up',
            endedAt: event.at,
            since: null,
          };
  }
}

/** The state of a run from its events, in order. */
export const reduceRun = (events: readonly RunEvent[], stepIds: readonly string[]): RunState =>
  events.reduce((state, event) => runAfter(state, event, stepIds), freshRun);

/** Seconds on the step under work. */
export const stepSeconds = (state: RunState, now: number): number => elapsed(state, now) / 1000;
/** Seconds that were planned for the whole run. */
export const plannedSeconds = ({ planned }: Pick<RunRecord, 'planned'>): number =>
  Object.values(planned).reduce((sum, s) => sum + s, 0);
/** Seconds on all steps of the run so far. */
export const runSeconds = (state: RunState, now: number): number =>
  Object.values(state.stepMs).reduce((sum, ms) => sum + ms, 0) / 1000 +
  (state.endedAt === null ? stepSeconds(state, now) : 0);
