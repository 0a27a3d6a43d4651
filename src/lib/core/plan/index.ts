/**
 * Everything worked out for one build: score, pieces, times, order. Pure and quick enough to run at each edit.
 */
import type { Build } from '../build';
import { cutList, type CutPiece } from '../cut';
import { numbersWith, type Numbers } from '../numbers';
import { planOrder, type OrderPlan } from '../batch';
import type { Reading } from '../reading';
import { formatLength } from '../units';
import { makeScore, type Score } from '../score';
import { itemTime, timeSteps, type ItemTime, type StepTimes } from '../time';
import { hoopGeometry, type Hoop, type Machine, type Workshop } from '../workshop';

export interface BuildPlan {
  score: Score;
  /** of the design as it is sewn, mm */
  size: { width: number; height: number };
  pieces: CutPiece[];
  times: StepTimes;
  item: ItemTime;
  order: OrderPlan;
  machine: Machine;
  hoop: Hoop;
  /** the hoop as it is held for this design, mm */
  field: ReturnType<typeof hoopGeometry>;
  numbers: Numbers;
}

/** @throws never; a machine or hoop that is gone is replaced by the first of the workshop. */
export function planBuild(build: Build, reading: Reading, workshop: Workshop): BuildPlan {
  const numbers = numbersWith(workshop.numbers);
  const machine = workshop.machines.find((m) => m.id === build.machineId) ?? workshop.machines[0];
  const hoop = workshop.hoops.find((h) => h.id === build.hoopId) ?? workshop.hoops[0];
  const { extents: e } = reading;
  const size = { width: e.maxX - e.minX, height: e.maxY - e.minY };
  const field = hoopGeometry(hoop, machine, numbers, size);
  const score = makeScore(build, reading, {
    threadByHand: machine.kind === 'one-needle',
    magneticHoop: hoop.magnetic,
    say: (id) => formatLength(numbers[id], workshop.unit),
    length: (mm) => formatLength(mm, workshop.unit),
    numbers,
  });
  const pieces = cutList(score.pieces, reading, {
    numbers,
    unit: workshop.unit,
    hoop: { ...field, magnetic: hoop.magnetic },
  });
  const context = { machine, numbers, magneticHoop: hoop.magnetic };
  const times = timeSteps(score, reading, context);
  return {
    score,
    size,
    pieces,
    times,
    item: itemTime(score, times, reading, context),
    order: planOrder(score, times, build.order, numbers),
    machine,
    hoop,
    field,
    numbers,
  };
}

export { proposeBuild, tapeIdOf, type NewBuild } from './propose';
