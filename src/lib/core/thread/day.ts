import { grouped, itemAt } from '../base';
import { threadKey, threadWords, type Thread } from '../build';
import { threadInOrder } from '../stop-order';
import type { Machine, ThreadStock } from '../workshop';
import { fullHoopings, type InHoopings } from './hoopings';
import { onNeedles } from './needles';
import { gatherThreads, onShelfAs, type ThreadNeed } from './shelf';

/** A build among those of a day, as its threads are seen. */
export interface ThreadJob {
  /** blocks in the order of sewing; those whose thread nobody has named are left out */
  blocks: readonly { title: string; thread: Thread }[];
  /** metres of each thread that one design takes */
  threads: readonly ThreadNeed[];
  order: InHoopings;
}
/** A needle gets a thread. */
export interface Rethreading {
  /** from 1 */
  needle: number;
  thread: string;
  colour: string;
  /** what comes off it; null: nothing, or nobody has said what */
  instead: string | null;
  /** in which hooping of the build, from 1 */
  hooping: number;
  /** the block before which; null: before the first one of the hooping */
  before: string | null;
}
/** A thread that all builds of a day take, against the shelf. */
export interface ThreadOfDay extends ThreadNeed {
  /** m; null: the shelf has no such thread */
  onShelf: number | null;
  /** the job, from 0, and its hooping, from 1, in which it comes to its end; null: it lasts, or is not there */
  ends: { job: number; hooping: number } | null;
}

/** Blocks of a day; more hoopings of a build are sewn as those before them. */
const MOST_BLOCKS = 4000;
/**
 * Which needles are threaded when, build after build: what is on and is wanted again stays on. @param jobs in the order of sewing
 * @returns of each job
 */
export function needlesOfDay(
  jobs: readonly Pick<ThreadJob, 'blocks' | 'order'>[],
  machine: Pick<Machine, 'needles' | 'threaded'>,
  shelf: readonly ThreadStock[],
): Rethreading[][] {
  const most = Math.max(1, Math.floor(MOST_BLOCKS / jobs.reduce((sum, j) => sum + j.blocks.length, 1)));
  const sewn = jobs.flatMap(({ blocks, order }, job) =>
    Array.from({ length: Math.min(most, fullHoopings(order).hoopings) }, (_, n) =>
      blocks.map((block, at) => ({ ...block, job, hooping: n + 1, isFirst: at === 0 })),
    ).flat(),
  );
  const threads = sewn.map(({ thread }) => thread);
  const on = onNeedles(machine, threads, shelf);
  const begins = sewn.flatMap(({ isFirst }, n) => (isFirst ? [n] : []));
  const { threaded } = threadInOrder(threads.map(threadKey), on, { begins });
  const found = jobs.map((): Rethreading[] => []);
  for (const { at, needle, last, onTheWay } of threaded) {
    const { thread, job, hooping, title } = itemAt(sewn, at);
    const was = shelf.find(({ id }) => id === machine.threaded[needle]);
    itemAt(found, job).push({
      needle: needle + 1,
      thread: threadWords(thread),
      colour: thread.colour,
      instead: last === null ? (was?.name ?? null) : threadWords(itemAt(sewn, last).thread),
      hooping,
      before: onTheWay ? title : null,
    });
  }
  return found;
}

/** Hoopings in which the same needles get the same threads, told once. */
export function inRounds(needles: readonly Rethreading[]): { hoopings: number[]; needles: Rethreading[] }[] {
  const hoopings = grouped(needles, (a, b) => a.hooping === b.hooping);
  const what = (all: readonly Rethreading[]) =>
    JSON.stringify(all.map(({ needle, thread, instead, before }) => [needle, thread, instead, before]));
  return grouped(hoopings, (a, b) => what(a) === what(b)).map((alike) => ({
    hoopings: alike.map((own) => itemAt(own, 0).hooping),
    needles: itemAt(alike, 0),
  }));
}

/** Threads of all builds of a day, and in which hooping of which one the shelf has no more of it. */
export function threadsOfDay(
  jobs: readonly Pick<ThreadJob, 'threads' | 'order'>[],
  shelf: readonly ThreadStock[],
): ThreadOfDay[] {
  return gatherThreads(jobs).map((need) => {
    const stock = onShelfAs(need, shelf);
    let left = stock.reduce((sum, { metres }) => sum + metres, 0);
    const onShelf = stock.length ? left : null;
    const isThis = (other: ThreadNeed) => other.name === need.name && other.colour.toLowerCase() === need.colour.toLowerCase(); // prettier-ignore
    for (const [job, { threads, order }] of jobs.entries()) {
      const metres = threads.find(isThis)?.metres ?? 0;
      const whole = metres * order.designs;
      if (stock.length && whole > left)
        return { ...need, onShelf, ends: { job, hooping: Math.floor(left / (metres * fullHoopings(order).items)) + 1 } }; // prettier-ignore
      left -= whole;
    }
    return { ...need, onShelf, ends: null };
  });
}
