import { roleOverrides, type Build } from '$lib/core/build';
import { checkPlan, type Finding } from '$lib/core/check';
import { planBuild, proposeBuild } from '$lib/core/plan';
import type { Reading } from '$lib/core/reading';
import { readDesign } from '$lib/core/techniques';
import { tapeIdOf, writeTape, type Tape } from '$lib/core/tape';
import { hoopSchema, newWorkshop, type Workshop } from '$lib/core/workshop';

const TRIM_JUMPS = 3;
export const readAs = (tape: Tape, roles = {}): Reading => readDesign(tape, { trimJumps: TRIM_JUMPS, roles });

/** A tape taken in as a maker would, with what was decided on top. */
export function example(tape: Tape, change: Partial<Build> = {}, workshop: Workshop = newWorkshop()) {
  const reading = readAs(tape, roleOverrides({ roles: {}, ...change } as Build));
  const bytes = writeTape(tape);
  const build = {
    ...proposeBuild(reading, workshop, {
      id: 'example',
      tapeId: tapeIdOf(bytes),
      fileName: 'example.dst',
      now: '2026-05-01T08:00:00.000Z',
    }),
    ...change,
  };
  const plan = planBuild(build, reading, workshop);
  return {
    reading,
    bytes,
    build,
    workshop,
    plan,
    findings: checkPlan({ build, plan, workshop, today: null }),
  };
}
/** A hoop of 130 × 300 in two positions that overlap by 60: each 180, the second 120 further; 5 are kept free for the foot. */
export const longHoop = hoopSchema.parse({
  id: 'long',
  name: 'Long',
  widthMm: 130,
  heightMm: 300,
  magnetic: false,
  machineId: 'machine-1',
  positions: { count: 2, overlapMm: 60 },
  insetMm: 5,
});
/** A maker's workshop with a few of their own figures. */
export const workshopWith = (numbers: Workshop['numbers'], change: Partial<Workshop> = {}): Workshop => ({
  ...newWorkshop(),
  ...change,
  numbers,
});
/** What the check says of a build, planned anew. */
export const findingsOf = (
  build: Build,
  reading: Reading,
  workshop: Workshop,
  inserted: Record<string, Reading> = {},
  today: string | null = null,
): Finding[] => checkPlan({ build, plan: planBuild(build, reading, workshop, inserted), workshop, today });
