import { fail, type Result } from '$lib/core/base';
import type { Reordered } from '$lib/core/reorder';
import { earlierOrderInWorker, fewestChangesWatched } from '$lib/workers';
import type { BuildEditor } from './editor.svelte';
import { showProblem } from './notices';
import { readingsOf } from './read-parts';
import { requestFor } from './read-build.svelte';
import { missing, readStored } from './read-stored';
import { workroom } from './workroom.svelte';

/** An open build as it is planned, without what only its page knows. */
function plannedOf(editor: BuildEditor) {
  const { build } = editor;
  const parts = editor.parts();
  if (!build || !parts) return null;
  const { reading, tape, inserted } = parts;
  const planned = { build, own: reading, inserted: readingsOf(inserted), workshop: workroom.workshop };
  return { ...planned, tape };
}
/** The blocks of an open build in the order with the fewest changes of thread; nothing is changed yet. */
export async function findFewestChanges(
  editor: BuildEditor,
  signal: AbortSignal,
): Promise<Result<Reordered>> {
  const task = plannedOf(editor);
  return task ? fewestChangesWatched(task, signal) : noBuild;
}
const noBuild = fail('no-build', 'No build is open.', 'Open one from Builds.');

const gone = fail(
  'no-tape',
  'The tape that this build came on is not in this browser; nothing was changed.',
  'Take in its file once more, then try again.',
).problem;

/** Brings an open build back to the order that its tape came in: one step to undo. */
export async function takeEarlierOrder(editor: BuildEditor): Promise<void> {
  const planned = plannedOf(editor);
  const id = planned?.build.earlier?.tapeId;
  if (!planned || !id) return;
  const came = await readStored(id, requestFor({}));
  if (!came.ok && came.problem === missing) return showProblem(gone);
  const back = came.ok ? await earlierOrderInWorker(planned, came.value.reading) : came;
  if (!back.ok) return showProblem(back.problem);
  await editor.takeTape(back.value, null);
}
