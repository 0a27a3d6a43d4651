import { AT_END, type RunEvent } from './events';
import { afterBack, afterBobbin, afterDone, afterStitches, type Sewn, type StepFacts } from './sewn';
import { freshRun, isOver, nextIndex, type RunState } from './state';

/** What may still be told of a run that is over. */
const AFTER_THE_END: ReadonlySet<RunEvent['type']> = new Set(['note', 'photo', 'item', 'reopened']);
/** Work since the event before, ms: as it was measured, else by the clock; a clock set back takes nothing away. */
const worked = (since: number, { at, ms }: RunEvent): number => ms ?? Math.max(0, at - since);

/** What an event meets: the state with the work up to it booked on the step under work, and that step. */
class Moment {
  readonly step: StepFacts | undefined;
  readonly stepId: string;
  constructor(
    readonly before: RunState,
    readonly state: RunState,
    private readonly at: number,
    readonly steps: readonly StepFacts[],
  ) {
    this.step = steps[state.index];
    this.stepId = this.step?.id ?? AT_END;
  }
  private booked(): RunState['stepMs'] {
    const { stepMs, spent } = this.state;
    return this.step ? { ...stepMs, [this.step.id]: (stepMs[this.step.id] ?? 0) + spent } : stepMs;
  }
  private goTo(
    index: number,
    redo: Pick<RunState, 'until' | 'then'> = { until: null, then: null },
  ): RunState {
    return {
      ...this.state,
      stepMs: this.booked(),
      status: 'running',
      index: Math.min(index, this.steps.length),
      since: this.state.since ?? this.at,
      spent: 0,
      stitch: 0,
      stitchSpent: 0,
      sewing: false,
      mending: false,
      ...redo,
    };
  }
  /** to another step of the same redo, if it is one */
  within(index: number): RunState {
    const { until, then } = this.state;
    return index <= (until ?? -1) ? this.goTo(index, { until, then }) : this.goTo(index);
  }
  onward(): RunState {
    return this.within(nextIndex(this.state));
  }
  redo(index: number, until: number, then: number): RunState {
    return this.goTo(index, { until, then });
  }
  needleAt(stitch: number): Pick<RunState, 'sewing' | 'stitch' | 'stitchSpent'> {
    return { sewing: false, stitch, stitchSpent: this.state.spent };
  }
  /** a block that is left in its middle was sewn up to where the needle stands */
  left(): Sewn {
    return this.step ? afterStitches(this.state.sewn, this.step, this.state.stitch) : this.state.sewn;
  }
  rest(status: 'paused' | 'interrupted'): RunState {
    return { ...this.state, status, since: null, sewing: false };
  }
  end(status: 'finished' | 'given-up', reason: string): RunState {
    return { ...this.state, stepMs: this.booked(), status, endedAt: this.at, since: null, spent: 0, reason };
  }
}

