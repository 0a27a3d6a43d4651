import { itemAt } from '../base';
import type { Space } from './layers';
import {
  emptySet,
  freeThreads,
  holdsAll,
  isFree,
  leftToTakeUp,
  sewThread,
  type BlockSet,
  type Lattice,
} from './task';

/** Sewn so far; nothing is left to sew in the thread that is on. */
export interface Sewn {
  done: BlockSet;
  left: number;
  /** in the order in which they are sewn after those of the state before */
  sewn: readonly number[];
  before: Sewn | null;
}

/**
 * The order of threads as a search: one step is a change. All that can be sewn in the thread that is on is sewn first, for it
 * costs nothing and only frees more.
 */
export function changesSpace(lattice: Lattice): Space<Sewn> {
  const size = lattice.blocks.length;
  const withThread = (from: Sewn, thread: number): Sewn => {
    const done = from.done.slice();
    const sewn = sewThread(lattice, done, thread);
    return { done, left: from.left - sewn.length, sewn, before: from };
  };
  const none: Sewn = { done: emptySet(size), left: size, sewn: [], before: null };
  const next = (state: Sewn) => freeThreads(lattice, state.done).map((t) => withThread(state, t));
  return {
    isWhole: true,
    first: startingFrom(lattice, none, next, withThread),
    next,
    isDone: ({ left }) => left === 0,
    key: ({ done }) => done.join(),
    least: ({ done }) => leftToTakeUp(lattice, done),
    dominates: (a, b) => holdsAll(a.done, b.done),
  };
}
/** Before the first change: with the thread that is on, or with any where none is. */
export function startingFrom<S extends { done: BlockSet }>(
  lattice: Lattice,
  none: S,
  next: (state: S) => S[],
  withThread: (state: S, thread: number) => S,
): S[] {
  if (!lattice.blocks.length) return [none];
  if (lattice.start < 0) return next(none);
  const mayBegin = lattice.ofThread[lattice.start]?.some((b) => isFree(lattice, none.done, b));
  return [mayBegin ? withThread(none, lattice.start) : none];
}
/** All blocks of a path, in their order. */
export function orderOf(end: { sewn: readonly number[]; before: unknown } | null): number[] {
  const parts: (readonly number[])[] = [];
  for (let at = end; at; at = at.before as typeof end) parts.push(at.sewn);
  return parts.reverse().flat();
}
/** How often the thread of a block is not that of the one before. */
export const changesOf = ({ threadOf, start }: Lattice, order: readonly number[]): number =>
  order.filter((block, n) => {
    const own = itemAt(threadOf, block);
    return n ? own !== itemAt(threadOf, itemAt(order, n - 1)) : start >= 0 && own !== start;
  }).length;
