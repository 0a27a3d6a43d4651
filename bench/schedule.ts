import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import {
  scheduleBatch,
  surenessOfBatch,
  type ScheduleHooping,
  type ScheduleStep,
  type ScheduleTask,
} from '$lib/core/schedule';
import { surenessOf } from '$lib/core/batch';
import { batchFrom, demoFacts, inputOf } from '../tests/support/batch';
import { broken } from '../tests/support/schedule';

const HOUR = 3600;
const dice = (seed: number) => {
  const random = xoroshiro128plus(seed);
  return (from: number, to: number) => from + (to - from) * uniformFloat64(random);
};
const hooping = (
  id: string,
  steps: ScheduleStep[],
  more: Partial<ScheduleHooping> = {},
): ScheduleHooping => ({
  id,
  label: id,
  heads: null,
  frameKind: null,
  dueS: null,
  releaseS: 0,
  setup: '',
  steps,
  ...more,
});
const step = (id: string, kind: ScheduleStep['kind'], seconds: number, atHead: boolean): ScheduleStep => ({
  id,
  kind,
  seconds: Math.round(seconds),
  atHead,
  attended: false,
  cv: kind === 'hand' ? 0.25 : 0,
});
const headsOf = (many: number) =>
  Array.from({ length: many }, (_, n) => ({ id: `h${n}`, availableFromS: 0, setup: null }));
const daily = (many: number, from: number, hours: number) =>
  Array.from({ length: many }, (_, n) => ({
    fromS: (24 * n + from) * HOUR,
    toS: (24 * n + from + hours) * HOUR,
  }));

/** Items with several calls, heads that want hands, hands that are there by day. */
function order(seed: number, items: number, heads: number, people: number): ScheduleTask {
  const roll = dice(seed);
  return {
    heads: headsOf(heads),
    people: Array.from({ length: people }, (_, n) => ({ id: `p${n}`, shifts: daily(60, 0, 8) })),
    frames: null,
    hoopings: Array.from({ length: items }, (_, n) => {
      const calls = Math.round(roll(1, 4));
      const atHead = Array.from({ length: calls }, (_, c) => [
        step(`n${c}`, 'needle', roll(120, 900), true),
        step(`c${c}`, 'hand', roll(30, 180), true),
      ]).flat();
      return hooping(
        `i${n}`,
        [step('up', 'hand', roll(60, 150), false), ...atHead, step('finish', 'hand', roll(60, 300), false)],
        { setup: `s${Math.floor(roll(0, 4))}` },
      );
    }),
    setupSeconds: 60,
    machineRunsAlone: false,
  };
}
/** Sewing that fills every head to the same moment: no plan ends before it, and one ends then. */
function filled(seed: number, heads: number, each: number): ScheduleTask {
  const roll = dice(seed);
  const whole = 8 * HOUR;
  const hoopings = Array.from({ length: heads }, (_, h) => {
    const cuts = Array.from({ length: each - 1 }, () => Math.round(roll(1, whole - 1))).sort((a, b) => a - b);
    return [0, ...cuts].map((from, n) =>
      hooping(`${h}-${n}`, [step('n', 'needle', (cuts[n] ?? whole) - from, true)]),
    );
  }).flat();
  return {
    heads: headsOf(heads),
    people: [{ id: 'p', shifts: [{ fromS: 0, toS: 1000 * HOUR }] }],
    frames: null,
    hoopings: hoopings.filter(({ steps }) => steps[0]!.seconds > 0).sort((a, b) => (a.id < b.id ? -1 : 1)),
    setupSeconds: 0,
    machineRunsAlone: true,
  };
}
function solve(task: ScheduleTask, seconds: number) {
  const from = performance.now();
  let first = 0;
  const gone = () => performance.now() - from;
  const found = scheduleBatch(task, () => 1 - gone() / (1000 * seconds), {
    isAskedHowSure: false,
    onBetter: () => (first ||= gone()),
  });
  if (!found.ok) throw new Error(found.problem.message);
  const ms = gone();
  const { value: plan } = found;
  return {
    plan,
    first: first || ms,
    ms,
    faults: broken(task, plan).length,
    over: plan.finishS / plan.bound.finishS - 1,
  };
}
const percent = (n: number) => `${(100 * n).toFixed(2)} %`;
function told(what: string, tasks: readonly ScheduleTask[], seconds: number) {
  const all = tasks.map((task) => solve(task, seconds));
  const over = all.map((a) => a.over).sort((a, b) => a - b);
  const mean = over.reduce((a, b) => a + b, 0) / over.length;
  return {
    what,
    plans: all.length,
    broken: all.reduce((sum, { faults }) => sum + (faults ? 1 : 0), 0),
    'over the bound, mean': percent(mean),
    middle: percent(over[Math.floor(over.length / 2)] ?? 0),
    worst: percent(over.at(-1) ?? 0),
    'within 1 %': `${over.filter((o) => o <= 0.01).length} of ${all.length}`,
    'first plan ms': Math.round(Math.max(...all.map((a) => a.first))),
    'answered ms': Math.round(Math.max(...all.map((a) => a.ms))),
  };
}
/** Plans of orders: how near to what no plan can be before, and how soon; and how sure one is. */
export function printSchedules(): void {
  const many = <T>(n: number, make: (seed: number) => T) => Array.from({ length: n }, (_, k) => make(k + 1));
  console.table([
    told(
      '200 items, 6 heads, 3 people',
      many(8, (s) => order(s, 200, 6, 3)),
      5,
    ),
    told(
      '60 items, 3 heads, 2 people',
      many(8, (s) => order(100 + s, 60, 3, 2)),
      2,
    ),
    told(
      '20 items, 2 heads, 1 person',
      many(8, (s) => order(200 + s, 20, 2, 1)),
      2,
    ),
    told(
      'heads filled to the second',
      many(12, (s) => filled(300 + s, 2 + (s % 5), 4 + (s % 7))),
      2,
    ),
  ]);
  const now = new Date(2026, 10, 30, 9).getTime();
  const facts = demoFacts(now);
  const batch = batchFrom(inputOf(facts, facts.workshop.orders));
  const { plan, first } = solve(batch.task, 2);
  const from = performance.now();
  const sure = surenessOf(batch, plan.order);
  console.log(
    `The demo's batch: ${batch.hoopings.length} hoopings, first plan ${Math.round(first)} ms, 2,000 weeks and what they hang on ${Math.round(performance.now() - from)} ms (${sure.factors.length} things).`,
  );
  const large = order(1, 200, 6, 3);
  const laid = solve(large, 2).plan.order;
  const begun = performance.now();
  surenessOfBatch(large, laid, []);
  console.log(`2,000 weeks of 200 items on 6 heads: ${Math.round(performance.now() - begun)} ms.`);
}
