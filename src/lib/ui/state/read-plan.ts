import { ok, type Result } from '$lib/core/base';
import type { Build } from '$lib/core/build';
import { composeTape, planBuild, type BuildPlan } from '$lib/core/plan';
import type { RunRecord } from '$lib/core/run';
import type { Tape } from '$lib/core/tape';
import type { ReadTape } from '$lib/workers';
import { readBuild, requestFor } from './read-build.svelte';
import { readingsOf } from './read-parts';
import { readStored } from './read-stored';
import { workroom } from './workroom.svelte';

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
