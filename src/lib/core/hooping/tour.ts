import { improve } from './improve';
import type { Cost, Group, Level } from './types';

/** So many legs and groups of a level are ordered exactly: 2^n · n² and 2^g · g of them are weighed. */
const MOST_EXACT = 13;
const MOST_GROUPS = 4;

/** A way through some of the legs. */
interface Way {
  cost: number;
  last: number | null;
  /** the legs of its last group, in order */
  row: readonly number[];
  before: Way | null;
}

/**
 * The order of all legs with the least way between them, from where the needle begins: exact where each level has at most 13
 * legs in 4 groups, else the nearest next one or the order as told, whichever can be improved to less.
 */
export function shortestTour(levels: readonly Level[], cost: Cost): number[] {
  const isSmall = (level: Level) => level.length <= MOST_GROUPS && level.flat().length <= MOST_EXACT;
  if (levels.every(isSmall)) return exact(levels, cost);
  const known = remembered(cost, 1 + Math.max(...levels.flat(2)));
  const told = levels.flatMap((level) => level.filter((group) => group.length));
  return improve([told, nearestFirst(levels, known)], known);
}
/** Legs whose ways to each other are kept: 8 bytes each. */
const MOST_KEPT = 1500;
/** Each way is measured once. */
function remembered(cost: Cost, legs: number): Cost {
  if (legs > MOST_KEPT) return cost;
  const ways = new Float64Array((legs + 1) * legs).fill(-1);
  return (from, to) => {
    const at = ((from ?? -1) + 1) * legs + to;
    const kept = ways[at];
    return kept < 0 ? (ways[at] = cost(from, to)) : kept;
  };
}

function exact(levels: readonly Level[], cost: Cost): number[] {
  let ways: Way[] = [{ cost: 0, last: null, row: [], before: null }];
  for (const level of levels) ways = throughLevel(level, ways, cost);
  const order: (readonly number[])[] = [];
  for (let way: Way | null = cheapest(ways); way; way = way.before) order.unshift(way.row);
  return order.flat();
}
const cheapest = (ways: readonly Way[]): Way => ways.reduce((a, b) => (b.cost < a.cost ? b : a));

/** The cheapest way through all groups of a level for each leg that may be its last. */
function throughLevel(level: Level, ways: Way[], cost: Cost): Way[] {
  const groups = level.filter((group) => group.length);
  /** by the set of groups that are done */
  const done: Way[][] = Array.from({ length: 1 << groups.length }, () => []);
  done[0] = ways;
  for (let set = 0; set < done.length - 1; set++)
    groups.forEach((group, g) => {
      if (set & (1 << g)) return;
      const next = done[set | (1 << g)];
      for (const way of throughGroup(group, done[set], cost)) {
        const other = next.findIndex((w) => w.last === way.last);
        if (other < 0) next.push(way);
        else if (way.cost < next[other].cost) next[other] = way;
      }
    });
  return done[done.length - 1];
}

/** The cheapest way through a group for each leg that may be its last, over all sets of legs that are done. */
function throughGroup(group: Group, ways: readonly Way[], cost: Cost): Way[] {
  const n = group.length;
  const least = new Float64Array(n << n).fill(Infinity);
  const from = new Int32Array(n << n).fill(-1);
  const before = group.map((leg, k) => {
    const arrived = ways.map((way) => ({ ...way, cost: way.cost + cost(way.last, leg), way }));
    const best = arrived.reduce((a, b) => (b.cost < a.cost ? b : a));
    least[(1 << k) * n + k] = best.cost;
    return best.way;
  });
  const between = group.map((a) => group.map((b) => cost(a, b)));
  for (let set = 1; set < 1 << n; set++)
    for (let last = 0; last < n; last++) {
      const so = least[set * n + last];
      if (so === Infinity) continue;
      for (let next = 0; next < n; next++) {
        if (set & (1 << next)) continue;
        const at = (set | (1 << next)) * n + next;
        const more = so + between[last][next];
        if (more >= least[at]) continue;
        least[at] = more;
        from[at] = last;
      }
    }
  return group.map((leg, last) => {
    const row: number[] = [];
    let first = last;
    for (let k = last, set = (1 << n) - 1; k >= 0;) {
      row.unshift(group[k]);
      first = k;
      k = from[set * n + k];
      set &= ~(1 << first);
    }
    return {
      cost: least[((1 << n) - 1) * n + last],
      last: leg,
      row,
      before: before[first],
    };
  });
}

/** Always the nearest of what may come next; a group that is begun is ended. */
function nearestFirst(levels: readonly Level[], cost: Cost): number[][] {
  const rows: number[][] = [];
  let at: number | null = null;
  const nearest = (legs: Iterable<number>): number => {
    let best: { leg: number; way: number } | null = null;
    for (const leg of legs) {
      const way = cost(at, leg);
      if (!best || way < best.way) best = { leg, way };
    }
    return best?.leg ?? -1;
  };
  for (const level of levels) {
    const left = new Set(level.filter((group) => group.length));
    while (left.size) {
      const first = nearest([...left].flat());
      const group = [...left].find((g) => g.includes(first)) ?? [];
      left.delete(group);
      const legs = new Set(group);
      const row: number[] = [];
      while (legs.size) {
        at = nearest(legs);
        legs.delete(at);
        row.push(at);
      }
      rows.push(row);
    }
  }
  return rows;
}
