import { itemAt } from '../base';
import type { Space } from './layers';
import { startingFrom } from './changes';
import {
  emptySet,
  freeThreads,
  has,
  holdsAll,
  leftToTakeUp,
  sewThread,
  threadsLeft,
  type BlockSet,
  type Lattice,
} from './task';

/** Sewn so far, with the threads on the needles. */
export interface Threaded {
  done: BlockSet;
  left: number;
  sewn: readonly number[];
  /** on a needle each, in the order of the needles; as many as were threaded yet */
  on: readonly number[];
  /** how often a needle was threaded, the first time counted */
  loads: number;
  before: Threaded | null;
}
const noneOf = (lattice: Lattice): Threaded => ({
  done: emptySet(lattice.blocks.length),
  left: lattice.blocks.length,
  sewn: [],
  on: [],
  loads: 0,
  before: null,
});

/** Blocks times needles: beyond it only the likeliest needles are threaded anew. */
const MANY = 1200;
const LIKELIEST = 2;
const isWhole = ({ blocks }: Lattice, needles: number): boolean => blocks.length * needles <= MANY;

/** Needles that hold a thread once it is put on: a free one, one whose thread is done with, else any of them. */
function threaded(
  lattice: Lattice,
  { done, on }: Threaded,
  thread: number,
  needles: number,
): (readonly number[])[] {
  if (on.includes(thread)) return [on];
  if (on.length < needles) return [[...on, thread]];
  const left = on.map((t) => itemAt(lattice.ofThread, t).filter((b) => !has(done, b)).length);
  const over = left.indexOf(0);
  if (over >= 0) return [on.with(over, thread)];
  const places = on.map((_, n) => n);
  const likely = isWhole(lattice, needles)
    ? places
    : places.sort((a, b) => itemAt(left, a) - itemAt(left, b)).slice(0, LIKELIEST);
  return likely.map((n) => on.with(n, thread));
}
const missing = (lattice: Lattice, { done, on }: Threaded): number =>
  threadsLeft(lattice, done).filter((t) => !on.includes(t)).length;
const keyOf = ({ done, on }: Threaded): string => `${done.join()} ${on.toSorted((a, b) => a - b).join()}`;
const isSameOn = (a: Threaded, b: Threaded): boolean =>
  a.on.length === b.on.length && a.on.every((t) => b.on.includes(t));

/** One step threads a needle; what can be sewn with all threads that are on is sewn at once. */
export function loadsSpace(lattice: Lattice, needles: number): Space<Threaded> {
  const sewAll = (from: Threaded, on: readonly number[]): Threaded => {
    const done = from.done.slice();
    const sewn: number[] = [];
    for (let more = -1; more < sewn.length;) {
      more = sewn.length;
      for (const t of on) sewn.push(...sewThread(lattice, done, t));
    }
    return { done, left: from.left - sewn.length, sewn, on, loads: from.loads + 1, before: from };
  };
  return {
    isWhole: isWhole(lattice, needles),
    first: [noneOf(lattice)],
    next: (state) =>
      freeThreads(lattice, state.done)
        .filter((t) => !state.on.includes(t))
        .flatMap((t) => threaded(lattice, state, t, needles).map((on) => sewAll(state, on))),
    isDone: ({ left }) => left === 0,
    key: keyOf,
    least: (state) => missing(lattice, state),
    dominates: (a, b) => isSameOn(a, b) && holdsAll(a.done, b.done),
  };
}

/** One step is a change of thread, and no needle is threaded more often in all than it may be. */
export function changesWithin(lattice: Lattice, needles: number, mostLoads: number): Space<Threaded> {
  const withThread = (from: Threaded, thread: number, on = [...from.on, thread]): Threaded => {
    const done = from.done.slice();
    const sewn = sewThread(lattice, done, thread);
    const loads = from.loads + (from.on.includes(thread) ? 0 : 1);
    return { done, left: from.left - sewn.length, sewn, on, loads, before: from };
  };
  const next = (state: Threaded) =>
    freeThreads(lattice, state.done)
      .flatMap((t) => threaded(lattice, state, t, needles).map((on) => withThread(state, t, [...on])))
      .filter((to) => to.loads + missing(lattice, to) <= mostLoads);
  return {
    isWhole: isWhole(lattice, needles),
    first: startingFrom(lattice, noneOf(lattice), next, withThread),
    next,
    isDone: ({ left }) => left === 0,
    key: (state) => `${keyOf(state)} ${state.loads}`,
    least: ({ done }) => leftToTakeUp(lattice, done),
    dominates: (a, b) => a.loads <= b.loads && isSameOn(a, b) && holdsAll(a.done, b.done),
  };
}

/** What is threaded when: the first on each needle, and each thread that takes the place of another. */
export interface Threading {
  first: readonly string[];
  again: { needle: number; thread: string; before: string }[];
}
/** Reads it off a path. Needles are numbered from 1. */
export function threadingOf({ threads, blocks }: Lattice, end: Threaded): Threading {
  const path: Threaded[] = [];
  for (let at: Threaded | null = end; at; at = at.before) path.unshift(at);
  const first: string[] = [];
  const again: Threading['again'] = [];
  let on: readonly number[] = [];
  for (const state of path) {
    for (const [n, t] of state.on.entries()) {
      const thread = threads[t] as string;
      if (n >= on.length) first.push(thread);
      else if (on[n] !== t)
        again.push({ needle: n + 1, thread, before: blocks[state.sewn[0] as number]?.id ?? '' });
    }
    on = state.on;
  }
  return { first, again };
}
