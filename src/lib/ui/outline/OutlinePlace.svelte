<script lang="ts">
  import Grid from '@lucide/svelte/icons/grid-2x2';
  import Hammer from '@lucide/svelte/icons/hammer';
  import RotateCcw from '@lucide/svelte/icons/rotate-ccw';
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import { formatSize, itemAt } from '$lib/core/base';
  import { workOutInWorker, writtenInWorker } from '$lib/workers';
  import Guard from '../kit/Guard.svelte';
  import UndoButtons from '../kit/UndoButtons.svelte';
  import { commands } from '../shell/commands.svelte';
  import { takesHistoryKey } from '../shell/keys';
  import { showNote, showProblem } from '../state/notices';
  import { makeBuilds } from '../state/make-outline';
  import { Outlining } from '../state/outlining.svelte';
  import { workroom } from '../state/workroom.svelte';
  import AdviceList from './AdviceList.svelte';
  import EdgeSection from './EdgeSection.svelte';
  import OutlineFiles from './OutlineFiles.svelte';
  import OutlinePlan from './OutlinePlan.svelte';
  import RecipeList from './RecipeList.svelte';
  import ShapeFields from './ShapeFields.svelte';

  // From a shape to its construction stitches: the recipe, the plan to scale, and the edge across.
  const outlining = new Outlining({
    workOut: workOutInWorker,
    write: writtenInWorker,
    tape: (id) => workroom.store.tape(id),
    workshop: () => workroom.workshop,
    unit: () => workroom.unit,
    kept: () => workroom.store.setting('outline'),
    keep: (draft) => workroom.store.saveSetting('outline', draft),
  });
  let isMaking = $state(false);
  const { worked, problem, draft } = $derived(outlining);

  onMount(() => void outlining.begin(null));
  // A design that the address names, or that was dropped here, is gone round.
  const asked = $derived(page.url.searchParams.get('design'));
  $effect(() => {
    const build = asked && outlining.isReady ? workroom.builds.find(({ id }) => id === asked) : undefined;
    if (!build) return;
    outlining.goRound(build.tapeId, build.name);
    void goto(resolve('/builds/outline'), { replaceState: true, keepFocus: true });
  });
  $effect(() => {
    if (outlining.isReady) void outlining.redraw();
  });
  $effect(() =>
    commands.offer(() => [
      { name: 'Make the build', run: () => void make('build') },
      { name: 'Undo', key: 'Ctrl Z', run: () => outlining.undo() },
      { name: 'Redo', key: 'Ctrl Y', run: () => outlining.redo() },
      { name: 'Start the outline again', run: () => outlining.startAgain() },
    ]),
  );
  function onkeydown(event: KeyboardEvent) {
    if (!takesHistoryKey(event, outlining) && event.key === 'Escape') outlining.chosenId = null;
  }
  async function make(then: 'build' | 'hoop') {
    if (!worked || !outlining.isDrawn || isMaking) return;
    isMaking = true;
    const made = await makeBuilds(draft, worked.drawing.hoopings);
    isMaking = false;
    if (!made.ok) return showProblem(made.problem);
    const { id, name } = itemAt(made.value, 0);
    showNote(
      made.value.length > 1
        ? `${made.value.length} builds are here, one for each hooping.`
        : `${name} is here.`,
      'What each line is for is known; look over the pieces before you cut.',
    );
    if (then === 'hoop') await goto(resolve(`/hoop?build=${encodeURIComponent(id)}`));
    else await goto(resolve('/builds/[id]', { id }));
  }
</script>

<svelte:window {onkeydown} />

<div class="flex min-h-full flex-col gap-4 p-4 sm:p-6 lg:h-full">
  <header class="flex flex-wrap items-center gap-3">
    <h1 class="text-3xl">Outline</h1>
    <input
      class="w-56"
      aria-label="Name"
      placeholder="What it is called"
      maxlength="80"
      value={draft.name}
      onchange={(e) => outlining.rename(e.currentTarget.value)}
    />
    <p class="mr-auto" data-testid="finished">
      {#if worked}{@const { width, height } = worked.drawing.size.finished}<strong
          >{formatSize(width, height, workroom.unit)}</strong
        >
        {outlining.recipe.edge === 'window' ? 'open' : 'finished'}{/if}
      {#if outlining.isWorking}<span class="label soon ml-2">Drawing …</span>{/if}
    </p>
    <UndoButtons editor={outlining} />
    <button
      type="button"
      class="btn px-2.5"
      aria-label="Start again"
      title="Start again"
      onclick={() => outlining.startAgain()}><RotateCcw size={18} /></button
    >
    <button
      type="button"
      class="btn"
      disabled={!outlining.isDrawn || isMaking}
      onclick={() => void make('hoop')}><Grid size={18} />Make and hoop it</button
    >
    <button
      type="button"
      class="btn btn-strong"
      disabled={!outlining.isDrawn || isMaking}
      onclick={() => void make('build')}><Hammer size={18} />Make the build</button
    >
  </header>
  <div class="grid min-h-0 flex-1 gap-6 lg:grid-cols-[minmax(23rem,27rem)_1fr]">
    <div class="order-2 flex min-h-0 flex-col gap-5 lg:order-1 lg:overflow-y-auto lg:pr-2">
      <Guard what="The shape"><ShapeFields {outlining} /></Guard>
      <Guard what="The recipe"><RecipeList {outlining} /></Guard>
    </div>
    <div class="order-1 flex min-h-0 min-w-0 flex-col gap-3 lg:order-2 lg:overflow-y-auto">
      {#if problem}
        <div
          class="border-l-4 border-madder bg-madder-soft px-3 py-2"
          role="alert"
          data-testid="outline-problem"
        >
          <strong>{problem.message}</strong>
          {problem.next}
          {#if worked}<span class="label">Below is what it was before.</span>{/if}
        </div>
      {/if}
      {#if worked}
        <Guard what="The plan"><OutlinePlan {outlining} {worked} /></Guard>
        <Guard what="The edge"><EdgeSection {outlining} {worked} /></Guard>
        {#if !problem}
          <AdviceList {outlining} {worked} />
          <OutlineFiles {outlining} {worked} />
        {/if}
      {:else if !problem}
        <p class="label">The plan appears here.</p>
      {/if}
    </div>
  </div>
</div>

<style>
  /* What takes no longer is not told. */
  .soon {
    animation: appear 0s 0.4s both;
  }
  @keyframes appear {
    from {
      visibility: hidden;
    }
  }
</style>
