import { expect } from 'chai';
import { orderStops, threadInOrder, type StopOrder, type StopTask } from '$lib/core/stop-order';
import { Dice } from '../support/labelled/types';

const blocksOf = (threads: string) => [...threads].map((thread, i) => ({ id: `b${i}`, thread }));
const pairsOf = (...pairs: [number, number][]) => pairs.map(([a, b]): [string, string] => [`b${a}`, `b${b}`]);
/** So many looks at the clock. */
const looks = (most: number) => {
  let n = most;
  return () => Math.max(0, n--) / most;
};
function ordered(task: StopTask, needles: number | null = null, most = 1e7): StopOrder {
  const found = orderStops(task, needles, looks(most));
  if (!found.ok) throw new Error(found.problem.message);
  return found.value;
}

/** All orders that keep what comes before what. */
function* allOrders(task: StopTask, done: number[] = []): Generator<number[]> {
  if (done.length === task.blocks.length) yield done;
  for (const [i, { id }] of task.blocks.entries()) {
    const isFree = task.before.every(([a, b]) => b !== id || done.some((d) => task.blocks[d]?.id === a));
    if (!done.includes(i) && isFree) yield* allOrders(task, [...done, i]);
  }
}
const threadsOf = (task: StopTask, order: readonly number[]) =>
  order.map((i) => task.blocks[i]?.thread ?? '');
const changesOf = (threads: readonly string[], start: string | null) =>
  threads.filter((t, n) => (n ? t !== threads[n - 1] : start !== null && t !== start)).length;
/** Re-threadings of one order: whatever is needed last gives its needle up. */
function rethreadsOf(threads: readonly string[], needles: number): number {
  let on: string[] = [];
  let again = 0;
  for (const [n, t] of threads.entries()) {
    if (on.includes(t)) continue;
    if (on.length >= needles) {
      const next = (held: string) => (threads.indexOf(held, n) + threads.length) % threads.length || Infinity;
      const farthest = on.reduce((a, b) => ((threads.indexOf(b, n) < 0 ? Infinity : next(b)) > (threads.indexOf(a, n) < 0 ? Infinity : next(a)) ? b : a)); // prettier-ignore
      on = on.filter((held) => held !== farthest);
      again++;
    }
    on.push(t);
  }
  return again;
}
function random(dice: Dice, size: number, threads: number, share: number): StopTask {
  const blocks = Array.from({ length: size }, (_, i) => ({ id: `b${i}`, thread: 'abcdefghijklmnopqrst'[dice.whole(0, threads - 1)] ?? 'a' })); // prettier-ignore
  const before = blocks.flatMap((a, i) => blocks.slice(i + 1).flatMap((b): [string, string][] => (dice.chance(share) ? [[a.id, b.id]] : []))); // prettier-ignore
  return { blocks, before, start: dice.chance(0.4) ? 'abx'.charAt(dice.whole(0, 2)) : null };
}
/** An order that keeps all pairs and has each block once. */
function expectWhole(task: StopTask, { order }: Pick<StopOrder, 'order'>) {
  expect([...order].sort()).to.deep.equal(task.blocks.map(({ id }) => id).sort());
  for (const [a, b] of task.before)
    expect(order.indexOf(a), `${a} before ${b}`).to.be.below(order.indexOf(b));
}

