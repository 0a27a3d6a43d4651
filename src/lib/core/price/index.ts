/**
 * What an order costs and is sold for: by the work that is in an item, and by the time that is spent on it. In: amounts and seconds of one
 * item, rates. Out: money as integers of the currency's smallest unit; what is a fraction on the way is kept exactly.
 */
import Fraction from 'fraction.js';
import { fail, formatNumber, ok, type Result } from '../base';

/** Stuff that goes into an item. */
interface PricedMaterial {
  label: string;
  /** of one item, in `unit` */
  amount: number;
  unit: string;
  costPerUnit: number;
  /** in `unit`: what must be bought for the whole order; it counts in place of what the items take */
  bought?: number | undefined;
}
/** An order as it is priced. Money in the smallest unit, rates for an hour; seconds and metres of one item. */
export interface PriceTask {
  /** items that are wanted, and items that are sewn so that there are as many good ones */
  quantity: number;
  loads: number;
  materials: readonly PricedMaterial[];
  threadM: number;
  threadCostPerM: number;
  stitches: number | null;
  machineSeconds: number;
  machineRate: number;
  handSeconds: number;
  handRate: number;
  /** share of the direct costs that comes on top */
  overhead: number;
  /** share of the price */
  margin: number;
  /** once an order, of machine and hands */
  setupSeconds: number;
  /** other quantities to be told */
  breaks: readonly number[];
  /** of what several heads save, the share that the customer gets */
  shareSaved: number;
  /** that one head alone would need; null: as long */
  oneHeadSeconds: number | null;
}
/** A price by one school, with its reason. */
interface School {
  unitPrice: number;
  because: string;
}
/** One line of the whole order, with overhead and margin. */
interface PriceLine {
  label: string;
  /** in its unit; seconds of machine and hands */
  amount: number;
  cost: number;
}
export interface Price {
  /** before margin, of the time that is really used */
  unitCost: number;
  /** by time */
  unitPrice: number;
  totalPrice: number;
  /** null: no stitches were told */
  perThousandStitches: number | null;
  /** they add up to totalPrice */
  lines: PriceLine[];
  schools: { byWork: School; byTime: School };
  breakpoints: { quantity: number; unitCost: number; unitPriceByWork: number; unitPriceByTime: number }[];
}

/** No figure of an order is finer. */
const LEAST = 1e-12;
/** The decimal as it is written, not the binary number nearest to it. */
function exact(n: number): Fraction {
  // Less than any amount or rate is written with.
  if (n < LEAST) return new Fraction(0);
  const [digits = '0', power] = String(n).split('e');
  const written = new Fraction(digits);
  return power ? written.mul(new Fraction(10).pow(Number(power)) ?? 1) : written;
}
/** To the smallest unit, halves up. */
const rounded = (money: Fraction): number => Number(money.add(1, 2).floor());
const HOUR = 3600;
/** More is no price; beyond it integers are no longer told exactly. */
const MOST = 9e15;

/** A line of the direct costs; its amount is only told. */
interface DirectLine {
  label: string;
  amount: number;
  cost: Fraction;
}
/** Direct costs of a whole order, line by line. @param seconds of machine that an item is charged for */
function directOf(task: PriceTask, quantity: number, seconds: Fraction): DirectLine[] {
  // Fewer or more are sewn in proportion, and bought in proportion.
  const share = exact(quantity).div(task.quantity);
  const loads = share.mul(task.loads);
  const many = (quantity / task.quantity) * task.loads;
  const hours = (s: Fraction, rate: number) => s.mul(exact(rate)).div(HOUR);
  const setup = exact(task.setupSeconds);
  return [
    ...task.materials.map(({ label, amount, costPerUnit, bought }) => {
      const all = bought === undefined ? loads.mul(exact(amount)) : share.mul(exact(bought));
      return {
        label,
        amount: bought === undefined ? many * amount : (quantity / task.quantity) * bought,
        cost: all.mul(exact(costPerUnit)),
      };
    }),
    {
      label: 'Thread',
      amount: many * task.threadM,
      cost: loads.mul(exact(task.threadM)).mul(exact(task.threadCostPerM)),
    },
    { label: 'Machine', amount: many * seconds.valueOf(), cost: hours(loads.mul(seconds), task.machineRate) },
    {
      label: 'Hands',
      amount: many * task.handSeconds,
      cost: hours(loads.mul(exact(task.handSeconds)), task.handRate),
    },
    {
      label: 'Set-up',
      amount: task.setupSeconds,
      cost: hours(setup, task.machineRate).add(hours(setup, task.handRate)),
    },
  ];
}
/** What an order comes to by one school, line by line: direct costs, what lies on top of them, and the price. */
export interface CostSheet {
  /** they add up to `direct` */
  lines: PriceLine[];
  direct: number;
  overhead: number;
  /** what is left of the price; what rounding to a price of one item took or gave is in it */
  margin: number;
  total: number;
  unitPrice: number;
}
/** @param school whose hours are charged */
export function costSheet(task: PriceTask, school: 'byWork' | 'byTime'): CostSheet {
  const { alone, charged } = secondsOf(task);
  const lines = directOf(task, task.quantity, school === 'byWork' ? alone : charged);
  const sum = sumOf(lines);
  // Line by line, so that a line that both schools share reads the same in both.
  const told = lines.map(({ label, amount, cost }) => ({ label, amount, cost: rounded(cost) }));
  const direct = told.reduce((all, { cost }) => all + cost, 0);
  const withOverhead = rounded(sum.mul(exact(task.overhead).add(1)));
  const unitPrice = rounded(sum.mul(marginOf(task)).div(task.quantity));
  const total = unitPrice * task.quantity;
  return {
    lines: told,
    direct,
    overhead: withOverhead - direct,
    margin: total - withOverhead,
    total,
    unitPrice,
  };
}
/** From direct costs to a price: overhead on top, then so that the margin is its share of the price. */
const marginOf = ({ overhead, margin }: PriceTask): Fraction =>
  exact(overhead)
    .add(1)
    .div(new Fraction(1).sub(exact(margin)));
