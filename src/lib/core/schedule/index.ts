/**
 * A batch on heads and hands: hoopings with their steps, in shifts, so that as little as can be is late, then that it ends early, then
 * that heads are set up seldom. In: seconds from the beginning of the plan, ids. Out: who does what when, the bound, how sure it is.
 */
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { fail, itemAt, ok, type Result } from '../base';
import { boundOf, type Bound } from './bound';
import { Layer, type Cost, type LaidPlan } from './lay';
import { keptOrder, orderOf, type KeptOrder } from './order';
import { searchPlans } from './search';
import { spreadOf, surenessOf, type Duty, type Spread, type Sureness } from './spread';
import { pulledTogether } from './together';
import { checkedTask, NEXT_TO_NOTHING, type ScheduleStep, type ScheduleTask } from './task';

export { movedIn, type KeptOrder } from './order';
export { lastAtHead } from './task';
export type { Duty, Sureness } from './spread';
export type { ScheduleHooping, ScheduleStep, ScheduleTask, Shift, Worker } from './task';

/** A step where it lies. */
interface ScheduledTask {
  hoopingId: string;
  stepId: string;
  headId: string | null;
  personId: string | null;
  startS: number;
  endS: number;
}
/** A head is made ready for another setup. */
interface ScheduledSetup {
  headId: string;
  personId: string;
  startS: number;
  endS: number;
  setup: string;
}
/** A whole plan. Times in seconds from its beginning. */
export interface Schedule {
  /** by hooping, each in the order of its steps */
  tasks: ScheduledTask[];
  setups: ScheduledSetup[];
  finishS: number;
  /** of all hoopings with a due date together */
  lateS: number;
  bound: Bound;
  spread: Spread | null;
  /** that it was laid in: with it, it is laid the same again */
  order: KeptOrder;
}
/** A search that begins with a plan of before, or is watched. */
export interface ScheduleSearch {
  from?: KeptOrder;
  /** told of each better plan, to be looked at now, without how sure it is */
  onBetter?: (see: () => Schedule) => void;
  /** false: all the time goes to the search */
  isAskedHowSure?: boolean;
}

/** @param left the share of the time that is left, 1 to 0: the first plan is answered whatever it says */
export function scheduleBatch(
  task: ScheduleTask,
  left: () => number,
  { from, onBetter, isAskedHowSure = true }: ScheduleSearch = {},
): Result<Schedule> {
  const checked = checkedTask(task);
  if (!checked.ok) return checked;
  const bound = boundOf(task);
  const random = xoroshiro128plus(SEED);
  const dice = () => uniformFloat64(random);
  const least = ([unplaced, late, finish, setups]: Cost) =>
    unplaced === 0 && late === 0 && setups === 0 && finish <= bound.finishS + NEXT_TO_NOTHING;
  // Some of the time goes to how sure the plan is.
  const isUnsure = isAskedHowSure && task.hoopings.some(({ steps }) => steps.some(({ cv }) => cv > 0));
  const toSearch = () => (isUnsure ? (left() - FOR_SPREAD) / (1 - FOR_SPREAD) : left());
  const laid = searchPlans(task, new Layer(task), toSearch, least, dice, {
    ...(from && { from: orderOf(from, task) }),
    ...(onBetter && {
      onBetter: (p) => {
        if (p.cost[0] === 0) onBetter(() => scheduleOf(task, pulledTogether(task, p), bound, null));
      },
    }),
  });
  if (laid.cost[0] > 0) return noRoom(task, laid);
  const plan = pulledTogether(task, laid);
  const spread = isUnsure ? spreadOf(task, plan, dice, () => left() > 0) : null;
  return ok(scheduleOf(task, plan, bound, spread));
}
/** Lays a batch in an order that is told; what the order does not know comes last. */
export function layBatch(task: ScheduleTask, order: KeptOrder): Result<Schedule> {
  const checked = checkedTask(task);
  if (!checked.ok) return checked;
  const plan = new Layer(task).lay(orderOf(order, task));
  return plan.cost[0] > 0
    ? noRoom(task, plan)
    : ok(scheduleOf(task, pulledTogether(task, plan), boundOf(task), null));
}
/** Of what varies by itself so many weeks are enough. */
const WEEKS_OF_ONE = 500;
/** How sure a plan is, duty by duty. @param isSpread which steps vary, where not all do; the others take as long as planned */
export function surenessOfBatch(
  task: ScheduleTask,
  order: KeptOrder,
  duties: readonly Duty[],
  isSpread?: (step: ScheduleStep, hooping: number) => boolean,
): Sureness {
  const hoopings = task.hoopings.map((h, n) => ({
    ...h,
    steps: h.steps.map((s) => (!isSpread || isSpread(s, n) ? s : { ...s, cv: 0 })),
  }));
  const random = xoroshiro128plus(SEED);
  const spread = { ...task, hoopings };
  const plan = pulledTogether(spread, new Layer(spread).lay(orderOf(order, task)));
  return surenessOf(
    spread,
    plan,
    duties,
    () => uniformFloat64(random),
    isSpread ? { most: WEEKS_OF_ONE } : {},
  );
}
/** The same is found again where as much is looked at. */
const SEED = 1;
/** Share of the time. */
const FOR_SPREAD = 0.2;
function noRoom(task: ScheduleTask, { hoopings }: LaidPlan): Result<never> {
  const at = hoopings.findIndex(({ steps }, n) => steps.length < itemAt(task.hoopings, n).steps.length);
  const { label, steps } = itemAt(task.hoopings, at);
  const step = itemAt(steps, itemAt(hoopings, at).steps.length);
  return fail(
    'no-room',
    `All shifts together have no room for step “${step.label ?? step.id}” of ${label}.`,
    'Add a shift or a person, or take hoopings out.',
  );
}
function scheduleOf(task: ScheduleTask, plan: LaidPlan, bound: Bound, spread: Spread | null): Schedule {
  const headId = (n: number) => task.heads[n]?.id ?? '';
  const personId = (n: number) => task.people[n]?.id ?? '';
  return {
    tasks: plan.hoopings.flatMap(({ head, steps }, h) => {
      const hooping = itemAt(task.hoopings, h);
      return steps.map(({ startS, person }, n) => {
        const { id, seconds, atHead } = itemAt(hooping.steps, n);
        return {
          hoopingId: hooping.id,
          stepId: id,
          headId: atHead ? headId(head) : null,
          personId: person < 0 ? null : personId(person),
          startS,
          endS: startS + seconds,
        };
      });
    }),
    setups: plan.hoopings.flatMap(({ head, setup }, h) =>
      setup
        ? [
            {
              headId: headId(head),
              personId: personId(setup.person),
              startS: setup.startS,
              endS: setup.startS + task.setupSeconds,
              setup: itemAt(task.hoopings, h).setup,
            },
          ]
        : [],
    ),
    finishS: plan.cost[2],
    lateS: plan.cost[1],
    bound,
    spread,
    order: keptOrder(plan.by, task),
  };
}
