import type { Path } from '../base';
import type { Build, ScoreEdit } from '../build';
import type { BuildPlan } from '../plan';
import { hoopAt, unhoopAt, type Step } from '../score';
import { hoopingSeconds } from '../time';
import type { SharedHooping, SharedPart } from '../workshop';

/** A build as it is sewn in a hooping that it shares. */
export interface PlannedPart {
  build: Build;
  plan: BuildPlan;
}
/** What is sewn before it and after it in the same base, by name; null: nothing. */
interface Neighbours {
  before: string | null;
  after: string | null;
}

/** Seconds of hands and needle for all of them, one after the other. */
export const secondsTogether = (parts: readonly PlannedPart[]): number =>
  parts.reduce(
    (sum, { plan, build }) =>
      sum +
      Object.values(plan.time.steps).reduce(
        (all, step) => all + hoopingSeconds(step, build.order.repeats),
        0,
      ),
    0,
  );

/**
 * A build in a shared hooping: at its places there, in that hoop. Only the first is hooped up, and only the last taken out: the
 * steps of the others say so and take no time.
 * @param outline of one item, about the middle of its design
 * @param plan plans the build as it is given
 */
export function planTogether(
  build: Build,
  outline: Path,
  hooping: SharedHooping,
  { places }: SharedPart,
  neighbours: Neighbours,
  plan: (build: Build) => BuildPlan,
): PlannedPart {
  const { hoopId, machineId, gapMm } = hooping;
  const there: Build = {
    ...build,
    hoopId,
    machineId,
    order: { ...build.order, repeats: places.length },
    hooping: { hoopId, gapMm, places, outline: outline.map(({ x, y }): [number, number] => [x, y]) },
  };
  const alone = plan(there);
  const edits = sharedEdits(alone.score.steps, neighbours);
  if (!edits.length) return { build: there, plan: alone };
  const shared = { ...there, edits: [...there.edits, ...edits] };
  return { build: shared, plan: plan(shared) };
}

function sharedEdits(steps: readonly Step[], { before, after }: Neighbours): ScoreEdit[] {
  const hooped = steps[hoopAt(steps)];
  const unhooped = steps[unhoopAt(steps)];
  return [
    ...(before && hooped
      ? noWork(hooped.id, 'It is hooped already', `It comes into the base in which ${before} was sewn.`)
      : []),
    ...(after && unhooped ? [leaveIn(unhooped.id, after), ...outWith(unhooped.id, after)] : []),
  ];
}
/** The step at which the next build of a shared hooping is begun. */
export const NEXT_COMES = 'together:next';
const leaveIn = (before: string, after: string): ScoreEdit => ({
  kind: 'insert',
  stepId: NEXT_COMES,
  before,
  title: 'Leave it in the hoop',
  text: `${after} comes into the same base: sew it now, and come back here when the hoop is off.`,
  side: 'front',
  seconds: 0,
});
const outWith = (stepId: string, after: string): ScoreEdit[] =>
  noWork(stepId, 'Out with the others', `The hoop came off after ${after}: take this item out of it too.`);
const noWork = (stepId: string, title: string, text: string): ScoreEdit[] => [
  { kind: 'rename', stepId, title, text },
  { kind: 'time', stepId, seconds: 0 },
];
