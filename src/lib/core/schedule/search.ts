import { itemAt } from '../base';
import { isCheaper, type Cost, type LaidPlan, type Layer, type Order, type Part } from './lay';
import type { ScheduleTask } from './task';

/** From setting up at once to hardly ever. */
const RELUCTANCES = [2, 0, 20];
/**
 * Orders that are tried first: by what is due, what is long and what the heads are set up for; how many others are hooped before one is
 * finished; each setup on heads of its own, or wherever is room.
 */
function* firstOrders(task: ScheduleTask, layer: Layer): Generator<Order> {
  const parts = layer.parts();
  const facts = task.hoopings.map(({ steps, dueS, setup }) => {
    const lastOn = steps.findLastIndex(({ atHead }) => atHead);
    const sum = (all: typeof steps) => all.reduce((s, { seconds }) => s + seconds, 0);
    return {
      due: dueS ?? Infinity,
      setup,
      on: sum(steps.slice(0, lastOn + 1)),
      after: sum(steps.slice(lastOn + 1)),
    };
  });
  const words = [...new Set(facts.map(({ setup }) => setup))];
  type Key = (f: (typeof facts)[number]) => number;
  const by =
    (...keys: Key[]) =>
    (a: Part, b: Part) => {
      const [one, other] = [itemAt(facts, a.hooping), itemAt(facts, b.hooping)];
      for (const key of keys) if (key(one) !== key(other)) return key(one) < key(other) ? -1 : 1;
      return 0;
    };
  const due: Key = (f) => f.due;
  const sorts = [
    by(due, (f) => -f.after),
    by(due, (f) => -(f.on + f.after)),
    by(due, (f) => f.on - f.after),
    by((f) => words.indexOf(f.setup), due),
  ];
  const isChanged = task.setupSeconds > 0 && words.length > 1;
  const own = isChanged ? filledInTurn(task, facts) : null;
  const kept = isChanged ? headsBySetup(task, facts) : null;
  const heads = Math.max(1, task.heads.length);
  const place = (n: number) => (own ? itemAt(own, n) : { head: -1, at: 0 });
  const inPlace = parts
    .toSorted((a, b) => place(a.hooping).at - place(b.hooping).at || a.hooping - b.hooping)
    .map((part) => ({ ...part, head: place(part.hooping).head }));
  for (const lag of [Infinity, heads, 3 * heads, 0, 8 * heads]) {
    if (own) yield { parts: finishedAfter(inPlace, lag), reluctance: 2 };
    for (const sort of sorts) {
      const sorted = finishedAfter(parts.toSorted(sort), lag);
      if (kept) yield { parts: sorted.map((p) => ({ ...p, head: itemAt(kept, p.hooping) })), reluctance: 2 };
      for (const reluctance of isChanged ? RELUCTANCES : [0]) yield { parts: sorted, reluctance };
    }
  }
}
/** Each is finished when so many more have been hooped. */
function finishedAfter(parts: readonly Part[], lag: number): Part[] {
  const place = new Map(parts.flatMap(({ hooping, isAfter }, n) => (isAfter ? [] : [[hooping, n] as const])));
  return parts
    .map((part, n) => {
      const own = place.get(part.hooping) ?? n;
      return { part, at: part.isAfter ? own + 2 * lag + 0.5 : own };
    })
    .sort((a, b) => a.at - b.at || a.part.hooping - b.part.hooping)
    .map(({ part }) => part);
}
/** Of each hooping the head that is for its setup: to the one with least to sew, another setup counting as half a head's share; -1: none. */
function headsBySetup(task: ScheduleTask, facts: readonly { setup: string; on: number }[]): number[] {
  const share = facts.reduce((sum, { on }) => sum + on, 0) / Math.max(1, task.heads.length);
  const heads = task.heads.map(({ id, setup }) => ({ id, setup, load: 0 }));
  const work = new Map<string, number>();
  for (const { setup, on } of facts) work.set(setup, (work.get(setup) ?? 0) + on);
  const words = [...work].sort((a, b) => b[1] - a[1]).map(([word]) => word);
  const wordAt = (n: number) => words.indexOf(itemAt(facts, n).setup);
  const bySetup = facts.map((_, n) => n).sort((a, b) => wordAt(a) - wordAt(b) || a - b);
  const found = facts.map(() => -1);
  for (const n of bySetup) {
    const { setup, on } = itemAt(facts, n);
    const own = task.hoopings[n]?.heads;
    const mayBe = heads.filter(({ id }) => own?.includes(id) ?? true);
    const cost = (h: (typeof heads)[number]) => h.load + (h.setup === setup ? -share : h.setup === null ? 0 : share / 2); // prettier-ignore
    const [first, ...others] = mayBe;
    if (!first) continue;
    const best = others.reduce((a, b) => (cost(b) < cost(a) ? b : a), first);
    found[n] = heads.indexOf(best);
    best.load += on;
    best.setup = setup;
  }
  return found;
}
/** Where a hooping would be if heads were filled one after the other. */
interface Place {
  /** -1: those that it may be on are full */
  head: number;
  /** what is sewn on it before, s */
  at: number;
}
/**
 * Heads filled one after the other to the same height, setup after setup (as R. McNaughton wrapped jobs round machines in 1959): few setups
 * are needed, and no head has more to sew than another.
 */
