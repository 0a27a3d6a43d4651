import { itemAt } from '../base';
import type { LaidPlan } from './lay';
import { normals } from './normals';
import { tasksOf } from './planned';
import type { ScheduleTask } from './task';
import { Weeks } from './weeks';

/** How sure a plan is. Seconds. */
export interface Spread {
  /** half of all weeks, and nine of ten, end by then */
  p50S: number;
  p90S: number;
  /** of hoopings with a due date, how many are in time, as a mean share; 1 where none has one */
  onTime: number;
}
/** Weeks that are gone through; where time is up fewer, but so many at least. */
const WEEKS = 2000;
const LEAST_WEEKS = 100;
/** How many weeks are gone through. */
export interface WeeksTask {
  most?: number;
  mayGoOn?: () => boolean;
}

/** Whether anything of a batch is spread. */
const isSpread = (task: ScheduleTask) => task.hoopings.some(({ steps }) => steps.some(({ cv }) => cv > 0));
/**
 * Goes through many weeks in which steps take more or less than planned (log-normal with the planned mean).
 * @param dice uniform in 0-1  @param seen told of each week when all is done, and when each hooping is, s  @returns so many weeks
 */
function throughWeeks(
  task: ScheduleTask,
  plan: LaidPlan,
  dice: () => number,
  seen: (finishS: number, endOf: (hooping: number) => number) => void,
  { most = WEEKS, mayGoOn = () => true }: WeeksTask = {},
): number {
  const tasks = tasksOf(task, plan);
  const week = new Weeks(task, tasks);
  const last = task.hoopings.map(() => -1);
  tasks.forEach(({ hooping }, n) => hooping >= 0 && (last[hooping] = Math.max(n, last[hooping] ?? -1)));
  const normal = normals(dice);
  const endOf = (hooping: number) => week.ends[itemAt(last, hooping)] ?? 0;
  let many = 0;
  for (; many < most && (many < LEAST_WEEKS || mayGoOn()); many++) seen(week.goThrough(normal), endOf);
  return many;
}
/** The value that a share of all lie below, or at. */
const below = (sorted: readonly number[], share: number) =>
  itemAt(sorted, Math.max(0, Math.ceil(share * sorted.length) - 1));

/** @returns null: nothing is spread */
export function spreadOf(
  task: ScheduleTask,
  plan: LaidPlan,
  dice: () => number,
  mayGoOn: () => boolean,
): Spread | null {
  if (!isSpread(task)) return null;
  const due = task.hoopings.flatMap(({ dueS }, n) => (dueS === null ? [] : [{ dueS, n }]));
  let inTime = 0;
  const finishes: number[] = [];
  const many = throughWeeks(
    task,
    plan,
    dice,
    (finishS, endOf) => {
      finishes.push(finishS);
      for (const { dueS, n } of due) if (endOf(n) <= dueS) inTime++;
    },
    { mayGoOn },
  );
  finishes.sort((a, b) => a - b);
  return {
    p50S: below(finishes, 0.5),
    p90S: below(finishes, 0.9),
    onTime: due.length ? inTime / (many * due.length) : 1,
  };
}

/** What must be done by when: hoopings of a task by their number. */
export interface Duty {
  hoopings: readonly number[];
  /** null: whenever */
  dueS: number | null;
}
/** How sure a plan is, duty by duty. Seconds, shares 0-1. */
export interface Sureness {
  /** one week in ten, half and nine of ten end by then */
  p10S: number;
  p50S: number;
  p90S: number;
  /** by duty: when it is done in half and in nine of ten weeks, and how often by its due date (null: it has none) */
  duties: { p50S: number; p90S: number; onTime: number | null }[];
  /** of all weeks, those in which any duty is late */
  late: number;
}
/** Goes through the weeks of a plan, and sees when each duty is done. */
export function surenessOf(
  task: ScheduleTask,
  plan: LaidPlan,
  duties: readonly Duty[],
  dice: () => number,
  weeks: WeeksTask = {},
): Sureness {
  const ends = duties.map((): number[] => []);
  const finishes: number[] = [];
  let late = 0;
  const many = throughWeeks(
    task,
    plan,
    dice,
    (finishS, endOf) => {
      finishes.push(finishS);
      let isLate = false;
      duties.forEach(({ hoopings, dueS }, n) => {
        const doneS = hoopings.reduce((latest, h) => Math.max(latest, endOf(h)), 0);
        itemAt(ends, n).push(doneS);
        if (dueS !== null && doneS > dueS) isLate = true;
      });
      if (isLate) late++;
    },
    weeks,
  );
  finishes.sort((a, b) => a - b);
  return {
    p10S: below(finishes, 0.1),
    p50S: below(finishes, 0.5),
    p90S: below(finishes, 0.9),
    late: late / many,
    duties: ends.map((own, n) => {
      const dueS = duties[n]?.dueS ?? null;
      const onTime = dueS === null ? null : own.filter((s) => s <= dueS).length / many;
      own.sort((a, b) => a - b);
      return { p50S: below(own, 0.5), p90S: below(own, 0.9), onTime };
    }),
  };
}
