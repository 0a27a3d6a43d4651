import type { Schedule } from '../schedule';
import type { Batch } from './types';

/** What is late in a plan, against the dates themselves. Seconds. */
export interface Lateness {
  /** by hooping: when it is due, and by how much it is late; those without a date are missing */
  hoopings: Map<string, { dueS: number; lateS: number }>;
  /** of all hoopings together */
  lateS: number;
  /** so many are late */
  count: number;
}
/** A plan is looked for with some room before each date; late is what is done after the date. */
export function latenessOf({ hoopings, now }: Batch, { tasks }: Pick<Schedule, 'tasks'>): Lateness {
  const ends = new Map(tasks.map(({ hoopingId, endS }) => [hoopingId, endS]));
  const late: Lateness = { hoopings: new Map(), lateS: 0, count: 0 };
  for (const { id, due } of hoopings) {
    if (due === null) continue;
    const dueS = (Date.parse(due) - now) / 1000;
    const lateS = Math.max(0, (ends.get(id) ?? 0) - dueS);
    late.hoopings.set(id, { dueS, lateS });
    late.lateS += lateS;
    if (lateS > 0) late.count++;
  }
  return late;
}
