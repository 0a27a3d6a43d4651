import { fail, middleOf } from '$lib/core/base';
import { onCutTape } from '$lib/core/plan';
import { sewnSteps } from '$lib/core/run';
import { cutOverInWorker, readInWorker } from '$lib/workers';
import type { BuildEditor } from './editor.svelte';
import { keep } from './keeping';
import { showNote, showProblem } from './notices';
import { requestFor } from './read-build.svelte';
import { workroom } from './workroom.svelte';

const { problem: inserted } = fail(
  'inserted-across',
  'What is sewn in between reaches over several positions; nothing was cut.',
  'Move it under How it is made, so that it lies within one of them.',
);

/** Cuts the blocks of an open build that reach over several positions of its hoop: a tape of its own, and one step to undo. */
export async function cutForPositions(editor: BuildEditor): Promise<void> {
  const { build, plan } = editor;
  const own = editor.parts();
  const over = plan?.hooping.over;
  if (!build || !own || !plan || !over) return;
  const across = sewnSteps(plan).flatMap(({ block }, n) => (over.at[n] === null ? [block] : []));
  // What is sewn in between has a tape of its own, and is moved instead.
  if (across.some((block) => block >= own.reading.blocks.length)) return showProblem(inserted);
  const cut = await cutOverInWorker(own.tape, {
    blocks: own.reading.blocks.map(({ from, to }) => ({ from, to })),
    across,
    middle: middleOf(own.reading.extents),
    place: over.place,
    hoop: plan.hooping.hoop,
    inset: plan.hooping.field.inset,
  });
  if (!cut.ok) return showProblem(cut.problem);
  const { id: tapeId, bytes, of, meets } = cut.value;
  const read = await readInWorker(bytes, requestFor({}));
  if (!read.ok) return showProblem(read.problem);
  if (!(await keep(() => workroom.store.addTape({ id: tapeId, bytes }))).ok) return;
  const { fileName } = build;
  editor.change(onCutTape(build, own.reading, read.value.reading, of, { tapeId, fileName }).build);
  showNote(
    meets ? 'Cut, and not everywhere at a gap.' : 'Cut at gaps of the stitching.',
    meets
      ? `At ${meets === 1 ? 'one place' : `${meets} places`} two parts must meet at a stitch.`
      : undefined,
  );
}
