import { isInLife, stitchesOf, threadAt, timesDone, wasDone } from '../run';
import { logRow, type LoggedRun } from './rows';

const isReal = ({ state }: LoggedRun) => isInLife(state);
const isFinished = (r: LoggedRun) => r.state.status === 'finished';
const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
const takenOf = ({ state }: LoggedRun) => sum(Object.values(state.stepMs)) / 1000;
const plannedOf = ({ run }: LoggedRun) => sum(Object.values(run.planned));

/** Seconds that the needle took; the rest is the hands'. */
const byNeedle = ({ run, state }: LoggedRun) =>
  sum(run.score.steps.map((s) => (s.kind === 'needle' ? (state.stepMs[s.id] ?? 0) / 1000 : 0)));

/** Minutes planned and taken of each finished run, by the needle and by hands, oldest first. */
export const estimateAgainstReal = (runs: readonly LoggedRun[]) =>
  runs
    .filter((r) => isFinished(r) && isReal(r))
    .map((r) => ({
      id: r.run.id,
      name: r.run.buildName,
      begun: r.run.createdAt,
      planned: plannedOf(r) / 60,
      taken: takenOf(r) / 60,
      needle: byNeedle(r) / 60,
      hands: (takenOf(r) - byNeedle(r)) / 60,
    }))
    .sort((a, b) => a.begun - b.begun);

/** Minutes of one kind of work, in all. */
interface KindOfTime {
  kind: string;
  by: 'needle' | 'hands';
  planned: number;
  taken: number;
}
/** Minutes by what was done: the needle, and each action of the hands; the longest first. */
export function timeByKind(runs: readonly LoggedRun[]): KindOfTime[] {
  const kinds = new Map<string, KindOfTime>();
  for (const { run, state } of runs.filter(isReal))
    for (const step of run.score.steps) {
      const ms = state.stepMs[step.id];
      if (ms === undefined) continue;
      const kind = step.kind === 'needle' ? 'needle' : step.action.replaceAll('-', ' ');
      const known = kinds.get(kind) ?? {
        kind,
        by: step.kind === 'needle' ? 'needle' : 'hands',
        planned: 0,
        taken: 0,
      };
      kinds.set(kind, known);
      // What was left half-way or passed over took its time, and no plan speaks of it.
      if (wasDone(state, step.id)) known.planned += (run.planned[step.id] ?? 0) / 60;
      known.taken += ms / 60_000;
    }
  return [...kinds.values()].sort((a, b) => b.taken - a.taken);
}

/** Thread breaks of one thread or machine. */
export interface BreakRate {
  name: string;
  breaks: number;
  stitches: number;
  per10k: number;
}
/** Thread breaks for every 10,000 stitches, by thread or by machine; simulated machines count too, as theirs. */
export function breaksBy(runs: readonly LoggedRun[], by: 'thread' | 'machine'): BreakRate[] {
  const rates = new Map<string, { breaks: number; stitches: number }>();
  const of = (name: string) => {
    const known = rates.get(name) ?? { breaks: 0, stitches: 0 };
    rates.set(name, known);
    return known;
  };
  for (const { run, state } of runs.filter(isReal)) {
    const machine = run.machine?.name ?? 'by hand';
    for (const [i, step] of run.score.steps.entries()) {
      if (step.kind !== 'needle' || step.skipped) continue;
      const thread = threadAt(run, state, i);
      const sewn = stitchesOf(run, step) * timesDone(state, step.id);
      if (thread && sewn) of(by === 'thread' ? thread.name : machine).stitches += sewn;
    }
    for (const b of state.breaks) of(by === 'thread' ? b.thread : machine).breaks++;
  }
  return [...rates]
    .map(([name, { breaks, stitches }]) => ({
      name,
      breaks,
      stitches,
      per10k: stitches ? (10_000 * breaks) / stitches : 0,
    }))
    .sort((a, b) => b.per10k - a.per10k || b.stitches - a.stitches);
}

/** Items by build and how they came out. */
export function resultsByBuild(runs: readonly LoggedRun[]) {
  const builds = new Map<string, { name: string; good: number; second: number; ruined: number }>();
  for (const r of runs) {
    const known = builds.get(r.run.buildId) ?? { name: r.run.buildName, good: 0, second: 0, ruined: 0 };
    builds.set(r.run.buildId, known);
    const { good, second, ruined } = logRow(r);
    known.good += good;
    known.second += second;
    known.ruined += ruined;
  }
  return [...builds.values()].filter((b) => b.good + b.second + b.ruined > 0);
}

/** Hand time of each finished run of a build against its plan, in the order they were made: 1 is as planned. */
export const learningCurve = (runs: readonly LoggedRun[], buildId: string): { n: number; share: number }[] =>
  runs
    .filter((r) => r.run.buildId === buildId && isFinished(r) && isReal(r))
    .sort((a, b) => a.run.createdAt - b.run.createdAt)
    .flatMap((r) => {
      const hands = r.run.score.steps.filter((s) => s.kind === 'hand' && !r.state.skipped.includes(s.id));
      const planned = sum(hands.map((s) => r.run.planned[s.id] ?? 0));
      const taken = sum(hands.map((s) => r.state.stepMs[s.id] ?? 0)) / 1000;
      return planned ? [{ n: r.run.madeBefore + 1, share: taken / planned }] : [];
    });
