import { itemAt } from '../base';
import type { Build } from '../build';
import { gatherChecklist, type ChecklistLine, type CutDemand } from '../cut';
import { callsOf, type Call } from '../order';
import { planBuild, type BuildPlan, type InsertedReadings } from '../plan';
import type { Reading } from '../reading';
import { pieceShape, type PieceShape } from '../template';
import { bobbinsForOrder, threadList, type BobbinUse, type ThreadJob } from '../thread';
import { haltsOf, hoopAt, popsOut, unhoopAt } from '../score';
import { repeatGap, repeatsThatFit } from '../hoop';
import { totalOf } from '../time';
import { headsAtOnce, type Workshop } from '../workshop';

/** What is to be cut and laid ready for one build. Lengths in mm. */
export interface Demand extends CutDemand {
  checklist: ChecklistLine[];
  /** drawings by the id of their piece */
  shapes: Record<string, PieceShape>;
  sewing: Sewing;
}
/** How the order of a build is sewn, for what its day's threads, needles and bobbins are. */
interface Sewing extends Pick<ThreadJob, 'blocks'> {
  machineId: string;
  /** stops at which a machine that runs through must be told to halt */
  halts: readonly number[];
  /** full bobbins of each thread, those of all heads that sew it together */
  wind: BobbinUse['wind'];
  hoopId: string;
  /** times the tape in one hooping, and the most that fit there */
  repeats: number;
  fits: number;
  /** what one hooping takes of heads and hands */
  calls: Call[];
  /** of an item */
  stitches: number;
  /** as it is sewn in hoopings that it shares with other builds, by their ids */
  shared: Record<string, Call[]>;
}
/** All that a build is sewn from, as it was read. */
export interface BuildReadings {
  own: Reading;
  /** by insertion; one that is gone is left out */
  inserted: InsertedReadings;
}

/** Plans a build for the cutting table. */
export function demandOf(build: Build, { own, inserted }: BuildReadings, workshop: Workshop): Demand {
  const planned = (as: Build) => planBuild(as, own, workshop, inserted);
  const demand = demandOfPlan(build, planned(build), workshop);
  demand.sewing.shared = sharedCalls(build, workshop, planned);
  return demand;
}
/** What a build takes in each hooping that it shares: the first is hooped up for all, the last taken out with all. */
function sharedCalls(build: Build, { hoopings }: Workshop, planned: (as: Build) => BuildPlan) {
  const all: Record<string, Call[]> = {};
  for (const { id, times, parts, machineId, hoopId } of hoopings) {
    const at = parts.findIndex((p) => p.id === build.id);
    const repeats = parts[at]?.places.length;
    if (!times || !repeats) continue;
    const plan = planned({ ...build, machineId, hoopId, order: { ...build.order, repeats } });
    const { steps } = plan.score;
    const notHere = [at > 0 && steps[hoopAt(steps)], at < parts.length - 1 && steps[unhoopAt(steps)]];
    all[id] = callsOf(
      steps.filter((step) => !notHere.includes(step)),
      timesOf(plan),
      plan.numbers,
      repeats,
    );
  }
  return all;
}

function demandOfPlan(build: Build, plan: BuildPlan, { unit }: Workshop): Demand {
  const { pieces, notions } = plan.cut;
  return {
    build: { id: build.id, name: build.name },
    pieces,
    scorePieces: plan.score.pieces,
    notions,
    threads: plan.thread.byThread,
    order: plan.order,
    checklist: gatherChecklist(build, plan, notions, unit),
    shapes: Object.fromEntries(pieces.map((p) => [p.id, pieceShape(p, plan.design, plan.numbers)])),
    sewing: sewingOf(build, plan),
  };
}
function sewingOf(build: Build, plan: BuildPlan): Sewing {
  const { machine, order } = plan;
  const rows = threadList({ ...plan, reading: plan.design.reading });
  const heads = headsAtOnce(machine);
  const wind = bobbinsForOrder(plan.thread, { ...order, designs: Math.ceil(order.designs / heads) });
  return {
    machineId: machine.id,
    blocks: rows.flatMap(({ step, thread }) => (thread ? [{ title: step.title, thread }] : [])),
    halts: haltsOf(plan.score),
    hoopId: plan.hooping.hoop.id,
    repeats: build.order.repeats,
    fits: fitsOf(build, plan),
    stitches: plan.design.reading.stitches / order.inTape,
    calls: callsOf(plan.score.steps, timesOf(plan), plan.numbers, build.order.repeats),
    shared: {},
    wind: wind.map((w) => ({ ...w, count: w.count * heads })),
  };
}
/** Times the tape that fit into the hoop side by side; as many as there are, where they are laid in another way. */
function fitsOf({ order, hooping }: Build, plan: BuildPlan): number {
  if (hooping || plan.hooping.over || plan.design.size.width === 0) return order.repeats;
  const gap = repeatGap(popsOut(plan.score), plan.numbers);
  const { across, down } = repeatsThatFit(plan.hooping.field, plan.design.size, gap);
  return Math.max(order.repeats, across * down);
}
/** Of each step what comes once and what comes for each item of a hooping. s */
const timesOf = ({ time }: BuildPlan): Parameters<typeof callsOf>[1] => ({
  timeOf: (step) => {
    const { terms, perHooping } = itemAt(time.steps, step.id);
    const sum = (isOnce: boolean, all = terms) =>
      totalOf(all.filter((t) => (perHooping || t.once === true) === isOnce));
    const breaks = terms.filter(({ number }) => number === 'stitch.breakRate');
    return {
      once: sum(true),
      each: sum(false),
      breaksOnce: sum(true, breaks),
      breaksEach: sum(false, breaks),
    };
  },
  waitOf: (step) => itemAt(time.steps, step.id).waitSeconds,
});
