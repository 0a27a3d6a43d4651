import type { Schedule } from '../schedule';
import type { BatchHooping } from './hoopings';
import type { Batch } from './types';

/** What is planned for somebody, or asked for by a head. Seconds from the beginning of the plan. */
export interface PlannedCall {
  hoopingId: string;
  name: string;
  title: string;
  kind: 'needle' | 'hand' | 'wait';
  headId: string | null;
  personId: string | null;
  startS: number;
  endS: number;
  /** when the needle runs in it */
  sewn: { fromS: number; toS: number }[];
}
/** What comes next, person by person and head by head. */
export interface Next {
  /** by person: what is on at the moment or comes next; null: nothing any more */
  people: { id: string; call: PlannedCall | null }[];
  /** by head: the next time that it calls for hands; null: it does not any more */
  heads: { id: string; call: PlannedCall | null }[];
  /** what dries or soaks, and until when */
  waits: PlannedCall[];
}
/** @param atS from the beginning of the plan */
export function nextOf(batch: Batch, { tasks }: Pick<Schedule, 'tasks'>, atS: number): Next {
  const all = plannedCalls(batch, tasks);
  const ahead = all.filter(({ endS }) => endS > atS);
  const first = (is: (call: PlannedCall) => boolean) =>
    ahead.filter(is).reduce<PlannedCall | null>((a, b) => (a && a.startS <= b.startS ? a : b), null);
  return {
    people: batch.task.people.map(({ id }) => ({ id, call: first((c) => c.personId === id) })),
    heads: batch.heads.map(({ id }) => ({ id, call: first((c) => c.headId === id && c.personId !== null) })),
    waits: ahead.filter((c) => c.startS <= atS && c.personId === null && c.headId === null),
  };
}
/** A hooping while it holds its head, from the first to the last step there. Seconds from the beginning of the plan. */
export interface OnHead {
  hooping: BatchHooping;
  headId: string;
  fromS: number;
  toS: number;
  /** when the needle runs */
  sewn: { fromS: number; toS: number }[];
}
/** What is sewn where, in the order of time. @param calls of plannedCalls */
export function onHeads({ hoopings }: Batch, calls: readonly PlannedCall[]): OnHead[] {
  const own = new Map<string, PlannedCall[]>();
  for (const call of calls)
    if (call.headId !== null) own.set(call.hoopingId, [...(own.get(call.hoopingId) ?? []), call]);
  return hoopings
    .flatMap((hooping): OnHead[] => {
      const there = own.get(hooping.id);
      const [first, last] = [there?.[0], there?.at(-1)];
      if (!there || !first || !last || first.headId === null) return [];
      const { headId, startS: fromS } = first;
      return [{ hooping, headId, fromS, toS: last.endS, sewn: there.flatMap((c) => c.sewn) }];
    })
    .sort((a, b) => a.fromS - b.fromS);
}
/** All that is planned, in the order of time. */
export function plannedCalls({ hoopings, task, sewn }: Batch, tasks: Schedule['tasks']): PlannedCall[] {
  const steps = new Map(task.hoopings.flatMap((h) => h.steps.map((s) => [`${h.id} ${s.id}`, s] as const)));
  const names = new Map(hoopings.map(({ id, name }) => [id, name]));
  return tasks
    .map((t): PlannedCall => {
      const step = steps.get(`${t.hoopingId} ${t.stepId}`);
      return {
        hoopingId: t.hoopingId,
        name: names.get(t.hoopingId) ?? '',
        title: step?.label ?? t.stepId,
        kind: step?.kind ?? 'hand',
        headId: t.headId,
        personId: t.personId,
        startS: t.startS,
        endS: t.endS,
        sewn: (sewn.get(`${t.hoopingId} ${t.stepId}`) ?? []).map(({ fromS, toS }) => ({
          fromS: t.startS + fromS,
          toS: t.startS + toS,
        })),
      };
    })
    .sort((a, b) => a.startS - b.startS || a.endS - b.endS);
}
