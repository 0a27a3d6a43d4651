/**
 * Everything worked out for one build: score, pieces, times, order. Pure and quick enough to run at each edit.
 */
import type { Build } from '../build';
import { cutList, notionsOf, type CutPiece, type NotionNeed } from '../cut';
import { hoopField, repeatGap, repeatPlaces, type HoopField, type Repeats } from '../hoop';
import { numbersWith, type Numbers } from '../numbers';
import { planOrder, type OrderPlan } from '../order';
import type { Reading } from '../reading';
import { composeDesign, type InsertedReadings } from './compose';
import { formatLength } from '../base';
import { makeScore, popsOut, type Design, type Score } from '../score';
import { checkPlan, type Finding } from '../check';
import { planThread, type ThreadPlan } from '../thread';
import { itemTime, timeSteps, type ItemTime, type StepTimes } from '../time';
import type { Hoop, Machine, Workshop } from '../workshop';

export interface BuildPlan {
  score: Score;
  design: Design;
  /** all blocks, inserted ones too */
  reading: Reading;
  thread: ThreadPlan;
  /** what an experienced maker would say first; silenced ones are marked */
  findings: Finding[];
  /** of the design as it is sewn, mm */
  size: { width: number; height: number };
  pieces: CutPiece[];
  /** zips, snaps, ribbon and what holds pieces, of one item */
  notions: NotionNeed[];
  times: StepTimes;
  item: ItemTime;
  order: OrderPlan;
  machine: Machine;
  hoop: Hoop;
  /** the hoop as it is held for this design, mm */
  field: HoopField;
  /** where the items of a hooping lie in it; null: they do not fit */
  repeats: Repeats | null;
  numbers: Numbers;
}

/**
 * @param own reading of the build's own tape or typed stops  @param inserted readings of what is sewn in between
 * @param today ISO date, for due dates; without it none is judged
 * @throws never; a machine or hoop that is gone is replaced by the first of the workshop.
 */
export function planBuild(
  build: Build,
  own: Reading,
  workshop: Workshop,
  inserted: InsertedReadings = {},
  today?: string,
): BuildPlan {
  const numbers = numbersWith(workshop.numbers);
  const machine = workshop.machines.find((m) => m.id === build.machineId) ?? workshop.machines[0];
  const hoop = workshop.hoops.find((h) => h.id === build.hoopId) ?? workshop.hoops[0];
  const design = composeDesign(build, own, inserted, machine.speed);
  const { reading } = design;
  const { extents: e } = reading;
  const size = { width: e.maxX - e.minX, height: e.maxY - e.minY };
  const field = hoopField(hoop, machine, numbers, size);
  const score = makeScore(build, design, {
    machine,
    magneticHoop: hoop.magnetic,
    say: (id) => formatLength(numbers[id], workshop.unit),
    length: (mm) => formatLength(mm, workshop.unit),
    numbers,
  });
  const pieces = cutList(score, reading, {
    numbers,
    unit: workshop.unit,
    hoop: { ...field, magnetic: hoop.magnetic },
    washed: build.use.washed,
  });
  const context = { machine, numbers, magneticHoop: hoop.magnetic, threads: build.threads };
  const times = timeSteps(score, reading, context);
  const thread = planThread(score, reading, build, { machine, numbers, items: build.order.repeats });
  const plan = {
    score,
    design,
    reading,
    thread,
    size,
    pieces,
    notions: notionsOf(score, pieces, size, numbers),
    times,
    item: itemTime(score, times, reading, context),
    order: planOrder(score, times, build.order, numbers),
    machine,
    hoop,
    field,
    repeats: repeatPlaces(field, size, repeatGap(popsOut(score), numbers), build.order.repeats),
    numbers,
  };
  return { ...plan, findings: checkPlan({ ...plan, build, workshop, today: today ?? null }) };
}

export { composeDesign, composeTape, mergedTape, type InsertedReadings } from './compose';
export { weighBundle, type BundleChoice } from './bundle';
export { carryOver, matchBlocks, type CarriedOver } from './replace';
export { proposeBuild, proposeTyped, tapeIdOf, type NewBuild } from './propose';
