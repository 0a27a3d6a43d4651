/**
 * Where the bobbin is changed: as few bobbins as can be, then as few joins within a block, then as few changes; never a join where
 * one would show. In: what each block takes, m. Out: what to wind, where to change, where a bobbin runs out.
 */
import { fail, itemAt, ok, type Result } from '../base';

/** A block as its bobbin sees it. */
export interface BobbinBlock {
  id: string;
  /** what it takes, m */
  bobbinM: number;
  /** the bobbin's colour */
  bobbin: string;
  /** the bobbin may run out within it: a join would not show */
  mayJoin: boolean;
}
export interface BobbinTask {
  blocks: readonly BobbinBlock[];
  /** what a full bobbin of a colour holds, m */
  capacityM: Readonly<Record<string, number>>;
  /** left on each, in hand, m */
  keepM: number;
  /** on the bobbin that is in, of the first block's colour, m; null: none is in */
  leftM: number | null;
}
/** A change at a stop. */
interface BobbinSwap {
  beforeBlock: string;
  because: string;
  /** on the bobbin of that colour until then, m */
  leftM: number;
  /** a full one is put in; else the one that was in before comes back */
  isFull: boolean;
  /** the bobbin before is of another colour: it is changed in any case */
  isOther: boolean;
}
/** A bobbin that runs out within a block, so far after its beginning, m. */
interface BobbinJoin {
  block: string;
  afterM: number;
  because: string;
}
export interface BobbinPlan {
  /** full bobbins of each colour, in the order in which they are wanted */
  wind: { bobbin: string; count: number }[];
  swaps: BobbinSwap[];
  joins: BobbinJoin[];
  /** on the last bobbin of each colour, what is kept not counted, m */
  left: { bobbin: string; leftM: number }[];
  /** no join shows */
  possible: boolean;
}

/** More is a mistake in what was sent. */
const MOST_BOBBINS = 2000;
/** Less thread is none, m. */
const NONE = 1e-9;
/** What was done before and within a block. */
interface Move {
  block: number;
  /** a full bobbin is put in before it */
  isFresh: boolean;
  /** what the bobbins give that run out within it, m */
  joins: readonly number[];
}
/** What a way costs: each counts before those after it. */
type Cost = readonly [bobbins: number, shown: number, joins: number, swaps: number];
const plus = (a: Cost, b: Cost): Cost => [a[0] + b[0], a[1] + b[1], a[2] + b[2], a[3] + b[3]];
function isLess(a: Cost, b: Cost): boolean {
  const at = a.findIndex((cost, i) => cost !== b[i]);
  return at >= 0 && itemAt(a, at) < itemAt(b, at);
}
/** The cheapest way of having come to a block of one colour: before it a full bobbin is put in, or nothing is left to sew. */
interface Way {
  cost: Cost;
  /** the block before which the last full bobbin was put in; null: none was, it began with what was in */
  before: { at: number; way: Way } | null;
}

/** @returns the problem where a colour has no bobbin, or a bobbin holds no more than is kept on it */
export function planBobbins(task: BobbinTask): Result<BobbinPlan> {
  const problem = problemOf(task);
  if (problem) return problem;
  const colours = [...new Set(task.blocks.map(({ bobbin }) => bobbin))];
  const moves: Move[] = [];
  const wind: BobbinPlan['wind'] = [];
  for (const colour of colours) {
    const way = cheapest(task, colour);
    if (way.count) wind.push({ bobbin: colour, count: way.count });
    for (const move of way.moves) moves.push(move);
  }
  moves.sort((a, b) => a.block - b.block);
  return ok({ wind, ...told(task, moves) });
}
function problemOf({ blocks, capacityM, keepM }: BobbinTask): Result<never> | null {
  let bobbins = 0;
  for (const { id, bobbin, bobbinM } of blocks) {
    if (!(bobbinM > 0))
      return fail('no-length', `Block “${id}” has no length.`, 'Leave out what takes no bobbin thread.');
    const holds = Object.hasOwn(capacityM, bobbin) ? itemAt(capacityM, bobbin) : undefined;
    if (holds === undefined)
      return fail('no-bobbin', `Nothing says what a bobbin of “${bobbin}” holds.`, 'Add it to capacityM.');
    if (holds - keepM <= NONE)
      return fail(
        'empty-bobbin',
        `A bobbin of “${bobbin}” holds ${holds} m and ${keepM} m are kept on it: nothing is left to sew with.`,
        'Keep less, or say how much it holds.',
      );
    bobbins += bobbinM / (holds - keepM);
    if (bobbins > MOST_BOBBINS)
      return fail(
        'too-many-bobbins',
        `All blocks together take more than ${MOST_BOBBINS} bobbins: that is no order.`,
        'Send fewer blocks, or see whether the metres are right.',
      );
  }
  return null;
}

/**
 * The cheapest way of sewing all blocks of a colour: wherever a full bobbin is put in, nothing matters of what was before but its
 * cost, so that it is the shortest path from one such stop to a later one. @returns full bobbins, and what is done at each block
 */
