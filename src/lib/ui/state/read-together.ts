import { fail, lyingPath, type Path, type Result } from '$lib/core/base';
import type { Build } from '$lib/core/build';
import { composeTape, planBuild, type BuildPlan } from '$lib/core/plan';
import type { RunRecord } from '$lib/core/run';
import type { Tape } from '$lib/core/tape';
import { planTogether } from '$lib/core/together';
import type { SharedHooping } from '$lib/core/workshop';
import { outlineInWorker } from '$lib/workers';
import { readBuild, readPlan } from './read-build.svelte';
import { readingsOf } from './read-parts';
import { workroom } from './workroom.svelte';

/** A build as it is sewn, with what else lies in its hoop: outlines, mm from the middle of the field. */
interface ReadTogether {
  build: Build;
  plan: BuildPlan;
  tape: Tape;
  besides: Path[];
}

/** A build of a shared hooping as it is sewn there. */
export async function readTogether(hooping: SharedHooping, at: number): Promise<Result<ReadTogether>> {
  const known = hooping.parts.map(({ id }) => workroom.builds.find((b) => b.id === id));
  const [part, build] = [hooping.parts[at], known[at]];
  if (!part || !build)
    return fail(
      'no-build',
      'A build of this hooping is not in this browser; nothing was begun.',
      'Take it out of the hooping, or import it again.',
    );
  const read = await readBuild(build);
  if (!read.ok) return read;
  const outline = await outlineInWorker(read.value.own.tape, read.value.own.reading);
  if (!outline.ok) return outline;
  const neighbours = { before: known[at - 1]?.name ?? null, after: known[at + 1]?.name ?? null };
  const { own, inserted } = read.value;
  const planned = planTogether(build, outline.value, hooping, part, neighbours, (b) =>
    planBuild(b, own.reading, workroom.workshopNow(), readingsOf(inserted)),
  );
  const besides: Path[] = [];
  for (const [n, other] of hooping.parts.entries()) {
    const beside = n === at ? undefined : known[n];
    const of = beside && (await readBuild(beside));
    const path = of?.ok && (await outlineInWorker(of.value.own.tape, of.value.own.reading));
    if (path && path.ok) besides.push(...other.places.map((place) => lyingPath(path.value, place)));
  }
  return {
    ok: true,
    value: { ...planned, tape: composeTape(build, own.tape, own.reading, inserted), besides },
  };
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
  return read.ok ? { ok: true, value: { ...read.value, besides: [] } } : read;
}
