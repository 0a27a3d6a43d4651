/**
 * Everything worked out for one build: score, pieces, times, order. Pure and quick enough to run at each edit.
 */
import { threadsOf, type Build, type Hooping, type Thread } from '../build';
import { cutList, madePiece, notionsOf, sharedBases, type CutPiece, type NotionNeed } from '../cut';
import {
  hoopField,
  laidPlaces,
  overPositions,
  repeatGap,
  repeatPlaces,
  sewnHull,
  type HoopField,
  type ItemPlace,
  type OverPositions,
  type Repeats,
} from '../hoop';
import { numbersWith, type Numbers } from '../numbers';
import { planOrder, sharedLots, type OrderPlan } from '../order';
import type { Reading } from '../reading';
import { composeDesign, type InsertedReadings } from './compose';
import { formatLength, itemAt, middleOf, sizeOfBox } from '../base';
import { itemsInTape, techniqueById } from '../techniques';
import { isMade, makeScore, popsOut, type Design, type Score, type ScoreOptions } from '../score';
import { onNeedles, planThread, type ThreadPlan } from '../thread';
import { itemTime, timeSteps, type ItemTime, type StepTimes } from '../time';
import type { Hoop, Machine, SharedHooping, Workshop } from '../workshop';

/** Everything that is worked out for a build. Lengths in mm, times in seconds, thread in metres. */
export interface BuildPlan {
  /** all blocks, inserted ones too, and how large it is sewn */
  design: Design;
  score: Score;
  /** what each block is sewn in; undefined: nobody has said */
  threads: (Thread | undefined)[];
  /** notions: zips, snaps, ribbon and what holds pieces, of one item */
  cut: { pieces: CutPiece[]; notions: NotionNeed[] };
  thread: ThreadPlan;
  /**
   * the hoop as it is held for this design, and where the items of a hooping lie in it (null: they do not fit); the outline
   * of each, about its middle, where the maker has laid them by it. mm
   */
  hooping: {
    hoop: Hoop;
    field: HoopField;
    repeats: Repeats | null;
    outline: Hooping['outline'] | null;
    /** of a long hoop: how a design longer than one of its positions is sewn, its needle steps in their order; null: at once */
    over: OverPositions | null;
  };
  time: { steps: StepTimes; item: ItemTime };
  order: OrderPlan;
  machine: Machine;
  numbers: Numbers;
}

/**
 * @param own reading of the build's own tape or typed stops  @param inserted readings of what is sewn in between
 * @param sewing of a thing with several sewings which it is, from 0
 * @throws never; a machine or hoop that is gone is replaced by the first of the workshop.
 */
export function planBuild(
  build: Build,
  own: Reading,
  workshop: Workshop,
  inserted: InsertedReadings = {},
  sewing = 0,
): BuildPlan {
  const numbers = numbersWith(workshop.numbers);
  const { machine, hoop } = equipmentOf(build, workshop);
  const design = composeDesign(build, own, inserted, machine.speed);
  const threads = threadsOf(build);
  const { reading, size } = design;
  const laid = laidPlaces(build, hoop.id);
  const held = hoopField(hoop, machine, numbers, {
    ...size,
    // A round hoop holds what no box of it would.
    ...(hoop.shape === 'oval' && { hull: sewnHull(reading) }),
  });
  // Laid by the maker, at an angle too, it is judged as it lies.
  const heldField = laid ? { ...held, fits: true } : held;
  const repeatsBy = (pops: boolean) =>
    laid ?? repeatPlaces(heldField, size, repeatGap(pops, numbers), build.order.repeats);
  const scoreOf = (turned: boolean, positions?: ScoreOptions['positions']) =>
    makeScore(build, design, {
      machine,
      ...(machine.kind === 'multi-needle' && {
        onNeedles: onNeedles(
          machine,
          threads.flatMap((t) => t ?? []),
          workshop.threads,
        ),
      }),
      magneticHoop: hoop.magnetic,
      quarterTurned: turned,
      positions,
      sewing,
      say: (id) => formatLength(numbers[id], workshop.unit),
      length: (mm) => formatLength(mm, workshop.unit),
      numbers,
    });
  // What blades cut never pops out of its base, and nothing else asks.
  const atOnce = scoreOf(heldField.turned !== isAcross(repeatsBy(false)));
  const over = build.order.repeats === 1 ? overOf(atOnce, design, hoop, held, laid?.places[0]) : null;
  const field = over ? wholeField(heldField, hoop, over) : heldField;
  const score = over ? scoreOf(over.place.turnDeg === 90, positionsOf(atOnce, over)) : atOnce;
  const cutting = { numbers, unit: workshop.unit, washed: build.use.washed };
  const ownPieces = cutList(score, design, {
    ...cutting,
    hoop: { ...field, magnetic: hoop.magnetic },
  }).map((piece) =>
    build.thing && isMade(piece.id) && !build.materials[piece.id]?.own
      ? madePiece(piece, build.thing, sewing, middleOf(own.extents))
      : piece,
  );
  const bases = workshop.hoopings
    .filter(({ parts: [first] }) => first?.id === build.id)
    .flatMap((shared) => sharedBases(score, design, cutting, shared, hoopOf(shared, workshop, numbers)));
  const pieces = [...ownPieces, ...bases];
  const context = { machine, numbers, magneticHoop: hoop.magnetic, threads };
  const steps = timeSteps(score, design, context);
  return {
    design,
    score,
    threads,
    cut: { pieces, notions: notionsOf(score, pieces, sizeOfBox(design.one.extents), numbers) },
    thread: planThread(score, reading, threads, { machine, numbers, items: build.order.repeats }),
    hooping: {
      hoop,
      field,
      repeats: over ? { places: [over.place] } : repeatsBy(popsOut(score)),
      over,
      outline: (laid && build.hooping?.outline) ?? null,
    },
    time: { steps, item: itemTime(score, steps, reading, context) },
    order: planOrder(
      score,
      steps,
      build.order,
      numbers,
      itemsInTape(techniqueById(build.technique), own),
      sharedLots(workshop.hoopings, build.id),
    ),
    machine,
    numbers,
  };
}