function cheapest(
  { blocks, capacityM, keepM, leftM }: BobbinTask,
  colour: string,
): { count: number; moves: Move[] } {
  const full = itemAt(capacityM, colour) - keepM;
  const own = blocks.flatMap((block, n) => (block.bobbin === colour ? [{ block, n }] : []));
  const isIn = leftM !== null && blocks[0]?.bobbin === colour;
  const first = isIn ? Math.max(0, leftM - keepM) : 0;
  // Where another colour is taken out anyway, or none is in, a full one costs no change of its own.
  const freshCost = (n: number): Cost => [1, 0, 0, (n ? blocks[n - 1]?.bobbin === colour : isIn) ? 1 : 0];
  // The last is the end of all.
  const best: (Way | undefined)[] = own.map(() => undefined);
  const goOn = (from: number, before: Way['before']) => {
    let cost: Cost = before ? before.way.cost : [0, 0, 0, 0];
    let rest = before ? full : first;
    for (let at = from; ; at++) {
      const known = best[at];
      const next = at < own.length ? plus(cost, freshCost(itemAt(own, at).n)) : cost;
      // Of two that cost as much the later change: at the last stop before it is wanted.
      if (!(before && at === from) && (!known || !isLess(known.cost, next)))
        best[at] = { cost: next, before };
      if (at >= own.length) return;
      const { block } = itemAt(own, at);
      const used = sewn(rest, block, full);
      if (!used) return;
      const joins = used.joins.length;
      cost = plus(cost, [joins, block.mayJoin ? 0 : joins, joins, 0]);
      rest = used.rest;
    }
  };
  goOn(0, null);
  for (let at = 0; at < own.length; at++) {
    const way = best[at];
    if (way) goOn(at, { at, way });
  }
  const end = best[own.length];
  const moves: Move[] = [];
  let to = own.length;
  for (let way = end; way; way = way.before?.way) {
    const from = way.before?.at ?? 0;
    let rest = way.before ? full : first;
    for (let at = from; at < to; at++) {
      const { block, n } = itemAt(own, at);
      const used = sewn(rest, block, full);
      moves.push({ block: n, isFresh: at === from && way.before !== null, joins: used?.joins ?? [] });
      rest = used?.rest ?? 0;
    }
    to = from;
  }
  return { count: end?.cost[0] ?? 0, moves };
}
/** A block sewn from what is on the bobbin, and from full ones where that runs out; null: a join would show, or nothing is on it. */
function sewn(
  rest: number,
  { bobbinM, mayJoin }: BobbinBlock,
  full: number,
): { rest: number; joins: number[] } | null {
  if (rest < NONE) return null;
  const joins: number[] = [];
  let left = bobbinM;
  while (left > rest + NONE) {
    joins.push(rest);
    left -= rest;
    rest = full;
  }
  // A join that shows is made only where no bobbin holds the block.
  if (joins.length && !mayJoin && bobbinM <= full + NONE) return null;
  return { rest: Math.max(0, rest - left), joins };
}

const metres = (m: number) => `${m.toFixed(1)} m`;
/** What the moves are on the machine, in words. */
function told(
  { blocks, leftM, capacityM, keepM }: BobbinTask,
  moves: readonly Move[],
): Omit<BobbinPlan, 'wind'> {
  const swaps: BobbinSwap[] = [];
  const joins: BobbinJoin[] = [];
  const rests = new Map<string, number>();
  const [first] = blocks;
  if (first && leftM !== null) rests.set(first.bobbin, Math.max(0, leftM - keepM));
  for (const { block: n, isFresh, joins: runOut } of moves) {
    const { id, bobbin, bobbinM, mayJoin } = itemAt(blocks, n);
    const before = blocks[n - 1];
    const full = itemAt(capacityM, bobbin) - keepM;
    const rest = rests.get(bobbin);
    const isOther = before !== undefined && before.bobbin !== bobbin;
    if (isOther || (isFresh && (n > 0 || leftM !== null)))
      swaps.push({
        beforeBlock: id,
        leftM: rest ?? 0,
        isFull: isFresh,
        isOther,
        because: isOther
          ? `${id} is sewn with ${bobbin}, ${before.id} with ${before.bobbin}${isFresh ? '; a full one' : rest ? `; ${metres(rest)} are left on it` : ''}.`
          : `${id} takes ${metres(bobbinM)} and ${metres(rest ?? 0)} are left${mayJoin ? '' : ': a join would show'}.`,
      });
    let after = 0;
    for (const gives of runOut) {
      after += gives;
      joins.push({
        block: id,
        afterM: after,
        because: mayJoin
          ? `The bobbin runs out ${metres(after)} into ${id}, where a join does not show.`
          : `${id} takes ${metres(bobbinM)} and a full bobbin gives ${metres(full)}: a join shows.`,
      });
    }
    const had = isFresh ? full : (rest ?? 0);
    rests.set(bobbin, had + runOut.length * full - bobbinM);
  }
  const left = [...rests].map(([bobbin, leftM]) => ({ bobbin, leftM }));
  return {
    swaps,
    joins,
    left,
    possible: joins.every(({ block }) => blocks.find((b) => b.id === block)?.mayJoin),
  };
}
