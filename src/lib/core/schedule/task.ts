import { fail, formatDuration, ok, type Result } from '../base';

/** A piece of work of a hooping; nobody breaks it off. */
export interface ScheduleStep {
  id: string;
  /** what it is called where it is told of; missing: its id */
  label?: string;
  kind: 'needle' | 'hand' | 'wait';
  seconds: number;
  /** the hooping is on the head; of the needle always */
  atHead: boolean;
  /** of the needle: somebody stays with it */
  attended: boolean;
  /** spread of its time, as a share of it; 0: it takes as long as it takes */
  cv: number;
}
/** One hooping of an order. Times in seconds from the beginning of the plan. */
export interface ScheduleHooping {
  id: string;
  /** what it is called where it is told of */
  label: string;
  /** heads that it may be sewn on; null: any */
  heads: readonly string[] | null;
  /** the kind of frame that it is hooped in; null: there are enough */
  frameKind: string | null;
  dueS: number | null;
  releaseS: number;
  /** what the head must be set up for: its threads, as one word */
  setup: string;
  steps: readonly ScheduleStep[];
  /** under way already: nothing comes before it on its head */
  isBegun?: boolean;
}
export interface ScheduleTask {
  heads: readonly { id: string; availableFromS: number; setup: string | null }[];
  people: readonly Worker[];
  /** null: no frame is short */
  frames: readonly { kind: string; count: number }[] | null;
  hoopings: readonly ScheduleHooping[];
  /** that a head takes for another setup; 0: none is needed */
  setupSeconds: number;
  /** the needle may run where nobody is in a shift */
  machineRunsAlone: boolean;
}
/** Somebody, when they are there, and whether they work at heads too. */
export interface Worker {
  id: string;
  shifts: readonly Shift[];
  /** missing: they do everything */
  isTableOnly?: boolean;
}
export interface Shift {
  fromS: number;
  toS: number;
}
/** Sums of seconds are told apart no finer. */
export const NEXT_TO_NOTHING = 1e-6;

export const takesHands = ({ kind, attended }: ScheduleStep): boolean =>
  kind === 'hand' || (kind === 'needle' && attended);
/** Whether somebody may do it. */
export const mayDo = ({ isTableOnly = false }: Worker, { atHead }: Pick<ScheduleStep, 'atHead'>): boolean =>
  !(isTableOnly && atHead);
/** Steps up to the last one at the head, which is held until then. */
export const lastAtHead = ({ steps }: Pick<ScheduleHooping, 'steps'>): number =>
  steps.findLastIndex(({ atHead }) => atHead);

/** Shifts that touch or overlap are one. @returns in their order */
export function merged(shifts: readonly Shift[]): Shift[] {
  const all: Shift[] = [];
  for (const { fromS, toS } of [...shifts].sort((a, b) => a.fromS - b.fromS)) {
    const last = all.at(-1);
    if (last && fromS <= last.toS) last.toS = Math.max(last.toS, toS);
    else all.push({ fromS, toS });
  }
  return all.filter(({ fromS, toS }) => toS > fromS);
}

/** Whether it can be planned at all: names that are known, and a shift for each step. */
export function checkedTask(task: ScheduleTask): Result<ScheduleTask> {
  const heads = new Set(task.heads.map(({ id }) => id));
  const shiftsOf = (atHead: boolean) =>
    task.people.flatMap((p) => (mayDo(p, { atHead }) ? merged(p.shifts) : []));
  const longest = (all: readonly Shift[]) =>
    all.reduce((most, { fromS, toS }) => Math.max(most, toS - fromS), 0);
  const [ofOne, ofOneAtHead, ofAnybody] = [
    longest(shiftsOf(false)),
    longest(shiftsOf(true)),
    longest(merged(shiftsOf(false))),
  ];
  for (const hooping of task.hoopings) {
    const { label, frameKind, steps } = hooping;
    const unknown = hooping.heads?.find((id) => !heads.has(id));
    if (unknown !== undefined)
      return fail(
        'unknown-head',
        `${label} is to be sewn on “${unknown}”, and no head is called so.`,
        'Name heads by their ids.',
      );
    if (hooping.heads?.length === 0 || (!heads.size && steps.some(({ atHead }) => atHead)))
      return fail('no-head', `${label} has no head that it may be sewn on.`, 'Name at least one.');
    const count = frameKind === null || !task.frames ? 1 : task.frames.reduce((n, f) => n + (f.kind === frameKind ? f.count : 0), 0); // prettier-ignore
    if (!count)
      return fail(
        'no-frame',
        `${label} is hooped in a frame “${frameKind}”, and there is none.`,
        'Add one, or hoop it in another.',
      );
    for (const step of steps) {
      const most = takesHands(step)
        ? step.atHead
          ? ofOneAtHead
          : ofOne
        : step.kind === 'needle' && !task.machineRunsAlone
          ? ofAnybody
          : Infinity;
      if (step.seconds > most)
        return fail(
          'no-shift',
          `Step “${step.label ?? step.id}” of ${label} takes ${formatDuration(step.seconds)}, longer than any shift.`,
          'Lengthen a shift, or split the hooping.',
        );
    }
  }
  return ok(task);
}
