import type { Result } from '../base';
import { lastAtHead, type KeptOrder, type ScheduleTask } from '../schedule';
import { batchOf } from './task';
import type { Batch, BatchInput } from './types';
import { SOMEBODY } from './shifts';

/** Something that could be otherwise, as a batch of its own. */
export interface WhatIf {
  id: string;
  title: string;
  batch: Batch;
  /** hours of hands that come on top; null: none that are counted */
  hours: number | null;
  /** laid in this order; null: a plan is looked for */
  order: KeptOrder | null;
}
const HOUR = 3600;
const EVENING = { from: 18, to: 20 };
const LATE = { from: 18, to: 21 };
const HELPER = { ...SOMEBODY, id: 'helper', name: 'A helper', days: [] };

/** What could be otherwise, where it would be another batch at all. @param order of the plan that there is */
export function whatIfs(input: BatchInput, batch: Batch, order: KeptOrder): WhatIf[] {
  const { task, now } = batch;
  const { workshop } = input;
  const found: WhatIf[] = [];
  const add = (id: WhatIf['id'], title: string, changed: Result<Batch>, hours: number | null = null) => {
    if (changed.ok) found.push({ id, title, batch: changed.value, hours, order: null });
  };
  const withTask = (change: Partial<ScheduleTask>): Result<Batch> => ({
    ok: true,
    value: { ...batch, task: { ...task, ...change } },
  });
  const begins = Math.min(...task.people.flatMap((p) => p.shifts.map(({ fromS }) => fromS)));
  const helps = (shifts: { fromS: number; toS: number }[]) =>
    withTask({ people: [...task.people, { id: HELPER.id, shifts }] });
  const evening = (day: number, { from, to }: typeof EVENING) => {
    const start = new Date(now);
    const at = (hour: number) =>
      (new Date(start.getFullYear(), start.getMonth(), start.getDate() + day, hour).getTime() - now) / 1000;
    return { fromS: Math.max(0, at(from)), toS: at(to) };
  };
  const evenings = (many: number, hours: typeof EVENING) => {
    // Today's too, as long as it is not over.
    const first = evening(0, hours).toS - evening(0, hours).fromS > HOUR ? 0 : 1;
    return Array.from({ length: many }, (_, n) => evening(first + n, hours));
  };
  add(
    'hands',
    'Another pair of hands for two hours, at once',
    helps([{ fromS: begins, toS: begins + 2 * HOUR }]),
    2,
  );
  add('evenings', 'A second person two evenings, 18 to 20', helps(evenings(2, EVENING)), 4);
  const tableOnly = workshop.people.filter(({ does }) => does === 'table');
  if (tableOnly.length) {
    const people = workshop.people.map((p) => ({ ...p, does: 'all' as const }));
    const names = tableOnly.map(({ name }) => name).join(' and ');
    add(
      'everybody',
      `${names} at the machines too`,
      batchOf({ ...input, workshop: { ...workshop, people } }),
    );
  }
  const lateHours = evenings(5, LATE);
  const late = task.people.map((p) => ({ ...p, shifts: [...p.shifts, ...lateHours] }));
  add(
    'late',
    'Evenings too, 18 to 21, for five days',
    withTask({ people: late }),
    late.length * lateHours.reduce((sum, { fromS, toS }) => sum + (toS - fromS) / HOUR, 0),
  );
  const busiest = headOfMost(batch);
  const like = batch.heads.find(({ id }) => id === busiest);
  if (like) {
    const more = { ...like, id: `${like.machine}, one more` };
    const own = batch.heads.filter((h) => h.machineId === like.machineId).map(({ id }) => id);
    add('head', `One more head of ${like.machine}`, {
      ok: true,
      value: {
        ...batch,
        heads: [...batch.heads, more],
        task: {
          ...task,
          heads: [...task.heads, { id: more.id, availableFromS: 0, setup: null }],
          hoopings: task.hoopings.map((h) =>
            !h.isBegun && h.heads?.some((id) => own.includes(id))
              ? { ...h, heads: [...h.heads, more.id] }
              : h,
          ),
        },
      },
    });
  }
  const kind = frameOfMost(task);
  const hoop = workshop.hoops.find(({ id }) => id === kind);
  if (hoop && task.frames)
    add(
      'hoop',
      `One more hoop ${hoop.name}`,
      withTask({ frames: task.frames.map((f) => (f.kind === kind ? { ...f, count: f.count + 1 } : f)) }),
    );
  if (!workshop.runsAlone)
    add('alone', 'The machines sew on alone when nobody is there', withTask({ machineRunsAlone: true }));
  const driesFirst = longestWaitFirst(task, order);
  if (driesFirst)
    found.push({
      id: 'dries-first',
      title: 'What dries longest is begun first',
      batch,
      hours: null,
      order: driesFirst,
    });
  return found;
}
/**
 * What an hour of hands and one more head would bring the end nearer by, s: less is worth nothing to know. null: they were not tried.
 * @param finishS of the plan that there is  @param tried by id
 */
export function shadowPrice(
  finishS: number,
  tried: readonly { id: string; finishS: number; hours: number | null }[],
): { anHour: number; head: number } | null {
  const hands = tried.find(({ id }) => id === 'hands');
  const head = tried.find(({ id }) => id === 'head');
  if (!hands?.hours || !head) return null;
  return {
    anHour: Math.max(0, finishS - hands.finishS) / hands.hours,
    head: Math.max(0, finishS - head.finishS),
  };
}
/** What waits for an hour and more, as lace does, before all else that has not begun; null: nothing would change. */
function longestWaitFirst({ hoopings }: ScheduleTask, order: KeptOrder): KeptOrder | null {
  const waits = new Map(
    hoopings.map(({ id, isBegun, steps }) => [
      id,
      isBegun ? Infinity : Math.max(0, ...steps.map(({ kind, seconds }) => (kind === 'wait' ? seconds : 0))),
    ]),
  );
  const rank = ({ hoopingId }: KeptOrder['parts'][number]) => {
    const seconds = waits.get(hoopingId) ?? 0;
    return seconds >= HOUR ? seconds : 0;
  };
  const parts = order.parts.toSorted((a, b) => rank(b) - rank(a));
  return parts.some((p, n) => p !== order.parts[n]) ? { ...order, parts } : null;
}
/** The head of the kind that has most to sew for each of its heads. */
function headOfMost({ task }: Batch): string | null {
  const load = new Map<string, number>();
  for (const { heads, steps } of task.hoopings) {
    const on = steps.slice(0, lastAtHead({ steps }) + 1).reduce((sum, { seconds }) => sum + seconds, 0);
    for (const id of heads ?? []) load.set(id, (load.get(id) ?? 0) + on / (heads?.length ?? 1));
  }
  return [...load].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}
/** The kind of hoop that holds work longest for each of its number. */
function frameOfMost({ hoopings, frames }: ScheduleTask): string | null {
  const held = new Map<string, number>();
  for (const { frameKind, steps } of hoopings) {
    const count = frames?.find(({ kind }) => kind === frameKind)?.count ?? 0;
    if (frameKind === null || !count) continue;
    const on = steps.slice(0, lastAtHead({ steps }) + 1).reduce((sum, { seconds }) => sum + seconds, 0);
    held.set(frameKind, (held.get(frameKind) ?? 0) + on / count);
  }
  return [...held].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}
