/** A needle gets the thread of a block before it is sewn. */
interface Threading {
  at: number;
  needle: number;
  /** the block that it has sewn until then; null: none */
  last: number | null;
  /** that one was of the same design: it is threaded within it, not before */
  onTheWay: boolean;
}
/** Which needle each block of a given order is sewn with. */
export interface ThreadedInOrder {
  /** of each block, from 0 */
  needles: number[];
  /** in their order */
  threaded: Threading[];
}

/**
 * As few threadings as can be where the order is given: a thread that is wanted and on none takes the place of the one that is wanted
 * again last of all, or never (L. A. Bélády, 1966, of pages in a store); of several such, of one that can be threaded before the start.
 * @param on what each needle holds; null: nothing  @param begins where a design begins, each later than the one before
 * @param then what is sewn after these: of threads that these do not want any more it leaves on what comes first
 */
export function threadInOrder(
  threads: readonly string[],
  on: readonly (string | null)[],
  { begins = [], then = [] }: { begins?: readonly number[]; then?: readonly string[] } = {},
): ThreadedInOrder {
  const ahead = [...threads, ...then];
  const holds = [...on];
  const found: ThreadedInOrder = { needles: [], threaded: [] };
  /** by needle the block that it has sewn last */
  const lastOn: (number | null)[] = on.map(() => null);
  let begin = 0;
  threads.forEach((thread, at) => {
    if (begins.includes(at)) begin = at;
    let needle = holds.indexOf(thread);
    if (needle < 0) {
      const wanted = holds.map((held) => {
        const next = held === null ? -1 : ahead.indexOf(held, at);
        return next < 0 ? Infinity : next;
      });
      const latest = Math.max(...wanted);
      // An empty one first: what nobody wants here may be wanted by the next design.
      const empty = holds.indexOf(null);
      const idle = wanted.findIndex((next, n) => next === latest && (lastOn[n] ?? -1) < begin);
      needle = empty >= 0 ? empty : idle >= 0 ? idle : wanted.indexOf(latest);
      holds[needle] = thread;
      const last = lastOn[needle] ?? null;
      found.threaded.push({ at, needle, last, onTheWay: last !== null && last >= begin });
    }
    lastOn[needle] = at;
    found.needles.push(needle);
  });
  return found;
}
