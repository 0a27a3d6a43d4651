import type { LineProgress } from '../batch';
import type { Numbers } from '../numbers';
import { costSheet } from '../price';
import type { LineCosts } from './types';
import { hoursLogged, type LoggedHours } from './logged';

/** What a line really came to, for what is done of it. Money in smallest units, seconds. */
export interface RealCost {
  hours: LoggedHours;
  /** good ones, and what was sewn for them */
  good: number;
  sewn: number;
  cost: number;
  /** at the price that is agreed, or worked out */
  income: number;
  /** what is left of the income for an hour of hands when all else is paid; null: no hands were logged */
  earnedAnHour: number | null;
  /** planned for as many, s */
  plannedHands: number;
  plannedHead: number;
}
/** What runs of the log say; null: none that ran in life is over. Materials go by what is planned for each item that was sewn. */
export function realCost(
  { line, done, madeIn }: Pick<LineProgress, 'line' | 'done' | 'madeIn'>,
  { task, load, hours, sheets }: LineCosts,
  school: 'byWork' | 'byTime',
  numbers: Numbers,
): RealCost | null {
  const logged = hoursLogged(madeIn, numbers);
  if (!logged.items || !done) return null;
  const sewn = logged.items;
  const heads = hours.oneHead ? hours.used / hours.oneHead : 1;
  const { direct, overhead, lines } = costSheet(
    {
      ...task,
      quantity: done,
      loads: sewn,
      materials: task.materials.map(({ bought, ...m }) => ({
        ...m,
        ...(bought !== undefined && { bought: (bought / task.quantity) * done }),
      })),
      machineSeconds: (logged.head * heads) / sewn,
      oneHeadSeconds: null,
      // What is still to be made bears its own share.
      setupSeconds: (task.setupSeconds * done) / task.quantity,
      handSeconds: logged.hands / sewn,
    },
    'byTime',
  );
  const income = done * (line.priceEach ?? sheets[school].unitPrice);
  const cost = direct + overhead;
  const ofHands = lines.find(({ label }) => label === 'Hands')?.cost ?? 0;
  return {
    hours: logged,
    good: done,
    sewn,
    cost,
    income,
    earnedAnHour: logged.hands > 0 ? Math.round((income - cost + ofHands) / (logged.hands / 3600)) : null,
    plannedHands: (hours.hands / load.load) * sewn,
    plannedHead: (hours.oneHead / load.load) * sewn,
  };
}
