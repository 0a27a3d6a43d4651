import { itemAt } from '../base';
import {
  isInLife,
  isOver,
  itemsIn,
  timesDone,
  wasDone,
  type ItemResult,
  type RunRecord,
  type RunState,
} from '../run';

/** A run as it was planned, and what its events come to. */
export interface LoggedRun {
  run: RunRecord;
  state: RunState;
}
/** A run as one row of the log. Times in seconds. */
export interface LogRow {
  id: string;
  buildId: string;
  name: string;
  /** ms since 1970 */
  begun: number;
  status: RunState['status'];
  machine: string;
  hoop: string;
  items: number;
  good: number;
  seconds: number;
  /** of the steps done so far, so that a run under way can be compared */
  planned: number;
  breaks: number;
  /** changes of the bobbin, and those because it ran out */
  bobbins: number;
  ranOut: number;
  redos: number;
  notes: number;
  photos: number;
  second: number;
  ruined: number;
  why: string;
  /** a simulated machine ran faster than life */
  simulated: boolean;
  tape: string;
  buildVersion: string;
}

const countResult = (state: RunState, run: RunRecord, result: ItemResult): number => {
  const judged = Object.values(state.results).filter((r) => r.result === result).length;
  // A run that was given up spoiled what was not judged; one that was finished by an older version made good items.
  const open = itemsIn(run) - Object.keys(state.results).length;
  if (result === 'good' && state.status === 'finished') return judged + open;
  return result === 'ruined' && state.status === 'given-up' ? judged + open : judged;
};

/** The row of a run, as far as it has come. */
export function logRow({ run, state }: LoggedRun): LogRow {
  const taken = Object.values(state.stepMs).reduce((sum, ms) => sum + ms, 0) / 1000;
  const reasons = Object.values(state.results).map((r) => r.reason);
  return {
    id: run.id,
    buildId: run.buildId,
    name: run.buildName,
    begun: run.createdAt,
    status: state.status,
    machine: run.machine?.name ?? '',
    hoop: run.hoop,
    items: itemsIn(run),
    good: countResult(state, run, 'good'),
    seconds: taken,
    planned: run.score.steps.reduce(
      (sum, s) => sum + (wasDone(state, s.id) ? (run.planned[s.id] ?? 0) : 0),
      0,
    ),
    breaks: state.breaks.length,
    bobbins: state.bobbins.length,
    ranOut: state.bobbins.filter((b) => b.ranOut).length,
    redos: state.redos,
    notes: state.notes.length,
    photos: state.photos.length,
    second: countResult(state, run, 'second'),
    ruined: countResult(state, run, 'ruined'),
    why: [...new Set([...reasons, state.reason].filter(Boolean))].join('; '),
    simulated: !isInLife(state),
    tape: run.tapeId,
    buildVersion: run.buildVersion,
  };
}

/** Share of a run's items that came out well, 0-1. */
export const goodShare = ({ good, items }: LogRow): number => (items ? good / items : 0);

/** Empty or 0 lets everything through. */
export interface LogFilter {
  buildId: string;
  machine: string;
  result: '' | 'finished' | 'open' | 'spoiled' | 'trouble';
  /** days back from now; 0: all */
  days: number;
  text: string;
}
/** Lets everything through. */
export const ALL_RUNS: LogFilter = { buildId: '', machine: '', result: '', days: 0, text: '' };

/** @param now ms since 1970 */
export function filterLog<R extends LoggedRun>(runs: readonly R[], filter: LogFilter, now: number): R[] {
  const words = filter.text.trim().toLowerCase();
  return runs.filter((logged) => {
    const row = logRow(logged);
    const { state } = logged;
    if (filter.buildId && row.buildId !== filter.buildId) return false;
    if (filter.machine && row.machine !== filter.machine) return false;
    if (filter.days && row.begun < now - filter.days * 86_400_000) return false;
    if (filter.result === 'finished' && state.status !== 'finished') return false;
    if (filter.result === 'open' && isOver(state)) return false;
    if (filter.result === 'spoiled' && !row.second && !row.ruined) return false;
    if (filter.result === 'trouble' && !row.breaks && !row.ranOut && !row.redos && !state.troubles.length)
      return false;
    const texts = [
      row.name,
      row.why,
      ...state.notes.map((n) => n.text),
      ...state.troubles.map((t) => t.text),
    ];
    return !words || texts.join(' ').toLowerCase().includes(words);
  });
}

/** A step of a run beside its plan. Seconds, for the whole hooping. */
export interface StepRow {
  id: string;
  kind: 'needle' | 'hand';
  title: string;
  action: string;
  planned: number;
  /** seconds; null: not reached */
  taken: number | null;
  skipped: boolean;
  /** how often it was done to its end */
  times: number;
}
/** The steps of a run in the order of its score. */
export const stepRows = ({ run, state }: LoggedRun): StepRow[] =>
  run.score.steps.map((s) => ({
    id: s.id,
    kind: s.kind,
    title: s.title,
    action: s.kind === 'hand' ? s.action : s.role,
    planned: run.planned[s.id] ?? 0,
    taken: state.stepMs[s.id] === undefined ? null : itemAt(state.stepMs, s.id) / 1000,
    skipped: state.skipped.includes(s.id),
    times: timesDone(state, s.id),
  }));
