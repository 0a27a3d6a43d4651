import { inSmallest, itemAt } from '../base';
import { madeOf } from '../batch';
import type { CutDemand } from '../cut';
import type { Demand } from '../demand';
import type { NumberId, Numbers } from '../numbers';
import { loadFor, type Load } from '../order';
import { costSheet, type PriceTask } from '../price';
import type { Machine } from '../workshop';
import { plannedHours } from './hours';
import { hoursLogged } from './logged';
import { materialsOf, needlesOf, threadOf } from './materials';
import type { LineCostInput, LineCosts, TaskedLine } from './types';
import { whysOf } from './why';

/** What so many items of a build ask of the cutting table. */
export const demandFor = (demand: Demand, load: Load): CutDemand => ({ ...demand, order: load });
/** How many are loaded for so many good ones of a build, and in what hoopings. */
export const loadOf = ({ sewing, order }: Demand, quantity: number, numbers: Numbers): Load =>
  loadFor({ quantity, repeats: sewing.repeats }, numbers, order.inTape);

export function lineCosts(input: LineCostInput): LineCosts {
  const tasked = taskOf(input, input.quantity);
  return {
    ...tasked,
    sheets: { byWork: costSheet(tasked.task, 'byWork'), byTime: costSheet(tasked.task, 'byTime') },
    because: {
      byWork: whysOf(tasked, 'byWork', input.workshop),
      byTime: whysOf(tasked, 'byTime', input.workshop),
    },
  };
}
/** What one item costs and is sold for at some quantity, smallest units. */
export interface BreakPoint {
  quantity: number;
  /** with overhead, of the time that is really used */
  cost: number;
  byWork: number;
  byTime: number;
  /** what of the direct costs is set-up */
  setup: number;
}
/** Each quantity is loaded, hooped and bought for anew: a hooping half empty and a sheet half used are paid for too. */
export const breaksOf = (input: LineCostInput, quantities: readonly number[]): BreakPoint[] =>
  quantities.map((quantity) => {
    const { task } = taskOf(input, quantity);
    const used = costSheet({ ...task, shareSaved: 1 }, 'byTime');
    const setup = itemAt(used.lines, used.lines.length - 1);
    return {
      quantity,
      cost: Math.round((used.direct + used.overhead) / quantity),
      byWork: costSheet(task, 'byWork').unitPrice,
      byTime: costSheet(task, 'byTime').unitPrice,
      setup: Math.round(setup.cost / quantity),
    };
  });

function taskOf(input: LineCostInput, quantity: number): TaskedLine {
  const { demand, workshop, numbers, pricing, shares } = input;
  const { sewing, order } = demand;
  const machine = workshop.machines.find((m) => m.id === sewing.machineId) ?? itemAt(workshop.machines, 0);
  const load = loadOf(demand, quantity, numbers);
  const items = load.load;
  const { hours, loggedRuns } = hoursOf(input, load, machine);
  const isBought = pricing.materials === 'bought';
  const materials = [
    ...materialsOf(demandFor(demand, load), workshop, shares, quantity === input.quantity),
    needlesOf(hours.needle, numbers, workshop),
  ];
  const thread = threadOf(demand, workshop);
  const rate = (id: NumberId) => inSmallest(numbers[id], workshop.currency);
  const task: PriceTask = {
    quantity,
    loads: items,
    materials: materials.map(({ label, unit, costPerUnit, amount, bought }) => ({
      label,
      unit,
      costPerUnit,
      amount: amount / items,
      ...(isBought && bought !== null && { bought }),
    })),
    threadM: thread.metres / order.inTape,
    threadCostPerM: thread.costPerM,
    stitches: sewing.stitches || null,
    machineSeconds: hours.used / items,
    machineRate: rate('price.machineRate'),
    handSeconds: hours.hands / items,
    handRate: rate('price.handRate'),
    overhead: numbers['price.overhead'] / 100,
    margin: numbers['price.margin'] / 100,
    setupSeconds: numbers['price.setup'],
    breaks: [],
    shareSaved: pricing.shareSaved ?? numbers['price.shareSaved'] / 100,
    oneHeadSeconds: hours.oneHead / items,
  };
  return { load, machine, hours, loggedRuns, materials, task };
}
/** As planned, or as the log has it where it was asked for and knows the build. */
function hoursOf({ demand, runs, numbers, pricing }: LineCostInput, load: Load, machine: Machine) {
  const own = runs.filter(({ run }) => run.buildId === demand.build.id);
  const planned = plannedHours(demand, load, machine, numbers, madeOf(demand.build.id, own));
  const asPlanned = { hours: planned, loggedRuns: 0 };
  if (pricing.hours === 'planned') return asPlanned;
  const logged = hoursLogged(
    own.map((each) => ({ logged: each, share: 1 })),
    numbers,
  );
  if (!logged.items) return asPlanned;
  const ofAll = (seconds: number) => (seconds / logged.items) * load.load;
  const oneHead = ofAll(logged.head);
  const used = planned.oneHead ? (oneHead * planned.used) / planned.oneHead : oneHead;
  return {
    hours: { oneHead, used, hands: ofAll(logged.hands), needle: planned.needle },
    loggedRuns: logged.runs,
  };
}
