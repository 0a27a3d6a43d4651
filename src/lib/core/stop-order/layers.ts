import { itemAt } from '../base';

/** What a search goes through: states, each reached at a cost of one more than the one before it. */
export interface Space<S> {
  first: readonly S[];
  /** false: only the likeliest steps are among the next, so that the search proves nothing */
  isWhole: boolean;
  /** all states that one more step leads to */
  next: (state: S) => S[];
  isDone: (state: S) => boolean;
  /** two of one key are as good as each other */
  key: (state: S) => string;
  /** never more than what is left to be done costs */
  least: (state: S) => number;
  /** the first leads wherever the second does, as cheaply */
  dominates: (a: S, b: S) => boolean;
}
/** What a search has found. */
export interface FoundPath<S> {
  /** null: none cheaper than was asked for */
  end: S | null;
  /** no path is cheaper */
  least: number;
  cost: number;
}

interface Reached<S> {
  state: S;
  /** its key */
  name: string;
  /** the least that is left to be done costs */
  left: number;
}
/** Of a layer so many are compared with all others. */
const COMPARED = 60;

/**
 * The cheapest path, layer after layer of equal cost: exact as long as no layer is wider than it may be; then the likeliest of
 * it go on, and the bound stays at what the whole layer promised.
 * @param upper only cheaper ones are looked for
 */
function searchLayers<S>(
  { first, next, isDone, key, least, dominates }: Space<S>,
  width: number,
  upper: number,
  mayContinue: () => boolean,
): FoundPath<S> {
  let layer = [...first];
  let bound = 0;
  let isWhole = true;
  const seen = new Set<string>();
  for (let cost = 0; layer.length; cost++) {
    const done = layer.find(isDone);
    if (done) return { end: done, least: isWhole ? cost : bound, cost };
    const found = new Map<string, Reached<S>>();
    for (const state of layer) {
      if (!mayContinue()) return { end: null, least: bound, cost: Infinity };
      for (const to of next(state)) {
        const name = key(to);
        if (found.has(name) || seen.has(name)) continue;
        const left = least(to);
        if (cost + 1 + left < upper) found.set(name, { state: to, name, left });
      }
    }
    const sorted = [...found.values()].sort((a, b) => a.left - b.left);
    const kept: Reached<S>[] = [];
    for (const each of sorted) {
      const isLess = kept.slice(0, COMPARED).some(({ state }) => dominates(state, each.state));
      if (!isLess) kept.push(each);
    }
    if (isWhole && kept.length) bound = Math.max(bound, cost + 1 + itemAt(kept, 0).left);
    if (kept.length > width) {
      isWhole = false;
      kept.length = width;
    }
    layer = kept.map(({ state }) => state);
    for (const { name } of kept) seen.add(name);
  }
  return { end: null, least: isWhole ? upper : bound, cost: Infinity };
}
/** Layers so wide are tried, one after the other, as long as there is time. */
const WIDTHS = [1, 20, 200, 2000, 20_000];

/** Wider and wider until it is proven or the time is over. @param least that no path is cheaper is known already */
export function searchWider<S>(space: Space<S>, least: number, mayContinue: () => boolean): FoundPath<S> {
  let best: FoundPath<S> = { end: null, least, cost: Infinity };
  for (const width of WIDTHS) {
    // The narrowest comes to an end whatever the time: an answer is wanted.
    const found = searchLayers(space, width, best.cost, best.end ? mayContinue : () => true);
    const proven = space.isWhole ? Math.min(found.least, best.cost) : 0;
    const bound = Math.max(best.least, proven);
    best = found.end ? { ...found, least: bound } : { ...best, least: bound };
    if (best.least >= best.cost || !mayContinue()) break;
  }
  return best;
}
