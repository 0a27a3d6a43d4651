import { itemAt } from '../base';
import { FreeTime } from './free';
import { lastAtHead, merged, takesHands, type ScheduleStep, type ScheduleTask } from './task';
import type { LaidPlan } from './lay';

/** How sure a plan is. Seconds. */
export interface Spread {
  /** half of all weeks, and nine of ten, end by then */
  p50S: number;
  p90S: number;
  /** of hoopings with a due date, how many are in time, as a mean share; 1 where none has one */
  onTime: number;
}
interface Task {
  hooping: number;
  planned: number;
  seconds: number;
  /** never before it */
  fromS: number;
  /** it begins where its planned time has room in this; null: whenever */
  within: FreeTime | null;
  /** of the normal law whose exponential it is spread by; 0: it takes as long as it takes */
  sigma: number;
  mean: number;
  /** tasks that must be over, by their number */
  after: number[];
}
/** Weeks that are gone through; of a batch with very many steps fewer, so many steps in all. */
const WEEKS = 2000;
const MOST_STEPS = 20_000_000;

/**
 * Goes through many weeks in which steps take more or less than planned (log-normal with the planned mean): everybody and every head
 * does the same in the same order, as soon as what is before it is over. @param dice uniform in 0-1  @returns null: nothing is spread
 */