/** What is gone is replaced by the first of the workshop. */
const equipmentOf = (
  { machineId, hoopId }: Pick<Build, 'machineId' | 'hoopId'>,
  { machines, hoops }: Workshop,
) => ({
  machine: machines.find((m) => m.id === machineId) ?? itemAt(machines, 0),
  hoop: hoops.find((h) => h.id === hoopId) ?? itemAt(hoops, 0),
});
/** How large the hoop of a shared hooping is outside. */
function hoopOf(shared: SharedHooping, workshop: Workshop, numbers: Numbers) {
  const { machine, hoop } = equipmentOf(shared, workshop);
  return { ...hoopField(hoop, machine, numbers, { width: 0, height: 0 }), magnetic: hoop.magnetic };
}
/** How needle steps that are sewn are spread over the positions of a long hoop. */
function overOf(
  score: Score,
  { reading, own }: Design,
  hoop: Hoop,
  { inset }: HoopField,
  laid: ItemPlace | undefined,
): OverPositions | null {
  if (!hoop.positions) return null;
  const { x, y } = middleOf(own.extents);
  const boxes = sewnIn(score).map((step) => {
    const { minX, minY, maxX, maxY } = itemAt(reading.blocks, step.block).box;
    return { minX: minX - x, minY: minY - y, maxX: maxX - x, maxY: maxY - y };
  });
  return overPositions(boxes, hoop, inset, laid);
}
const sewnIn = ({ steps }: Score) => steps.flatMap((s) => (s.kind === 'needle' && !s.skipped ? [s] : []));
const positionsOf = (score: Score, over: OverPositions): ScoreOptions['positions'] => ({
  at: new Map(sewnIn(score).map((step, n) => [step.id, over.at[n] ?? null])),
  count: over.centres.length,
});
/** The field of all positions together. */
const wholeField = (held: HoopField, hoop: Hoop, { at }: OverPositions): HoopField => ({
  ...held,
  turned: false,
  width: hoop.widthMm,
  height: hoop.heightMm,
  fits: !at.includes(null),
});

/** Whether the items of a hooping lie a quarter turned. */
const isAcross = (repeats: Repeats | null): boolean =>
  Math.abs(repeats?.places[0]?.turnDeg ?? 0) % 180 === 90;

export { composeDesign, composeTape, mergedTape, type InsertedReadings } from './compose';
export { stepFacts } from './step-facts';
export { weighBundle, type BundleChoice } from './bundle';
export { carryOver, layOn, matchBlocks, type NewTape } from './replace';
export { cutOver, onCutTape, type CutTask } from './cut-over';
export { COLOUR_WORDS, colourWordIn, proposeBuild, proposeTyped, readTyped, sheetThread } from './propose';
