import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { RandomGenerator } from 'pure-rand/types/RandomGenerator';
import type { Cost } from './types';

/** Less than this is nothing gained, mm: rounding must not go round in circles. */
const GAIN = 1e-6;
/** Longest stretch that is taken out and put in elsewhere. */
const MOST_MOVED = 3;

/** Pairs of legs that are weighed in all; the same however busy the machine is. */
const EFFORT = 400_000;

/** The row to which each leg of an order belongs: legs [from, end). */
interface Row {
  from: number;
  end: number;
}

/**
 * Orders rows anew, each in itself, while that makes the way through all of them shorter: a stretch is turned round (2-opt),
 * or taken out and put in elsewhere in its row (or-opt). Then two neighbouring stretches change places at random, and it is
 * done again; what is not shorter is dropped. The way there need not be the way back.
 * @param starts rows to begin with, of which the best is gone on with
 * @returns all legs in order
 */
export function improve(starts: readonly (readonly (readonly number[])[])[], cost: Cost): number[] {
  let effort = EFFORT;
  const settle = (start: number[], rows: readonly Row[]): number[] => {
    let order = start;
    for (let isBetter = true; isBetter;) {
      isBetter = false;
      for (const { from, end } of rows) {
        for (let next: number[] | null = order; next && effort > 0; isBetter ||= next !== null) {
          order = next;
          effort -= (end - from) ** 2;
          next = bettered(order, from, end, cost);
        }
      }
    }
    return order;
  };
  const settled = starts.map((told) => {
    const rows = rowsOf(told);
    const order = settle(told.flat(), rows);
    return { rows, order, length: lengthOf(order, cost) };
  });
  const best = settled.reduce((a, b) => (b.length < a.length ? b : a));
  const long = best.rows.filter(({ from, end }) => end - from > MOST_MOVED);
  const dice = xoroshiro128plus(1);
  for (let kick = 0; long.length && effort > 0; kick++) {
    const order = settle(kicked(best.order, long[kick % long.length], dice), best.rows);
    const length = lengthOf(order, cost);
    if (length < best.length - GAIN) Object.assign(best, { order, length });
  }
  return best.order;
}
function rowsOf(told: readonly (readonly number[])[]): Row[] {
  const rows: Row[] = [];
  for (const row of told) {
    const from = rows.at(-1)?.end ?? 0;
    rows.push({ from, end: from + row.length });
  }
  return rows;
}
/** The way of an order, mm. */
export const lengthOf = (order: readonly number[], cost: Cost): number =>
  order.reduce((sum, leg, n) => sum + cost(n ? order[n - 1] : null, leg), 0);

/** Two stretches of a row that follow each other, the other way about. */
function kicked(order: readonly number[], { from, end }: Row, dice: RandomGenerator): number[] {
  const cuts = [0, 0, 0].map(() => uniformInt(dice, from, end)).sort((a, b) => a - b);
  const [a, b, c] = [cuts[0], cuts[1], cuts[2]];
  return [...order.slice(0, a), ...order.slice(b, c), ...order.slice(a, b), ...order.slice(c)];
}

/**
 * Goes over the legs [from, end) once; of each, the change that gains most is made at once.
 * @returns null: none gains
 */
function bettered(told: readonly number[], from: number, end: number, cost: Cost): number[] | null {
  let order = told;
  let isBetter = false;
  for (let a = from; a < end; a++) {
    const change = bestChange(order, from, end, a, cost);
    if (!change) continue;
    order = changed(order, a, change);
    isBetter = true;
  }
  return isBetter ? [...order] : null;
}
/** Legs a … b turned round, or, where `to` is told, taken out and put in behind it. */
interface Change {
  b: number;
  to: number | null;
}
function bestChange(
  order: readonly number[],
  from: number,
  end: number,
  a: number,
  cost: Cost,
): Change | null {
  const way = (i: number, k: number): number =>
    k === order.length ? 0 : cost(i < 0 ? null : order[i], order[k]);
  let best: Change | null = null;
  let most = GAIN;
  const before = way(a - 1, a);
  /** from a to b, there and back */
  let there = 0;
  let back = 0;
  for (let b = a; b < end; b++) {
    const after = way(b, b + 1);
    if (b > a) {
      there += way(b - 1, b);
      back += way(b, b - 1);
      const gain = before + there + after - way(a - 1, b) - back - way(a, b + 1);
      if (gain > most) [best, most] = [{ b, to: null }, gain];
    }
    if (b - a >= MOST_MOVED) continue;
    const out = before + after - way(a - 1, b + 1);
    for (let to = from - 1; to < end; to++) {
      if (to >= a - 1 && to <= b) continue;
      const gain = out + way(to, to + 1) - way(to, a) - way(b, to + 1);
      if (gain > most) [best, most] = [{ b, to }, gain];
    }
  }
  return best;
}
function changed(order: readonly number[], a: number, { b, to }: Change): number[] {
  const stretch = order.slice(a, b + 1);
  if (to === null) return [...order.slice(0, a), ...stretch.reverse(), ...order.slice(b + 1)];
  const rest = [...order.slice(0, a), ...order.slice(b + 1)];
  const at = to < a ? to + 1 : to + 1 - stretch.length;
  return [...rest.slice(0, at), ...stretch, ...rest.slice(at)];
}
