import type { Build } from '$lib/core/build';
import { saveAs } from '../kit/save-as';
import { workroom } from './workroom.svelte';

/** Hands a build with all its tapes to the browser as a file to keep. */
export async function exportBuild(build: Build): Promise<void> {
  const { writeBuildFile } = await import('$lib/core/exchange');
  const tape = await workroom.store.tape(build.tapeId);
  const inserted = [];
  for (const { tapeId } of [...build.insertions, ...(build.earlier ? [build.earlier] : [])]) {
    const bytes = tapeId && (await workroom.store.tape(tapeId));
    if (tapeId && bytes) inserted.push({ id: tapeId, bytes });
  }
  saveAs(`${build.name}.json`, 'application/json', writeBuildFile(build, tape, inserted));
}
