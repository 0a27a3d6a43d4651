/** Which needle each block of a given order is sewn with. */
export interface ThreadedInOrder {
  /** of each block, from 0 */
  needles: number[];
  /** a needle gets the thread of a block before it is sewn, in their order */
  threaded: { at: number; needle: number }[];
}

/**
 * As few threadings as can be where the order is given: a thread that is wanted and on none takes the place of the one that is wanted
 * again last of all, or never (L. A. Bélády, 1966, of pages in a store). @param on what each needle holds; null: nothing
 */
export function threadInOrder(threads: readonly string[], on: readonly (string | null)[]): ThreadedInOrder {
  const holds = [...on];
  const found: ThreadedInOrder = { needles: [], threaded: [] };
  threads.forEach((thread, at) => {
    let needle = holds.indexOf(thread);
    if (needle < 0) {
      const wanted = holds.map((held) => {
        const next = held === null ? -1 : threads.indexOf(held, at);
        return next < 0 ? Infinity : next;
      });
      const latest = Math.max(...wanted);
      // An empty one first: what nobody wants here may be wanted by the next design.
      const empty = holds.indexOf(null);
      needle = empty >= 0 ? empty : wanted.indexOf(latest);
      holds[needle] = thread;
      found.threaded.push({ at, needle });
    }
    found.needles.push(needle);
  });
  return found;
}
