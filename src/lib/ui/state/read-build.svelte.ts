import { roleOverrides, type Build } from '$lib/core/build';
import { composeTape, planBuild, type BuildPlan } from '$lib/core/plan';
import { ok, type Result } from '$lib/core/base';
import type { RunRecord } from '$lib/core/run';
import type { RoleOverrides } from '$lib/core/reading';
import { emptyTape, type Tape } from '$lib/core/tape';
import { PATTERNS } from '$lib/core/techniques';
import type { ReadRequest, ReadTape } from '$lib/workers';
import type { Demand } from '$lib/core/demand';
import type { Workshop } from '$lib/core/workshop';
import { readingsOf, type ReadBuild } from './read-parts';
import { readStored } from './read-stored';
import { workroom } from './workroom.svelte';

/** How this workroom reads tapes. */
export const requestFor = (roles: RoleOverrides): ReadRequest => ({
  trimJumps: workroom.numbers['reading.trimJumps'],
  roles,
  patterns: PATTERNS,
});

/** Reads all a build is sewn from. An inserted tape that is gone is left out; without its own tape there is no build. */
export async function readBuild(build: Build): Promise<Result<ReadBuild>> {
  const { typed, machineId } = build;
  const own = typed
    ? ok({
        tape: emptyTape(),
        reading: (await import('./read-typed')).readTyped(typed, machineId, workroom.workshop),
      })
    : await readStored(build.tapeId, requestFor(roleOverrides(build)));
  if (!own.ok) return own;
  const inserted: ReadBuild['inserted'] = {};
  for (const { id, tapeId } of build.insertions) {
    const read = tapeId ? await readStored(tapeId, requestFor({})) : null;
    if (read?.ok) inserted[id] = read.value;
  }
  return ok({ own: own.value, inserted });
}

/** What a build asks of the cutting table, worked out in a worker. */
export async function readDemand(build: Build, workshop: Workshop): Promise<Result<Demand>> {
  const read = await readBuild(build);
  if (!read.ok) return read;
  const readings = { own: read.value.own.reading, inserted: readingsOf(read.value.inserted) };
  const { core } = await import('$lib/workers');
  return core((remote) => remote.demand(build, readings, workshop));
}

/** A tape by itself, read without anybody's roles. */
const readTapeOf = (id: string): Promise<Result<ReadTape>> => readStored(id, requestFor({}));

/** A build as it stands, read and planned; its tape with all that is put in between. */
export async function readPlan(build: Build, sewing = 0): Promise<Result<{ tape: Tape; plan: BuildPlan }>> {
  const read = await readBuild(build);
  if (!read.ok) return read;
  const { own, inserted } = read.value;
  const plan = planBuild(build, own.reading, workroom.workshop, readingsOf(inserted), sewing);
  return ok({ tape: composeTape(build, own.tape, own.reading, inserted), plan });
}

/** All that a run sews, as its steps number the blocks: its own tape and what its build puts in between. */
export async function readRun(run: Pick<RunRecord, 'buildId' | 'tapeId'>): Promise<Result<ReadTape>> {
  const build = workroom.builds.find((b) => b.id === run.buildId && b.tapeId === run.tapeId);
  if (!build?.insertions.length) return readTapeOf(run.tapeId);
  const read = await readPlan(build);
  return read.ok ? ok({ tape: read.value.tape, reading: read.value.plan.design.reading }) : read;
}
