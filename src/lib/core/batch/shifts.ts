import { itemAt } from '../base';
import type { Shift } from '../schedule';
import { WEEKDAYS, type Person } from '../workshop';

/** Nobody is told: somebody, at usual hours. */
export const SOMEBODY: Person = {
  id: 'somebody',
  name: 'Somebody',
  does: 'all',
  days: [...WEEKDAYS],
  from: '09:00',
  to: '17:00',
};
const minutesOf = (time: string) => 60 * Number(time.slice(0, 2)) + Number(time.slice(3));

/**
 * The shifts of a person from a moment on, by the clock of the device, a day that changes it too. @param from ms since 1970 @param days so
 * many, the day of `from` is the first  @returns s from `from` on; what is past is cut off
 */
export function shiftsOf(person: Person, from: number, days: number): Shift[] {
  const start = new Date(from);
  const [begin, end] = [minutesOf(person.from), minutesOf(person.to)];
  const at = (day: number, minutes: number) =>
    (new Date(start.getFullYear(), start.getMonth(), start.getDate() + day, 0, minutes).getTime() - from) /
    1000;
  const shifts: Shift[] = [];
  // The shift of yesterday may reach past midnight.
  for (let day = -1; day < days; day++) {
    const weekday = (new Date(start.getFullYear(), start.getMonth(), start.getDate() + day).getDay() + 6) % 7;
    if (!person.days.includes(itemAt(WEEKDAYS, weekday))) continue;
    const toS = at(day, end <= begin ? end + 24 * 60 : end);
    if (toS > 0) shifts.push({ fromS: Math.max(0, at(day, begin)), toS });
  }
  return shifts;
}
