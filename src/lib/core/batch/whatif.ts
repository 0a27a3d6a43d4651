import type { Result } from '../base';
import { lastAtHead, type ScheduleTask } from '../schedule';
import { batchOf, type Batch, type BatchInput } from './task';
import { SOMEBODY } from './shifts';

/** Something that could be otherwise, as a batch of its own. */
export interface WhatIf {
  id: 'hands' | 'evenings' | 'everybody' | 'late' | 'head' | 'hoop' | 'alone';
  title: string;
  batch: Batch;
  /** hours of hands that come on top; null: none that are counted */
  hours: number | null;
}
const HOUR = 3600;
const EVENING = { from: 18, to: 20 };
const LATE = { from: 18, to: 21 };
const HELPER = { ...SOMEBODY, id: 'helper', name: 'A helper', days: [] };

/** What could be otherwise, where it would be another batch at all. */
export function whatIfs(input: BatchInput, batch: Batch): WhatIf[] {
  const { task, now } = batch;
  const { workshop } = input;
  const found: WhatIf[] = [];
  const add = (id: WhatIf['id'], title: string, changed: Result<Batch>, hours: number | null = null) => {
    if (changed.ok) found.push({ id, title, batch: changed.value, hours });
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
  add('late', 'Evenings too, 18 to 21, for five days', withTask({ people: late }));
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
  return found;
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
