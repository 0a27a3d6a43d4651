import { roleOverrides, type Build } from '$lib/core/build';
import { ok, type Result } from '$lib/core/base';
import type { RoleOverrides } from '$lib/core/reading';
import { emptyTape } from '$lib/core/tape';
import type { ReadRequest } from '$lib/workers';
import type { Demand } from '$lib/core/demand';
import type { Workshop } from '$lib/core/workshop';
import { readingsOf, type ReadBuild } from './read-parts';
import { readStored } from './read-stored';
import { workroom } from './workroom.svelte';

/** How this workroom reads tapes. */
export const requestFor = (roles: RoleOverrides): ReadRequest => ({
  trimJumps: workroom.numbers['reading.trimJumps'],
  roles,
  byTechniques: true,
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
