import { count, formatDuration, formatMoney, formatNumber, percent } from '../base';
import type { Pricing, Workshop } from '../workshop';
import { SQUARE_FEET } from './materials';
import type { TaskedLine } from './types';

/** Why each line of a cost sheet is what it is, in the order of the sheet: materials, thread, machine, hands, set-up. */
export function whysOf(
  { load, machine, hours, loggedRuns, materials, task }: TaskedLine,
  school: Pricing['school'],
  { currency, unit: lengths }: Pick<Workshop, 'currency' | 'unit'>,
): string[] {
  const money = (m: number) => formatMoney(m, currency);
  const sewn = `${count(load.load, 'item')}${load.spare > 0 ? `, ${load.spare} of them spare,` : ''}`;
  const from = loggedRuns ? `as ${count(loggedRuns, 'run')} took it` : 'as planned';
  const shares = () => {
    const saved = hours.oneHead - hours.used;
    if (saved <= 0) return '';
    return school === 'byWork'
      ? ` That ${count(machine.heads, 'head')} share it makes it no cheaper.`
      : ` ${count(machine.heads, 'head')} save ${formatDuration(saved)} of it; the customer gets ${percent(task.shareSaved)} of that.`;
  };
  const setup = (task.setupSeconds / 3600) * (task.machineRate + task.handRate);
  return [
    ...materials.map(
      ({ because, costPerUnit, unit }) =>
        `${because}, at ${
          unit === 'm²' && lengths === 'inch'
            ? `${money(costPerUnit / SQUARE_FEET)} a sq ft`
            : `${money(costPerUnit)} a ${UNITS[unit] ?? unit}`
        }.`,
    ),
    `${formatNumber(task.threadM)} m an item, above and below, for ${sewn} at ${money(1000 * task.threadCostPerM)} for ${formatNumber(1000)} m.`,
    `${sewn} in ${count(load.hoopings, 'hooping')} hold a head for ${formatDuration(hours.oneHead)}, ${from}, at ${money(task.machineRate)} an hour.${shares()}`,
    `${formatDuration(hours.hands)} of hands for ${sewn} ${from}, at ${money(task.handRate)} an hour.`,
    `${formatDuration(task.setupSeconds)} of machine and hands, once: ${money(setup)}, however many follow; ${money(setup / task.quantity)} of each item.`,
  ];
}
const UNITS: Record<string, string> = { m: 'metre', g: 'gram' };
