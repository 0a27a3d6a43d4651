import { fail, lyingPath, ok, type Path, type Result } from '$lib/core/base';
import type { Build } from '$lib/core/build';
import type { BuildPlan } from '$lib/core/plan';
import type { RunRecord } from '$lib/core/run';
import type { Tape } from '$lib/core/tape';
import type { SharedHooping } from '$lib/core/workshop';
import { outlineInWorker } from '$lib/workers';
import { KnownBuilds } from './known-builds.svelte';
import { showProblem } from './notices';
import { readBuild } from './read-build.svelte';
import { readPlan } from './read-plan';
import { partsHere, tapeOf } from './together-parts';
import { workroom } from './workroom.svelte';

/** Builds of this workroom, read as they are asked for. */
export const knownBuilds = (): KnownBuilds =>
  new KnownBuilds({
    builds: () => workroom.builds,
    read: readBuild,
    outline: outlineInWorker,
    made: (buildId) => workroom.store.log.madeOf(buildId),
    tell: showProblem,
  });

/** A build as it is sewn, with what else lies in its hoop: outlines, mm from the middle of the field. */
interface ReadTogether {
  build: Build;
  plan: BuildPlan;
  tape: Tape;
  besides: Path[];
}
/** A build of a shared hooping as it is sewn there. */
export async function readTogether(hooping: SharedHooping, at: number): Promise<Result<ReadTogether>> {
  const known = knownBuilds();
  for (const { id } of hooping.parts) await known.read(id);
  const parts = partsHere(hooping, known, workroom.workshop);
  const own = parts[at];
  if (!own?.known || !own.planned)
    return fail(
      'no-build',
      'A build of this hooping is not in this browser; nothing was begun.',
      'Take it out of the hooping, or import it again.',
    );
  const besides = parts.flatMap(({ part, known: beside }) =>
    beside && part !== own.part ? part.places.map((place) => lyingPath(beside.outline, place)) : [],
  );
  return ok({ ...own.planned, tape: tapeOf(own.known), besides });
}

/** What a run is drawn from: its build as it was laid for it. */
export async function readRunPlan(
  { together }: Pick<RunRecord, 'together'>,
  build: Build,
): Promise<Result<Omit<ReadTogether, 'build'>>> {
  const hooping = together && workroom.workshop.hoopings.find((h) => h.id === together.id);
  const at = hooping?.parts.findIndex(({ id }) => id === build.id) ?? -1;
  if (hooping && at >= 0) return readTogether(hooping, at);
  const read = await readPlan(build);
  return read.ok ? ok({ ...read.value, besides: [] }) : read;
}