function filledInTurn(
  task: ScheduleTask,
  facts: readonly { setup: string; on: number; due: number }[],
): Place[] {
  const height = facts.reduce((sum, { on }) => sum + on, 0) / Math.max(1, task.heads.length);
  const loads = task.heads.map(() => 0);
  const words = new Map<string, number[]>();
  facts.forEach(({ setup }, n) => words.set(setup, [...(words.get(setup) ?? []), n]));
  const sumOf = (all: readonly number[]) => all.reduce((sum, n) => sum + itemAt(facts, n).on, 0);
  const places = facts.map((): Place => ({ head: -1, at: 0 }));
  let on = -1;
  for (const [word, all] of [...words].sort((a, b) => sumOf(b[1]) - sumOf(a[1])))
    for (const n of all.sort((a, b) => itemAt(facts, a).due - itemAt(facts, b).due || a - b)) {
      const own = task.hoopings[n]?.heads;
      const mayBe = (h: number) =>
        itemAt(loads, h) < height && (own?.includes(itemAt(task.heads, h).id) ?? true);
      const open = task.heads.flatMap((_, h) => (mayBe(h) ? [h] : []));
      if (!open.includes(on)) {
        const setupOf = (h: number) => task.heads[h]?.setup ?? null;
        on = open.find((h) => setupOf(h) === word) ?? open.find((h) => setupOf(h) === null) ?? open[0] ?? -1;
      }
      if (on < 0) continue;
      places[n] = { head: on, at: itemAt(loads, on) };
      loads[on] = itemAt(loads, on) + itemAt(facts, n).on;
    }
  return places;
}

/**
 * The best of several rules, then better ones by small changes, some of them for the worse on the way (simulated annealing, Kirkpatrick
 * and others 1983).
 * @param left share of the time that is left  @param least nothing costs less: then it ends
 */