export function spreadOf(task: ScheduleTask, plan: LaidPlan, dice: () => number): Spread | null {
  if (!task.hoopings.some(({ steps }) => steps.some(({ cv }) => cv > 0))) return null;
  const tasks = tasksOf(task, plan);
  const weeks = inOrder(tasks);
  const due = task.hoopings.flatMap(({ dueS }, n) =>
    dueS === null ? [] : [{ dueS, last: weeks.placeOf(tasks.findLastIndex(({ hooping }) => hooping === n)) }],
  );
  let inTime = 0;
  const finishes: number[] = [];
  const normal = normals(dice);
  const many = Math.max(100, Math.min(WEEKS, Math.floor(MOST_STEPS / tasks.length)));
  for (let week = 0; week < many; week++) {
    finishes.push(weeks.goThrough(normal));
    for (const { dueS, last } of due) if ((weeks.ends[last] as number) <= dueS) inTime++;
  }
  finishes.sort((a, b) => a - b);
  const at = (share: number) => itemAt(finishes, Math.ceil(share * many) - 1);
  return { p50S: at(0.5), p90S: at(0.9), onTime: due.length ? inTime / (many * due.length) : 1 };
}
/** The tasks as plain rows of figures, in the order in which they begin: a week is gone through in one sweep. */
function inOrder(tasks: readonly Task[]) {
  const ordered = tasks
    .map((_, n) => n)
    .sort((a, b) => itemAt(tasks, a).planned - itemAt(tasks, b).planned || a - b);
  const places = new Map(ordered.map((n, place) => [n, place]));
  const rows = ordered.map((n) => itemAt(tasks, n));
  const figures = (of: (task: Task) => number) => Float64Array.from(rows, of);
  const [fromS, seconds, sigma, mean] = [figures((t) => t.fromS), figures((t) => t.seconds), figures((t) => t.sigma), figures((t) => t.mean)]; // prettier-ignore
  const after = Int32Array.from(rows.flatMap((t) => t.after.map((n) => places.get(n) ?? 0)));
  const afterFrom = new Int32Array(rows.length + 1);
  rows.forEach((t, n) => (afterFrom[n + 1] = (afterFrom[n] as number) + t.after.length));
  const ends = new Float64Array(rows.length);
  return {
    ends,
    placeOf: (task: number) => places.get(task) ?? -1,
    /** @returns when the last one ends */
    goThrough(normal: () => number): number {
      let finish = 0;
      for (let n = 0; n < rows.length; n++) {
        let start = fromS[n] as number;
        for (let k = afterFrom[n] as number; k < (afterFrom[n + 1] as number); k++)
          start = Math.max(start, ends[after[k] as number] as number);
        const found = rows[n]?.within?.find(start, seconds[n] as number) ?? start;
        // Past the last shift it is done whenever: it is too late anyway.
        if (found < Infinity) start = found;
        const spread = sigma[n] as number;
        const end =
          start + (spread ? Math.exp((mean[n] as number) + spread * normal()) : (seconds[n] as number));
        ends[n] = end;
        if (end > finish) finish = end;
      }
      return finish;
    },
  };
}
/** All that is done, with what must be over before: the step before it, and what the same person, head and frame did before. */
function tasksOf(task: ScheduleTask, plan: LaidPlan): Task[] {
  const tasks: Task[] = [];
  const onPerson = new Map<number, number[]>();
  const holds: { of: string; from: number; to: number }[] = [];
  const own = (person: number) => {
    const known = onPerson.get(person) ?? [];
    onPerson.set(person, known);
    return known;
  };
  const put = (task: Omit<Task, 'sigma' | 'mean'>, cv: number, person: number): number => {
    // Mean and spread of a log-normal: sigma² = ln(1 + cv²), mu = ln(mean) − sigma² / 2.
    const variance = Math.log(1 + cv * cv);
    const isSpread = cv > 0 && task.seconds > 0;
    const n = tasks.push({ ...task, sigma: isSpread ? Math.sqrt(variance) : 0, mean: isSpread ? Math.log(task.seconds) - variance / 2 : 0 }) - 1; // prettier-ignore
    if (person >= 0) own(person).push(n);
    return n;
  };
  const shifts = task.people.map((p) => FreeTime.of(merged(p.shifts)));
  const present = FreeTime.of(merged(task.people.flatMap((p) => p.shifts)));
  const withinOf = (step: ScheduleStep, person: number) =>
    takesHands(step)
      ? (shifts[person] ?? null)
      : step.kind === 'needle' && !task.machineRunsAlone
        ? present
        : null;
  plan.hoopings.forEach(({ head, frame, setup, steps }, hooping) => {
    const own = itemAt(task.hoopings, hooping);
    const [first, last] = [own.steps.findIndex(({ atHead }) => atHead), lastAtHead(own)];
    const freeS = task.heads[head]?.availableFromS ?? 0;
    const set = setup ? put({ hooping: -1, planned: setup.startS, seconds: task.setupSeconds, fromS: freeS, within: shifts[setup.person] ?? null, after: [] }, 0, setup.person) : -1; // prettier-ignore
    let before = -1;
    const numbers = steps.map(({ startS, person }, n) => {
      const step = itemAt(own.steps, n);
      const after = [...(before >= 0 ? [before] : []), ...(n === first && set >= 0 ? [set] : [])];
      const fromS = Math.max(own.releaseS, n === first ? freeS : 0);
      before = put(
        { hooping, planned: startS, seconds: step.seconds, fromS, within: withinOf(step, person), after },
        step.cv,
        takesHands(step) ? person : -1,
      );
      return before;
    });
    if (head < 0) return;
    const to = itemAt(numbers, last);
    holds.push({ of: `head ${head}`, from: set >= 0 ? set : itemAt(numbers, first), to });
    if (frame >= 0) holds.push({ of: `frame ${frame} ${own.frameKind}`, from: itemAt(numbers, 0), to });
  });
  const byBegin = (a: number, b: number) => itemAt(tasks, a).planned - itemAt(tasks, b).planned || a - b;
  for (const chain of onPerson.values()) {
    chain.sort(byBegin);
    chain.forEach((n, at) => at > 0 && itemAt(tasks, n).after.push(itemAt(chain, at - 1)));
  }
  const last = new Map<string, number>();
  for (const { of, from, to } of holds.sort((a, b) => byBegin(a.from, b.from))) {
    const before = last.get(of);
    if (before !== undefined) itemAt(tasks, from).after.push(before);
    last.set(of, to);
  }
  return tasks;
}
/** Normal numbers from uniform ones, two at a time (G. Box, M. Muller 1958). */
function normals(dice: () => number): () => number {
  let spare: number | null = null;
  return () => {
    if (spare !== null) {
      const kept = spare;
      spare = null;
      return kept;
    }
    const [radius, angle] = [Math.sqrt(-2 * Math.log(1 - dice())), 2 * Math.PI * dice()];
    spare = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
}
