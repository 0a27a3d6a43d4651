/** A plan of a batch as open files. In: batch, plan, orders. Out: texts of a calendar, a table, and everything as it is. */
import ical, { ICalAlarmType } from 'ical-generator';
import Papa from 'papaparse';
import { plainCell } from '../base';
import { plannedCalls, stretchesOf, type Batch, type LineProgress } from '../batch';
import type { Schedule } from '../schedule';

/** What a plan is exported from. */
export interface PlanToExport {
  batch: Batch;
  schedule: Schedule;
  lines: readonly LineProgress[];
  /** of builds and of people, by their ids */
  buildName: (id: string) => string;
  personName: (id: string) => string;
}
/** Told so long before a line is due, s. */
const TOLD_BEFORE = 86_400;
/** A time without a length is shown by few calendars, ms. */
const SHORT = 15 * 60_000;

/** Who works on what when, and when lines are due: as iCalendar (RFC 5545). */
export function planIcs({ batch, schedule, lines, buildName, personName }: PlanToExport): string {
  const calendar = ical({ name: 'Jolt Step: batch', prodId: '//Jolt Step//Batch//EN' });
  const at = (s: number) => new Date(batch.now + 1000 * s);
  for (const { personId, hoopingId, name, startS, endS, calls } of stretchesOf(
    plannedCalls(batch, schedule.tasks),
  ))
    calendar.createEvent({
      id: `${hoopingId}-${personId}-${Math.round(startS)}@jolt-step`,
      stamp: new Date(batch.now),
      start: at(startS),
      end: at(endS),
      summary: `${personName(personId)}: ${name}`,
      location: calls.find(({ headId }) => headId !== null)?.headId ?? 'table',
      description: calls.map(({ title }) => title).join('\n'),
    });
  for (const { order, line, done } of lines) {
    if (line.due === null || done >= line.quantity) continue;
    const start = new Date(Date.parse(line.due));
    const event = calendar.createEvent({
      id: `due-${order.id}-${line.id}@jolt-step`,
      stamp: new Date(batch.now),
      start,
      end: new Date(start.getTime() + SHORT),
      summary: `Due: ${line.quantity} × ${buildName(line.buildId)}${order.customer ? `, ${order.customer}` : ''}`,
    });
    event.createAlarm({ type: ICalAlarmType.display, triggerBefore: TOLD_BEFORE });
  }
  return calendar.toString();
}
/** One row for each thing that somebody does or that dries, in the order of time. */
export function planCsv({ batch, schedule, personName }: PlanToExport): string {
  const iso = (s: number) => new Date(batch.now + 1000 * s).toISOString();
  const itemsOf = new Map(batch.hoopings.map(({ id, items }) => [id, items]));
  return Papa.unparse(
    plannedCalls(batch, schedule.tasks).map((c) => ({
      begins: iso(c.startS),
      ends: iso(c.endS),
      who: c.personId === null ? '' : plainCell(personName(c.personId)),
      where: plainCell(c.headId ?? (c.personId === null ? '' : 'table')),
      build: plainCell(c.name),
      items: itemsOf.get(c.hoopingId) ?? '',
      what: plainCell(c.title),
      seconds: Math.round(c.endS - c.startS),
    })),
  );
}
/** The orders, the hoopings and the whole plan. */
export const planJson = ({ batch, schedule, lines }: PlanToExport): string =>
  JSON.stringify(
    {
      format: 'jolt-step-plan',
      from: new Date(batch.now).toISOString(),
      lines: lines.map(({ order, line, done, inWork, rejected, state }) => ({ orderId: order.id, customer: order.customer, ...line, done, inWork, rejected, state })), // prettier-ignore
      hoopings: batch.hoopings,
      heads: batch.heads,
      calls: plannedCalls(batch, schedule.tasks),
      setups: schedule.setups,
      finishS: schedule.finishS,
      bound: schedule.bound,
    },
    null,
    2,
  );
