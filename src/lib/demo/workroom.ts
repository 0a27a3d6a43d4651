import { emptyWorkroom, type WorkroomData } from '$lib/core/backup';
import { itemAt, type Path } from '$lib/core/base';
import type { Build, Hooping, Thing } from '$lib/core/build';
import { itemOutline } from '$lib/core/hoop';
import { planBuild, proposeBuild, type BuildPlan } from '$lib/core/plan';
import { cornersMeeting } from '$lib/core/thing';
import { readDesign } from '$lib/core/techniques';
import { tapeIdOf, writeTape } from '$lib/core/tape';
import type { Workshop } from '$lib/core/workshop';
import { numbersWith } from '$lib/core/numbers';
import { demoLog, type DemoRun } from './log';
import { samples } from './samples';
import { demoWorkshop } from './workshop';

/** The sample workroom as records. */
export interface DemoWorkroom {
  workshop: Workshop;
  /** with the tapes of each: its own first, then those sewn in between */
  builds: { build: Build; tapes: { id: string; bytes: Uint8Array }[] }[];
  runs: DemoRun[];
}

/** Four things in one hoop, each with its corner at the middle. */
const fourCorners = (hoopId: string, thing: Thing, outline: Path): Hooping => ({
  hoopId,
  gapMm: 0,
  outline: outline.map(({ x, y }) => [x, y]),
  places: cornersMeeting(thing, itemAt(thing.places, 0), 4),
});

/** The sample workroom, the same for the same moment. @param now ms since 1970 */
export function demoWorkroom(now: number): DemoWorkroom {
  const workshop = demoWorkshop(now);
  const trimJumps = numbersWith()['reading.trimJumps'];
  const plans: { build: Build; plan: BuildPlan }[] = [];
  const builds = samples.map(({ id, fileName, draw, change, inserted = {} }, i) => {
    const tape = draw();
    const bytes = writeTape(tape);
    const reading = readDesign(tape, { trimJumps });
    const at = new Date(now - i * 3_600_000).toISOString();
    const others = Object.entries(inserted).map(([insertion, drawn]) => {
      const other = drawn();
      return { insertion, bytes: writeTape(other), reading: readDesign(other, { trimJumps }) };
    });
    const build: Build = {
      ...proposeBuild(reading, workshop, { id, tapeId: tapeIdOf(bytes), fileName, now: at }),
      ...change,
      insertions: (change.insertions ?? []).map((insertion) => ({
        ...insertion,
        tapeId: tapeIdOf(others.find((o) => o.insertion === insertion.id)?.bytes ?? bytes),
      })),
    };
    const { thing } = build;
    if (thing) build.hooping = fourCorners(build.hoopId, thing, itemOutline(reading, tape));
    const readings = Object.fromEntries(others.map((o) => [o.insertion, o.reading]));
    plans.push({ build, plan: planBuild(build, reading, workshop, readings) });
    const tapes = [bytes, ...others.map((o) => o.bytes)].map((b) => ({ id: tapeIdOf(b), bytes: b }));
    return { build, tapes };
  });
  return { workshop, builds, runs: demoLog(plans, workshop, now) };
}

/** The sample workroom as it is stored. */
export const recordsOf = ({ workshop, builds, runs }: DemoWorkroom): WorkroomData => ({
  ...emptyWorkroom(),
  workshop,
  builds: builds.map((b) => b.build),
  tapes: builds.flatMap((b) => b.tapes),
  runs: runs.map(({ run, events }) => ({ run, events: events.map((event, n) => ({ n, event })) })),
});
