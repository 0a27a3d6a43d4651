import { BuildEditor } from '../state/editor.svelte';
import { keep } from '../state/keeping';
import { showNote, showProblem } from '../state/notices';
import { readBuild, requestFor } from '../state/read-build.svelte';
import { workroom } from '../state/workroom.svelte';

/** An editor for a build of this workroom. */
export const openEditor = (): BuildEditor =>
  new BuildEditor({
    workshop: () => workroom.workshop,
    stored: (id) => workroom.store.build(id),
    read: readBuild,
    mirrored: async (tape) => (await import('$lib/workers')).mirroredInWorker(tape),
    readTape: async (bytes) => (await import('$lib/workers')).readInWorker(bytes, requestFor({})),
    save: (unsaved, again) => workroom.saveBuild(unsaved, again),
    addTape: async (id, bytes) => (await keep(() => workroom.store.addTape({ id, bytes }))).ok,
    wasHeard: (build) => workroom.heard === build,
    tell: showProblem,
    note: showNote,
  });
