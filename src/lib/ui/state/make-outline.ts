import { ok, type Result } from '$lib/core/base';
import type { Build } from '$lib/core/build';
import { buildOf, rolesOf, type Draft, type DrawnHooping } from '$lib/core/recipe';
import { readInWorker, storedInWorker } from '$lib/workers';
import { keep, newBuild } from './import';
import { requestFor } from './read-build.svelte';
import { workroom } from './workroom.svelte';

/** Each hooping of a drawing as a build; in the order in which they are sewn. Nothing is kept where one cannot be read. */
export async function makeBuilds(draft: Draft, hoopings: readonly DrawnHooping[]): Promise<Result<Build[]>> {
  const design = workroom.builds.find(({ tapeId }) => tapeId === draft.tapeId) ?? null;
  const made: { build: Build; bytes: Uint8Array }[] = [];
  for (const hooping of hoopings) {
    const stored = await storedInWorker(hooping.tape);
    if (!stored.ok) return stored;
    const { id, bytes } = stored.value;
    const roles = rolesOf(hooping, design);
    const read = await readInWorker(bytes, requestFor(roles));
    if (!read.ok) return read;
    const fileName = `${fileNameOf(draft, hooping)}.dst`;
    const { reading } = read.value;
    const build = buildOf({ draft, hooping, reading, design }, workroom.workshop, newBuild(id, fileName));
    made.push({ build, bytes });
  }
  // The list shows the newest first: the first to be sewn is made last.
  for (const { build, bytes } of made.toReversed()) {
    const kept = await keep(build, bytes);
    if (!kept.ok) return kept;
  }
  return ok(made.map(({ build }) => build));
}
/** "Kite patch, border" as the name of a file. */
export const fileNameOf = ({ name }: Draft, hooping: Pick<DrawnHooping, 'name'>): string =>
  [name.trim() || 'outline', hooping.name].filter(Boolean).join(' ').toLowerCase().replaceAll(/\s+/g, '-');
