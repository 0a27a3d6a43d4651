/**
 * The order of blocks with the fewest changes of thread, where some must come before others; on many needles the fewest
 * threads that take the place of another first. In: names. Out: names and counts.
 */
import { itemAt, ok, type Result } from '../base';
import { changesOf, changesSpace, orderOf } from './changes';
import { searchWider } from './layers';
import { changesWithin, loadsSpace, threadingOf, type Threading } from './needles';
import { has, latticeOf, type Lattice, type StopTask } from './task';

export { threadInOrder } from './in-order';
export type { StopTask } from './task';

/** An order of blocks. */
export interface StopOrder {
  /** ids */
  order: string[];
  /** how often the thread is not that of the block before, or of what was on */
  changes: number;
  /** of the order as it was sent */
  naive: number;
  /** no order has fewer; on many needles: fewer re-threadings, and of those that have as few, fewer changes */
  optimal: boolean;
  /** of changes: no order has fewer */
  lowerBound: number;
  /** null: one needle was asked for */
  threading: Threading | null;
  /** needles that get another thread, the first threading of each not counted */
  rethreads: number;
}

/**
 * @param needles so many hold a thread each; null: one
 * @param left the share of the time that is left, 1 to 0: what was found by then is answered
 */
export function orderStops(task: StopTask, needles: number | null, left: () => number): Result<StopOrder> {
  const lattice = latticeOf(task);
  if (!lattice.ok) return lattice;
  const sent = task.blocks.map((_, i) => i);
  const until = (share: number) => () => left() > share;
  const plain = onOneNeedle(lattice.value, until(needles === null ? 0 : 0.7));
  const found =
    needles === null ? { ...plain, threading: null } : onNeedles(lattice.value, needles, plain, until);
  const naive = changesOf(lattice.value, sent);
  // Nothing is gained: the order that the maker knows stays.
  const stays = needles === null && naive <= found.changes && isAllowed(lattice.value, sent);
  return ok({
    order: (stays ? sent : found.order).map((i) => itemAt(task.blocks, i).id),
    changes: found.changes,
    naive,
    optimal: found.optimal,
    lowerBound: found.lowerBound,
    threading: found.threading,
    rethreads: found.threading?.again.length ?? 0,
  });
}
const isAllowed = ({ needs }: Lattice, order: readonly number[]): boolean =>
  order.every((block, n) => order.slice(n).every((later) => !has(itemAt(needs, block), later)));

interface Found {
  order: number[];
  changes: number;
  optimal: boolean;
  lowerBound: number;
}
function onOneNeedle(lattice: Lattice, mayContinue: () => boolean): Found {
  const space = changesSpace(lattice);
  const { end, cost, least } = searchWider(space, Math.min(...space.first.map(space.least)), mayContinue);
  const order = orderOf(end);
  return { order, changes: cost, optimal: least >= cost, lowerBound: Math.min(least, cost) };
}
/** Fewest re-threadings, then fewest changes among the orders that have so few. */
function onNeedles(
  lattice: Lattice,
  needles: number,
  plain: Found,
  until: (share: number) => () => boolean,
): Found & { threading: Threading } {
  const byLoads = searchWider(loadsSpace(lattice, needles), lattice.threads.length, until(0.4));
  const space = changesWithin(lattice, needles, byLoads.cost);
  const byChanges = searchWider(space, plain.lowerBound, until(0));
  const areFewest = byLoads.least >= byLoads.cost;
  // The path of the fewest threadings is an order too, where the other search loses its way.
  const end = byChanges.end ?? byLoads.end;
  const order = orderOf(end);
  const changes = changesOf(lattice, order);
  return {
    order,
    changes,
    optimal: areFewest && byChanges.least >= changes,
    lowerBound: areFewest ? Math.min(byChanges.least, changes) : plain.lowerBound,
    threading: end ? threadingOf(lattice, end) : { first: [], again: [] },
  };
}
