import type { LineState } from '$lib/core/batch';
import type { CustomerOrder } from '$lib/core/workshop';

const dayAndHour = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});
/** "Wed 9 Dec, 09:00" @param ms since 1970 */
export const dayWords = (ms: number): string => dayAndHour.format(ms);
const hour = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
/** "09:00" @param ms since 1970 */
export const hourWords = (ms: number): string => hour.format(ms);
/** The hour of the same day, or day and hour of another. @param from, to ms since 1970 */
export const untilWords = (from: number, to: number): string =>
  new Date(from).toDateString() === new Date(to).toDateString() ? hour.format(to) : dayWords(to);
/** @param due by the maker's clock, as 2026-12-09T09:00 */
export const dueWords = (due: string): string => dayWords(Date.parse(due));
export const orderName = ({ customer }: Pick<CustomerOrder, 'customer'>): string =>
  customer || 'For the shelf';
/** What has happened for a line. */
export const STATE_WORDS: Record<LineState, string> = {
  done: 'done',
  finishing: 'being finished',
  drying: 'drying',
  sewing: 'being sewn',
  cut: 'cut',
  waiting: 'waiting',
};
