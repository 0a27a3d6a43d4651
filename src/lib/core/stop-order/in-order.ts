/** Which needle each block of a given order is sewn with. */
export interface ThreadedInOrder {
  /** of each block, from 0 */
  needles: number[];
  /** a needle gets the thread of a block before it is sewn, in their order; on the way: it has sewn since the machine was begun with */
  threaded: { at: number; needle: number; onTheWay: boolean }[];
}

/**
 * As few threadings as can be where the order is given: a thread that is wanted and on none takes the place of the one that is wanted
 * again last of all, or never (L. A. Bélády, 1966, of pages in a store); of several such, of one that can be threaded before the start.
 * @param on what each needle holds; null: nothing  @param begins where a design begins, each later than the one before
 */
export function threadInOrder(
  threads: readonly string[],
  on: readonly (string | null)[],
  begins: readonly number[] = [],
): ThreadedInOrder {
  const holds = [...on];
  const found: ThreadedInOrder = { needles: [], threaded: [] };
  let sewing = new Set<number>();
  threads.forEach((thread, at) => {
    if (begins.includes(at)) sewing = new Set();
    let needle = holds.indexOf(thread);
    if (needle < 0) {
      const wanted = holds.map((held) => {
        const next = held === null ? -1 : threads.indexOf(held, at);
        return next < 0 ? Infinity : next;
      });
      const latest = Math.max(...wanted);
      // An empty one first: what nobody wants here may be wanted by the next design.
      const empty = holds.indexOf(null);
      const idle = wanted.findIndex((next, n) => next === latest && !sewing.has(n));
      needle = empty >= 0 ? empty : idle >= 0 ? idle : wanted.indexOf(latest);
      holds[needle] = thread;
      found.threaded.push({ at, needle, onTheWay: sewing.has(needle) });
    }
    sewing.add(needle);
    found.needles.push(needle);
  });
  return found;
}