export function searchPlans(
  task: ScheduleTask,
  layer: Layer,
  left: () => number,
  least: (cost: Cost) => boolean,
  dice: () => number,
  { from, onBetter }: Watched = {},
): LaidPlan {
  let best = from ? layer.lay(from) : null;
  if (best) onBetter?.(best);
  for (const order of firstOrders(task, layer)) {
    if (best && left() <= LEFT_TO_BETTER) break;
    const plan = layer.lay(order);
    if (best && !isCheaper(plan.cost, best.cost)) continue;
    best = plan;
    onBetter?.(best);
  }
  let found = best ?? layer.lay({ parts: layer.parts(), reluctance: 0 });
  if (found.by.parts.length < 2 || least(found.cost)) return found;
  let at = found;
  for (let share = left(); share > 0; share = left()) {
    const next = layer.lay(changed(at, task, dice));
    if (isCheaper(next.cost, at.cost) || dice() < Math.exp(-worse(at.cost, next.cost) / (WARMTH * share)))
      at = next;
    if (!isCheaper(next.cost, found.cost)) continue;
    found = next;
    onBetter?.(found);
    if (least(found.cost)) break;
  }
  return found;
}
/** A search that begins somewhere, or is watched. */
export interface Watched {
  /** as good as this at least */
  from?: Order;
  onBetter?: (plan: LaidPlan) => void;
}
/** By such a share of its time a plan may be worse at first, and be taken up one time in three. */
const WARMTH = 0.001;
/** So much of the time is left to small changes, however many orders there would be. */
const LEFT_TO_BETTER = 0.5;
/** By how much a plan is worse, as a share of the other's time; what cannot be made up for by time is worse without end. */
function worse(from: Cost, to: Cost): number {
  if (to[0] > from[0]) return Infinity;
  const time = Math.max(1, from[2]);
  return (
    (to[1] - from[1]) / time +
    (to[2] - from[2]) / time +
    Math.max(0, (to[4] - from[4]) / Math.max(1, from[4])) / 10
  );
}
/** Another order: a part earlier or later, two changed over, a stretch moved, or one on another head. */
function changed({ by, hoopings }: LaidPlan, task: ScheduleTask, dice: () => number): Order {
  if (task.setupSeconds > 0 && dice() < 0.05)
    return { ...by, reluctance: itemAt(RELUCTANCES, Math.floor(dice() * RELUCTANCES.length)) };
  return { ...by, parts: moved(by.parts, hoopings, task, dice) };
}
function moved(
  order: readonly Part[],
  hoopings: LaidPlan['hoopings'],
  task: ScheduleTask,
  dice: () => number,
): Part[] {
  const whole = (most: number) => Math.floor(dice() * most);
  const next = [...order];
  const pick = dice() < 0.4 ? lateOf(order, hoopings, task) : whole(order.length);
  const kind = dice();
  if (kind < 0.2 && task.heads.length > 1) {
    const part = itemAt(next, pick);
    const at = next.findIndex((p) => p.hooping === part.hooping && !p.isAfter);
    const own = next[at];
    // Nobody asks for a head any more, or another one is asked for.
    if (own) next[at] = { ...own, head: own.head >= 0 && dice() < 0.5 ? -1 : whole(task.heads.length) };
    return next;
  }
  if (kind < 0.5) {
    const other = whole(order.length);
    [next[pick], next[other]] = [itemAt(next, other), itemAt(next, pick)];
  } else {
    const long = kind < 0.85 ? 1 : 1 + whole(Math.min(6, order.length - 1));
    const taken = next.splice(pick, long);
    next.splice(kind < 0.7 ? whole(pick + 1) : whole(next.length + 1), 0, ...taken);
  }
  return inTurn(next);
}
/** What is done after the head stands behind its own. */
function inTurn(order: Part[]): Part[] {
  const seen = new Set<number>();
  const waiting = new Map<number, Part>();
  const begins = new Set(order.flatMap((p) => (p.isAfter ? [] : [p.hooping])));
  return order.flatMap((part) => {
    if (part.isAfter && begins.has(part.hooping) && !seen.has(part.hooping)) {
      waiting.set(part.hooping, part);
      return [];
    }
    if (part.isAfter) return [part];
    seen.add(part.hooping);
    const after = waiting.get(part.hooping);
    return after ? [part, after] : [part];
  });
}
/** The place in the order of a hooping that is late, else of the one that ends last. */
function lateOf(order: readonly Part[], hoopings: LaidPlan['hoopings'], task: ScheduleTask): number {
  let [most, which] = [-Infinity, 0];
  hoopings.forEach(({ steps }, n) => {
    const { dueS, steps: own } = itemAt(task.hoopings, n);
    const last = steps.at(-1);
    const endS =
      last && steps.length === own.length ? last.startS + itemAt(own, own.length - 1).seconds : Infinity;
    const late = dueS === null ? endS / 1e6 : endS - dueS;
    if (late > most) [most, which] = [late, n];
  });
  return Math.max(
    0,
    order.findIndex(({ hooping }) => hooping === which),
  );
}
