import { logRow, type LoggedRun } from '../log';
import { isOver, waitingFor } from '../run';
import { unhoopAt } from '../score';
import type { Movement } from '../stock';
import type { CustomerOrder, OrderLine } from '../workshop';

/** What has happened for a line, furthest first. */
export type LineState = 'done' | 'finishing' | 'drying' | 'sewing' | 'cut' | 'waiting';
/** How far a line has come, in items. */
export interface LineProgress {
  order: CustomerOrder;
  line: OrderLine;
  done: number;
  /** of runs that are not over */
  inWork: number;
  /** spoiled, or good enough for seconds only, while it was sewn for this line */
  rejected: number;
  state: LineState;
  /** runs that made something for it, and what share of each was for it, 0-1 */
  madeIn: { logged: LoggedRun; share: number }[];
}

/** Earlier due, then earlier ordered. */
export const byDue = (
  a: { line: OrderLine; order: CustomerOrder },
  b: { line: OrderLine; order: CustomerOrder },
): number => {
  const due = ({ line }: { line: OrderLine }) => line.due ?? NEVER;
  return due(a) < due(b) ? -1 : due(a) > due(b) ? 1 : a.order.createdAt - b.order.createdAt;
};
/**
 * How far all lines have come, told by the log alone: what a run makes goes to the lines of its build that were ordered before it began
 * and not put away then, the earliest due first; more than is wanted is spare.
 */
export function orderProgress(
  orders: readonly CustomerOrder[],
  runs: readonly LoggedRun[],
  movements: readonly Movement[],
): LineProgress[] {
  const all = orders.flatMap((order) =>
    order.lines.map((line): LineProgress => ({
      order,
      line,
      done: 0,
      inWork: 0,
      rejected: 0,
      state: 'waiting',
      madeIn: [],
    })),
  );
  const inTurn = all.toSorted(byDue);
  for (const logged of runs.toSorted((a, b) => a.run.createdAt - b.run.createdAt)) {
    const { buildId, createdAt } = logged.run;
    const own = inTurn.filter(
      ({ line, order }) =>
        line.buildId === buildId && order.createdAt <= createdAt && (order.closedAt ?? Infinity) > createdAt,
    );
    give(own, logged);
  }
  for (const each of all) each.state = stateOf(each, movements);
  return all;
}
/** How far an order has come, in items of all its lines. */
export interface OrderSums {
  wanted: number;
  done: number;
  inWork: number;
  /** of what is not done yet, the earliest; null: whenever */
  due: string | null;
}
/** @param lines of one order */
export function orderSums(lines: readonly LineProgress[]): OrderSums {
  const sum = (of: (l: LineProgress) => number) => lines.reduce((all, l) => all + of(l), 0);
  const dues = lines.flatMap(({ line, done }) => (line.due && done < line.quantity ? [line.due] : []));
  return {
    wanted: sum(({ line }) => line.quantity),
    done: sum(({ done, line }) => Math.min(done, line.quantity)),
    inWork: sum(({ inWork }) => inWork),
    due: dues.sort()[0] ?? null,
  };
}
/** An order that is open, with its lines and how far it has come. */
export interface OpenOrder {
  order: CustomerOrder;
  sums: OrderSums;
  lines: LineProgress[];
}
/** The open orders that want something, what is due first before; their lines too. @param progress of all lines */
export function openOrders(progress: readonly LineProgress[]): OpenOrder[] {
  const orders = [...new Set(progress.map(({ order }) => order))].filter(({ closedAt }) => closedAt === null);
  return orders
    .map((order): OpenOrder => {
      const lines = progress.filter((l) => l.order === order).sort(byDue);
      return { order, sums: orderSums(lines), lines };
    })
    .sort((a, b) => (a.sums.due ?? NEVER).localeCompare(b.sums.due ?? NEVER));
}
/** Lines of open orders that want a build, in the order of these. */
export const linesThatWant = (buildId: string, orders: readonly OpenOrder[]): LineProgress[] =>
  orders.flatMap(({ lines }) => lines.filter(({ line }) => line.buildId === buildId));

/** What open orders want of a build. */
export interface WantedOfBuild {
  done: number;
  quantity: number;
  /** of what is not done, the earliest; null: whenever */
  due: string | null;
}
/** By build: all lines of open orders together. @param progress of all lines */
export function wantedByBuild(progress: readonly LineProgress[]): ReadonlyMap<string, WantedOfBuild> {
  const wanted = new Map<string, WantedOfBuild>();
  for (const { order, line, done } of progress) {
    if (order.closedAt !== null) continue;
    const before = wanted.get(line.buildId) ?? { done: 0, quantity: 0, due: null };
    const dues = [before.due, done < line.quantity ? line.due : null].flatMap((due) => due ?? []);
    wanted.set(line.buildId, {
      done: before.done + Math.min(done, line.quantity),
      quantity: before.quantity + line.quantity,
      due: dues.sort()[0] ?? null,
    });
  }
  return wanted;
}
/** Later than any day. */
const NEVER = '9999';
const lacks = ({ line, done, inWork }: LineProgress) => Math.max(0, line.quantity - done - inWork);
function give(own: readonly LineProgress[], logged: LoggedRun) {
  const { good, second, ruined, items } = logRow(logged);
  const isOpen = !isOver(logged.state);
  const first = own.find((l) => lacks(l) > 0);
  if (first) first.rejected += second + ruined;
  let [ready, open] = [good, isOpen ? items - good - second - ruined : 0];
  for (const each of own) {
    const done = Math.min(ready, lacks(each));
    each.done += done;
    ready -= done;
    // One that came to nothing is the loss of the line it was sewn for.
    const share = good ? done / good : Number(each === first);
    if (share) each.madeIn.push({ logged, share });
    const inWork = Math.min(open, lacks(each));
    each.inWork += inWork;
    open -= inWork;
    if (inWork) each.state = further(each.state, phaseOf(logged));
  }
}
const STATES: readonly LineState[] = ['done', 'finishing', 'drying', 'sewing', 'cut', 'waiting'];
const further = (a: LineState, b: LineState): LineState => (STATES.indexOf(b) < STATES.indexOf(a) ? b : a);
/** Where the work of a run lies. */
function phaseOf({ run, state }: LoggedRun): LineState {
  const out = unhoopAt(run.score.steps);
  if (out < 0 || state.index <= out) return 'sewing';
  return waitingFor(run, state) ? 'drying' : 'finishing';
}
function stateOf({ line, order, done, state }: LineProgress, movements: readonly Movement[]): LineState {
  if (done >= line.quantity) return 'done';
  const isCut = movements.some(
    (m) =>
      m.kind === 'cut' &&
      !m.undone &&
      m.at >= order.createdAt &&
      m.pieces.some(({ id }) => id.startsWith(`${line.buildId}:`)),
  );
  return isCut ? further(state, 'cut') : state;
}