/** Of the machine for an item: really used, by one head alone, and charged for where savings are shared. */
function secondsOf(task: PriceTask): { used: Fraction; alone: Fraction; charged: Fraction } {
  const used = exact(task.machineSeconds);
  const alone = exact(task.oneHeadSeconds ?? task.machineSeconds);
  return { used, alone, charged: alone.sub(exact(task.shareSaved).mul(alone.sub(used))) };
}
const sumOf = (lines: readonly { cost: Fraction }[]): Fraction =>
  lines.reduce((sum, { cost }) => sum.add(cost), new Fraction(0));

/** @returns the problem where it comes to more than can be counted */
export function priceOrder(task: PriceTask): Result<Price> {
  const withOverhead = exact(task.overhead).add(1);
  const withMargin = marginOf(task);
  const { used, alone, charged } = secondsOf(task);
  const each = (n: number, seconds: Fraction, factor: Fraction) =>
    sumOf(directOf(task, n, seconds))
      .mul(factor)
      .div(exact(n));
  const at = (n: number) => ({
    unitCost: rounded(each(n, used, withOverhead)),
    unitPriceByWork: rounded(each(n, alone, withMargin)),
    unitPriceByTime: rounded(each(n, charged, withMargin)),
  });
  const { unitCost, unitPriceByWork, unitPriceByTime } = at(task.quantity);
  const totalPrice = unitPriceByTime * task.quantity;
  const lines = directOf(task, task.quantity, charged);
  const breakpoints = task.breaks.map((quantity) => ({ quantity, ...at(quantity) }));
  const perThousandStitches = task.stitches
    ? rounded(new Fraction(unitPriceByTime).mul(1000).div(exact(task.stitches)))
    : null;
  const told = [
    perThousandStitches ?? 0, totalPrice, unitCost, unitPriceByWork, ...breakpoints.flatMap((b) => [b.unitCost, b.unitPriceByWork, b.unitPriceByTime])]; // prettier-ignore
  if (told.some((money) => money > MOST))
    return fail(
      'too-dear',
      'This comes to more than money is counted in.',
      'Look at the rates and amounts; they are in the smallest unit of the currency.',
    );
  return ok({
    unitCost,
    unitPrice: unitPriceByTime,
    totalPrice,
    perThousandStitches,
    lines: inWholeUnits(lines, totalPrice),
    schools: {
      byWork: { unitPrice: unitPriceByWork, because: byWorkReason(alone) },
      byTime: { unitPrice: unitPriceByTime, because: byTimeReason(task, alone, used) },
    },
    breakpoints,
  });
}
/** Each line's share of a total, so that they add up to it: what is left goes to those that lost most (largest remainder). */
function inWholeUnits(lines: readonly DirectLine[], total: number): PriceLine[] {
  const sum = sumOf(lines);
  // An order that costs nothing is free, line by line.
  const shares = lines.map(({ cost }) => (sum.equals(0) ? new Fraction(0) : cost.mul(total).div(sum)));
  const whole = shares.map((share) => Number(share.floor()));
  const left = total - whole.reduce((a, b) => a + b, 0);
  const most = shares
    .map((share, n) => ({ n, rest: share.sub(share.floor()) }))
    .sort((a, b) => b.rest.compare(a.rest) || a.n - b.n)
    .slice(0, left);
  for (const { n } of most) whole[n] = (whole[n] ?? 0) + 1;
  return lines.map(({ label, amount }, n) => ({ label, amount, cost: whole[n] ?? 0 }));
}
const words = (seconds: Fraction) => `${formatNumber(Math.round(seconds.valueOf()))} s`;
const byWorkReason = (alone: Fraction): string =>
  `An item has ${words(alone)} of machine work in it, however many heads share them.`;
function byTimeReason({ shareSaved }: PriceTask, alone: Fraction, used: Fraction): string {
  const saved = alone.sub(used);
  if (saved.compare(0) <= 0) return `An item is charged for the ${words(used)} that a machine sews it.`;
  const percent = Math.round(100 * shareSaved);
  return `More heads save ${words(saved)} of ${words(alone)} an item; the customer gets ${percent} % of that.`;
}
