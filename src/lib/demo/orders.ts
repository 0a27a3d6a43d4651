import { newLine, newOrder, type CustomerOrder } from '$lib/core/workshop';

/** So many days from a moment, at an hour, by the clock. */
function dueIn(now: number, days: number, hour: string): string {
  const at = new Date(now);
  const day = new Date(at.getFullYear(), at.getMonth(), at.getDate() + days);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}T${hour}`;
}
/** The hour of a moment, when shops are open: as long as Isla is there, three days later are three of her days. */
const sameHour = (now: number) =>
  `${String(Math.min(18, Math.max(8, new Date(now).getHours()))).padStart(2, '0')}:00`;
/** The end of a day's work: what was sewn on that day came before the order, whatever the hour is now. */
function eveningOf(now: number, daysAgo: number): number {
  const at = new Date(now);
  return new Date(at.getFullYear(), at.getMonth(), at.getDate() - daysAgo, 21).getTime();
}
type Line = [buildId: string, quantity: number, due: string, names?: string[]];
const order = (
  id: string,
  customer: string,
  createdAt: number,
  notes: string,
  lines: Line[],
): CustomerOrder => ({
  ...newOrder(id, Math.max(0, Math.round(createdAt))),
  customer,
  notes,
  lines: lines.map(([buildId, quantity, due, names = []]) =>
    newLine({ id: `${id}-${buildId}`, buildId, quantity, due, names }),
  ),
});

/** What Tern & Tide have promised: the fair in nine days, a breakfast that is too soon, and what is done. @param now ms */
export const demoOrders = (now: number): CustomerOrder[] => [
  order(
    'fair',
    'Gullmere Kite Fair',
    eveningOf(now, 6),
    'All crew patches must be alike: one roll of felt.',
    [
      ['crew-patch', 40, dueIn(now, 9, '09:00')],
      ['line-winder-pouch', 6, dueIn(now, 9, '09:00')],
      ['tail-tab', 24, dueIn(now, 9, '09:00')],
      ['wind-star', 10, dueIn(now, 9, '09:00')],
      ['gull-pennant', 6, dueIn(now, 9, '09:00')],
      ['fluffy-number', 8, dueIn(now, 9, '09:00')],
    ],
  ),
  order('breakfast', 'Lifeboat breakfast', eveningOf(now, 1), 'Boxes of six.', [
    ['tea-tent-napkin', 8, dueIn(now, 3, sameHour(now))],
    ['picnic-coaster', 52, dueIn(now, 3, sameHour(now))],
  ]),
  order('contest', 'Pie-eating contest', eveningOf(now, 2), 'Names on the front, as they signed up.', [
    ['pilot-bib', 4, dueIn(now, 9, '09:00'), ['ISLA', 'TOMAS', 'RUAN', 'BETH']],
  ]),
  order('tea-room', 'Harbour tea room', eveningOf(now, 18), '', [
    ['tea-tent-napkin', 8, dueIn(now, -8, '12:00')],
    ['picnic-coaster', 2, dueIn(now, -8, '12:00')],
  ]),
];