describe('the order of stops with the fewest changes of thread', () => {
  it('sews all yellow parts first and then goes back, where nothing forbids it', () => {
    const task: StopTask = { blocks: blocksOf('yryrb'), before: [], start: null };
    expect(ordered(task)).to.include({ changes: 2, naive: 4, optimal: true, lowerBound: 2 });
    // With red on: red, then the others.
    expect(ordered({ ...task, start: 'r' })).to.include({ changes: 2, naive: 5 });
    expect(ordered({ ...task, start: 'g' })).to.include({ changes: 3, naive: 5 });
  });
  it('comes back to a thread where a block between must be sewn', () => {
    // a, b, a one upon the other: two changes whatever is done; the free b goes with its like.
    const task: StopTask = { blocks: blocksOf('abab'), before: pairsOf([0, 1], [1, 2]), start: null };
    const found = ordered(task);
    expect(found).to.include({ changes: 2, naive: 3, optimal: true });
    expect(found.order).to.deep.equal(['b0', 'b1', 'b3', 'b2']);
  });
  it('threads needles in a given order as seldom as can be, and leaves on what is on', () => {
    const dice = new Dice(31);
    /** All ways of choosing a needle, one by one. */
    const fewest = (threads: readonly string[], on: readonly (string | null)[]): number => {
      const [first, ...rest] = threads;
      if (first === undefined) return 0;
      if (on.includes(first)) return fewest(rest, on);
      return 1 + Math.min(...on.map((_, n) => fewest(rest, on.with(n, first))));
    };
    for (let n = 0; n < 300; n++) {
      const threads = Array.from({ length: dice.whole(1, 9) }, () => dice.pick([...'abcd']));
      const on = Array.from({ length: dice.whole(1, 3) }, () => dice.pick(['a', 'b', 'x', null]));
      // A thread is put on one needle only.
      if (on.some((t, k) => t !== null && on.indexOf(t) !== k)) continue;
      const { needles, threaded } = threadInOrder(threads, on);
      expect(threaded, JSON.stringify([threads, on])).to.have.length(fewest(threads, on));
      // What comes after decides only among those that are as good.
      expect(threadInOrder(threads, on, { then: threads }).threaded).to.have.length(threaded.length);
      const holds = [...on];
      threads.forEach((thread, at) => {
        for (const t of threaded) if (t.at === at) holds[t.needle] = thread;
        expect(holds[needles[at] ?? -1]).to.equal(thread);
      });
    }
  });
  it('threads before the start rather than on the way, and between designs too', () => {
    const { threaded } = threadInOrder(['a', 'c'], ['a', 'x']);
    expect(threaded).to.deep.equal([{ at: 1, needle: 1, last: null, onTheWay: false }]);
    // Two designs on two needles: b and c come on before each begins; within one design c would come on the way.
    const two = ['a', 'b', 'a', 'c'];
    expect(threadInOrder(two, ['a', null], { begins: [0, 2] }).threaded.map((t) => t.onTheWay)).to.deep.equal(
      [false, false],
    );
    expect(threadInOrder(two, ['a', null]).threaded.map((t) => t.onTheWay)).to.deep.equal([false, true]);
    // a and b are as good; where the same is sewn again, a comes first and stays on.
    const last = (then: string[]) =>
      threadInOrder(['a', 'b', 'c'], [null, null], { then }).threaded[2]?.needle;
    expect([last([]), last(['a', 'b', 'c']), last(['b'])]).to.deep.equal([0, 1, 0]);
  });
  it('leaves an order as it was sent where none is better', () => {
    const task: StopTask = { blocks: blocksOf('aabbc'), before: [], start: 'a' };
    expect(ordered(task).order).to.deep.equal(task.blocks.map(({ id }) => id));
    expect(ordered({ blocks: [], before: [], start: 'a' })).to.include({ changes: 0, optimal: true });
  });
  it('has as few as the best of all orders, on one needle and on several, and says so', () => {
    const dice = new Dice(5);
    for (let n = 0; n < 150; n++) {
      const task = random(dice, dice.whole(2, 7), dice.whole(2, 4), dice.pick([0.1, 0.25, 0.5]));
      const all = [...allOrders(task)].map((order) => threadsOf(task, order));
      const fewest = Math.min(...all.map((threads) => changesOf(threads, task.start)));
      const found = ordered(task);
      expectWhole(task, found);
      expect([found.changes, found.optimal, found.lowerBound], JSON.stringify(task)).to.deep.equal([fewest, true, fewest]); // prettier-ignore
      const needles = dice.whole(1, 3);
      const each = all.map((threads) => [rethreadsOf(threads, needles), changesOf(threads, task.start)] as const); // prettier-ignore
      const again = Math.min(...each.map(([r]) => r));
      const then = Math.min(...each.flatMap(([r, c]) => (r === again ? [c] : [])));
      const many = ordered(task, needles);
      expectWhole(task, many);
      const what = `${needles} needles: ${JSON.stringify(task)}`;
      expect([many.rethreads, many.changes, many.optimal], what).to.deep.equal([again, then, true]);
    }
  });
  it('tells who is threaded when, so that each block finds its thread on a needle', () => {
    const dice = new Dice(9);
    for (let n = 0; n < 100; n++) {
      // At the end too many for all ways of threading them to be tried.
      const isLarge = n >= 97;
      const task = isLarge ? random(dice, 140, 20, 0.02) : random(dice, dice.whole(5, 16), 6, 0.15);
      const needles = isLarge ? 9 : dice.whole(1, 5);
      const { order, threading, rethreads } = ordered(task, needles, isLarge ? 60 : 3000);
      if (!threading) throw new Error('no threading');
      expectWhole(task, { order });
      expect(rethreads).to.equal(threading.again.length);
      expect(threading.first.length).to.be.at.most(needles);
      const on = [...threading.first];
      for (const id of order) {
        for (const { needle, thread } of threading.again.filter((a) => a.before === id))
          on[needle - 1] = thread;
        expect(on).to.include(task.blocks.find((b) => b.id === id)?.thread);
      }
    }
  });
  it('proves 14 blocks always, and finds the best that larger ones are made for', () => {
    const dice = new Dice(3);
    for (let n = 0; n < 60; n++) {
      const task = random(dice, 14, dice.whole(2, 8), dice.pick([0.05, 0.15, 0.3]));
      expect(ordered(task, null, 1e6).optimal, JSON.stringify(task)).to.equal(true);
    }
    // Made from an order of known runs: pairs that it keeps, drawn at random, and a chain that needs each of them.
    let met = 0;
    for (let n = 0; n < 20; n++) {
      const runs = Array.from({ length: 10 }, (_, r) => 'abcdef'[(r * 5 + dice.whole(1, 4)) % 6] ?? 'a').filter((t, r, list) => t !== list[r - 1]); // prettier-ignore
      const blocks = Array.from({ length: 60 }, (_, i) => ({ id: `b${i}`, thread: runs[Math.floor((i * runs.length) / 60)] ?? 'a' })); // prettier-ignore
      const heads = runs.map((_, r) => Math.ceil((r * 60) / runs.length));
      const before = [
        ...heads.slice(1).map((b, r): [string, string] => [`b${heads[r]}`, `b${b}`]),
        ...Array.from({ length: 120 }, (): [string, string] => {
          const [a, b] = [dice.whole(0, 58), dice.whole(1, 59)];
          return a < b ? [`b${a}`, `b${b}`] : [`b${b - 1}`, `b${a + 1}`];
        }),
      ].filter(([a, b]) => a !== b);
      const shuffled = blocks.map((b) => ({ b, at: dice.next() })).sort((a, b) => a.at - b.at).map(({ b }) => b); // prettier-ignore
      const task = { blocks: shuffled, before, start: null };
      const found = ordered(task, null, 20_000);
      expectWhole(task, found);
      expect(found.lowerBound).to.be.at.most(runs.length - 1);
      if (found.changes <= runs.length - 1) met++;
    }
    expect(met).to.be.at.least(19);
  });
  it('says which order goes round in a circle, and which block is none', () => {
    const blocks = blocksOf('abc');
    const round = orderStops({ blocks, before: pairsOf([0, 1], [1, 2], [2, 0]), start: null }, null, () => 1);
    expect(round.ok || round.problem.message).to.match(
      /circle: “b\d” before “b\d” before “b\d” before “b\d”/,
    );
    const self = orderStops({ blocks, before: pairsOf([1, 1]), start: null }, null, () => 1);
    expect(self.ok || self.problem.message).to.contain('“b1” before “b1”');
    const none = orderStops({ blocks, before: [['b0', 'x']], start: null }, null, () => 1);
    expect(none.ok || none.problem.message).to.contain('“x”');
  });
});
