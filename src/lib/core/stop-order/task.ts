import { fail, itemAt, ok, type Result } from '../base';

/** A block as it is ordered: only its thread counts. */
interface StopBlock {
  id: string;
  thread: string;
}
/** Blocks, which of them come before which, and what is on the machine. */
export interface StopTask {
  blocks: readonly StopBlock[];
  /** by id: the first is sewn before the second */
  before: readonly (readonly [string, string])[];
  /** on the machine at the start; null: the first thread is put on anyway */
  start: string | null;
}

/** Blocks as a set: a bit each. */
export type BlockSet = Uint32Array;
const BITS = 32;
export const has = (set: BlockSet, i: number): boolean => ((set[i >>> 5] as number) & (1 << (i & 31))) !== 0;
const put = (set: BlockSet, i: number): void => {
  set[i >>> 5] = (set[i >>> 5] as number) | (1 << (i & 31));
};
export function holdsAll(set: BlockSet, of: BlockSet): boolean {
  for (let w = 0; w < of.length; w++) if ((of[w] as number) & ~(set[w] as number)) return false;
  return true;
}

/** A task made ready: blocks and threads by number. */
export interface Lattice {
  blocks: readonly StopBlock[];
  threads: readonly string[];
  /** by block */
  threadOf: readonly number[];
  /** what must be sewn before a block */
  needs: readonly BlockSet[];
  /** blocks of a thread, each behind those that it waits for */
  ofThread: readonly (readonly number[])[];
  /** from a block on, its thread must be taken up at least so often, this time counted */
  takenUp: readonly number[];
  /** of the thread that is on; -1: none counts */
  start: number;
}

const unknownId = (id: string) =>
  fail(
    'unknown-block',
    `“${id}” is named in the order, and no block is called so.`,
    'Name blocks by their ids.',
  );

/** @returns the problem where an id is unknown or the order goes round in a circle */
export function latticeOf({ blocks, before, start }: StopTask): Result<Lattice> {
  const number = new Map(blocks.map(({ id }, i) => [id, i]));
  const after: Set<number>[] = blocks.map(() => new Set());
  const needs = blocks.map(() => emptySet(blocks.length));
  for (const pair of before) {
    const [a, b] = pair.map((id) => number.get(id));
    if (a === undefined || b === undefined) return unknownId(pair[a === undefined ? 0 : 1]);
    itemAt(after, a).add(b);
    put(itemAt(needs, b), a);
  }
  const sorted = inOrder(after);
  if (sorted.length < blocks.length) return circleIn(blocks, needs, new Set(sorted));
  const threads = [...new Set(blocks.map(({ thread }) => thread))];
  const threadNumber = new Map(threads.map((thread, t) => [thread, t]));
  const threadOf = blocks.map(({ thread }) => threadNumber.get(thread) as number);
  const ofThread: number[][] = threads.map(() => []);
  for (const i of sorted) itemAt(ofThread, itemAt(threadOf, i)).push(i);
  return ok({
    blocks,
    threads,
    threadOf,
    needs,
    ofThread,
    takenUp: takenUpFrom(sorted, after, threadOf, threads.length),
    start: start === null ? -1 : (threadNumber.get(start) ?? threads.length),
  });
}
export const emptySet = (size: number): BlockSet => new Uint32Array(Math.max(1, Math.ceil(size / BITS)));

/** Each behind those that it waits for, as near to the order that was sent as can be; those in a circle are left out. */
function inOrder(after: readonly ReadonlySet<number>[]): number[] {
  const waiting = after.map(() => 0);
  for (const next of after) for (const b of next) waiting[b] = itemAt(waiting, b) + 1;
  const open = new Set(waiting.flatMap((n, i) => (n ? [] : [i])));
  const sorted: number[] = [];
  while (open.size) {
    const first = Math.min(...open);
    open.delete(first);
    sorted.push(first);
    for (const b of itemAt(after, first)) {
      waiting[b] = itemAt(waiting, b) - 1;
      if (!waiting[b]) open.add(b);
    }
  }
  return sorted;
}
/** Walks back from a block that is never reached until one comes again. */
function circleIn(
  blocks: readonly StopBlock[],
  needs: readonly BlockSet[],
  reached: ReadonlySet<number>,
): Result<never> {
  const stuck = blocks.flatMap((_, i) => (reached.has(i) ? [] : [i]));
  const walked: number[] = [itemAt(stuck, 0)];
  for (;;) {
    const at = itemAt(walked, walked.length - 1);
    const next = itemAt(
      stuck.filter((i) => has(itemAt(needs, at), i)),
      0,
    );
    const from = walked.indexOf(next);
    walked.push(next);
    if (from < 0) continue;
    const names = walked.slice(from).reverse().map((i) => `“${itemAt(blocks, i).id}”`); // prettier-ignore
    return fail(
      'circular-order',
      `The order goes round in a circle: ${names.join(' before ')}.`,
      'Take one of these pairs out.',
    );
  }
}

/**
 * How often a thread must be taken up from each block on: once more wherever a chain leaves it for another thread and comes
 * back. Its sum over the threads is a bound, since each time is of one thread alone.
 */
function takenUpFrom(
  sorted: readonly number[],
  after: readonly ReadonlySet<number>[],
  threadOf: readonly number[],
  threads: number,
): number[] {
  // Of each block and thread the most from any block of that thread that comes at or after it.
  const most = after.map(() => new Uint16Array(threads));
  const takenUp = after.map(() => 1);
  for (const b of sorted.toReversed()) {
    const own = itemAt(threadOf, b);
    const mine = itemAt(most, b);
    let times = 1;
    for (const next of itemAt(after, b)) {
      const theirs = itemAt(most, next);
      const back = theirs[own] as number;
      if (back) times = Math.max(times, itemAt(threadOf, next) === own ? itemAt(takenUp, next) : back + 1);
      theirs.forEach((n, t) => (mine[t] = Math.max(mine[t] as number, n)));
    }
    takenUp[b] = times;
    mine[own] = Math.max(mine[own] as number, times);
  }
  return takenUp;
}

/** Whether all that a block waits for is done. */
export const isFree = ({ needs }: Lattice, done: BlockSet, block: number): boolean =>
  holdsAll(done, itemAt(needs, block));
/** Sews all of a thread that can be sewn; what it frees of the same thread too. @returns the blocks, in their order */
export function sewThread(lattice: Lattice, done: BlockSet, thread: number): number[] {
  const sewn: number[] = [];
  // Blocks of a thread stand behind those that they wait for, so that once through is enough.
  for (const block of itemAt(lattice.ofThread, thread))
    if (!has(done, block) && isFree(lattice, done, block)) {
      put(done, block);
      sewn.push(block);
    }
  return sewn;
}
/** Threads that something can be sewn in now. */
export const freeThreads = (lattice: Lattice, done: BlockSet): number[] =>
  lattice.ofThread.flatMap((blocks, t) =>
    blocks.some((b) => !has(done, b) && isFree(lattice, done, b)) ? [t] : [],
  );
/** All threads of what is left must be taken up so often. */
export function leftToTakeUp({ ofThread, takenUp }: Lattice, done: BlockSet): number {
  let sum = 0;
  for (const blocks of ofThread) {
    let most = 0;
    for (const b of blocks) if (!has(done, b) && itemAt(takenUp, b) > most) most = itemAt(takenUp, b);
    sum += most;
  }
  return sum;
}
/** Threads of what is left. */
export const threadsLeft = ({ ofThread }: Lattice, done: BlockSet): number[] =>
  ofThread.flatMap((blocks, t) => (blocks.some((b) => !has(done, b)) ? [t] : []));