type After = { [T in RunEvent['type']]: (m: Moment, event: Extract<RunEvent, { type: T }>) => RunState };
/** What each event makes of the state. Those that do not fit (a double press, a step that is not under work) change nothing. */
const AFTER: After = {
  started: ({ state }, { at }) =>
    state.status === 'ready' ? { ...state, status: 'running', startedAt: at, since: at } : state,
  done: (m, event) => {
    const { state, step, stepId } = m;
    if (event.index !== state.index) return state;
    return {
      ...m.onward(),
      skipped: state.skipped.filter((s) => s !== step?.id),
      sewn: step ? afterDone(state.sewn, step) : state.sewn,
      doneAt: { ...state.doneAt, [stepId]: event.at },
      freshNeedle: step?.needle ? event.at : state.freshNeedle,
    };
  },
  skipped: (m, event) => {
    const { state, step, stepId } = m;
    if (event.index !== state.index) return state;
    return {
      ...m.onward(),
      skipped: [...state.skipped.filter((s) => s !== step?.id), stepId],
      sewn: m.left(),
    };
  },
  back: (m, { index }) => {
    const { state, steps } = m;
    if (index >= state.index) return state;
    return {
      ...m.within(index),
      returns: state.returns + 1,
      sewn: steps.slice(index, state.index).reduce(afterBack, m.left()),
    };
  },
  redo: (m, event) => {
    const { state } = m;
    if (event.index > state.index) return state;
    const until = Math.max(event.index, Math.min(event.until ?? event.index, state.index));
    const then = Math.max(event.then, until + 1);
    return { ...m.redo(event.index, until, then), redos: state.redos + 1, sewn: m.left() };
  },
  stitching: (m, { index, stitch }) =>
    index === m.state.index ? { ...m.state, ...m.needleAt(stitch), sewing: true, mending: false } : m.state,
  halted: (m, { index, stitch }) =>
    index === m.state.index ? { ...m.state, ...m.needleAt(stitch) } : m.state,
  'went-back': (m, event) => {
    const { before, state, step } = m;
    if (event.index !== state.index) return state;
    const mended = before.mending && before.since !== null ? [worked(before.since, event) / 1000] : [];
    return {
      ...state,
      ...m.needleAt(event.stitch),
      mending: false,
      mendSeconds: [...state.mendSeconds, ...mended],
      sewn: step ? afterStitches(state.sewn, step, state.stitch - event.stitch) : state.sewn,
    };
  },
  broke: (m, { at, index, stitch, thread }) => {
    const { state, stepId } = m;
    if (index !== state.index) return state;
    return {
      ...state,
      ...m.needleAt(stitch),
      mending: true,
      breaks: [...state.breaks, { at, stepId, stitch, thread }],
    };
  },
  'bobbin-changed': (m, { at, stepId, stitch, ranOut }) => {
    const { state, step, steps } = m;
    return {
      ...state,
      ...(stepId === step?.id ? m.needleAt(stitch) : {}),
      bobbins: [...state.bobbins, { at, stepId, stitch, ranOut }],
      sewn: afterBobbin(
        state.sewn,
        steps.find((s) => s.id === stepId),
        stitch,
        ranOut,
      ),
    };
  },
  'thread-changed': ({ state }, { at, stepId, name, colour }) => ({
    ...state,
    threads: [...state.threads, { at, stepId, name, colour }],
  }),
  followed: ({ state }, { rate }) => ({ ...state, rate: Math.max(state.rate, rate) }),
  'spool-weighed': ({ state }, { name, grams }) => ({ ...state, spools: { ...state.spools, [name]: grams } }),
  'needle-changed': ({ state }, { at }) => ({ ...state, freshNeedle: at }),
  slept: ({ state }) => state,
  trouble: ({ state }, { at, stepId, kind, text }) => ({
    ...state,
    troubles: [...state.troubles, { at, stepId, kind, text }],
  }),
  note: ({ state }, { at, stepId, text }) => ({ ...state, notes: [...state.notes, { at, stepId, text }] }),
  photo: ({ state }, { at, stepId, photoId }) => ({
    ...state,
    photos: [...state.photos, { at, stepId, photoId }],
  }),
  paused: (m) => (m.state.status === 'running' ? m.rest('paused') : m.state),
  interrupted: (m, { at, stitch, reason }) => {
    const { state } = m;
    if (state.status === 'ready') return state;
    return {
      ...m.rest('interrupted'),
      ...(stitch === null ? {} : m.needleAt(stitch)),
      interruptions: [...state.interruptions, { at, index: state.index, stitch, reason }],
    };
  },
  resumed: ({ state }, { at }) =>
    state.status === 'paused' || state.status === 'interrupted'
      ? { ...state, status: 'running', since: at, mending: false }
      : state,
  item: ({ state }, { n, result, reason }) => ({
    ...state,
    results: { ...state.results, [n]: { result, reason } },
  }),
  finished: (m) => m.end('finished', m.state.reason),
  'given-up': (m, { reason }) => m.end('given-up', reason),
  reopened: ({ state }, { at }) =>
    isOver(state) ? { ...state, status: 'running', endedAt: null, since: at, reason: '' } : state,
};

/** The state after one more event. */
export function runAfter(before: RunState, event: RunEvent, steps: readonly StepFacts[]): RunState {
  if (isOver(before) && !AFTER_THE_END.has(event.type)) return before;
  // Work up to this event belongs to the step that was under work.
  const state =
    before.since === null
      ? before
      : { ...before, spent: before.spent + worked(before.since, event), since: event.at };
  const after = AFTER[event.type] as (m: Moment, event: RunEvent) => RunState;
  return after(new Moment(before, state, event.at, steps), event);
}

/** The state of a run from its events, in order. */
export const reduceRun = (events: readonly RunEvent[], steps: readonly StepFacts[]): RunState =>
  events.reduce((state, event) => runAfter(state, event, steps), freshRun);
