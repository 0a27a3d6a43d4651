<script lang="ts">
  import Check from '$lib/ui/kit/Check.svelte';
  import { resolve } from '$app/paths';
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import Undo from '@lucide/svelte/icons/undo-2';
  import { count } from '$lib/core/base';
  import PiecesView from '$lib/ui/cut/PiecesView.svelte';
  import NotWorkedOut from '$lib/ui/cut/NotWorkedOut.svelte';
  import Part from '$lib/ui/kit/Part.svelte';
  import Tabs from '$lib/ui/kit/Tabs.svelte';
  import { takesHistoryKey } from '$lib/ui/shell/keys';
  import EmptyWorkroom from '$lib/ui/shell/EmptyWorkroom.svelte';
  import { cutting, followWorkroom } from '$lib/ui/cut/cutting.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  const VIEWS = [
    ['pieces', 'Pieces'],
    ['layout', 'Layout'],
    ['order', 'Cutting order'],
    ['shopping', 'Shopping'],
    ['gather', 'Lay ready'],
  ] as const;
  let view = $state<(typeof VIEWS)[number][0]>('pieces');
  followWorkroom();
  /** to choose from: those that are chosen, and the newest */
  const OFFERED = 16;
  let all = $state(false);
  /** on a phone the builds are behind one line */
  let isListed = $state(false);
  const offered = $derived(
    all ? workroom.builds : workroom.builds.filter((b, i) => i < OFFERED || cutting.chosen.includes(b.id)),
  );

  async function layOut() {
    if (view !== 'shopping') view = 'layout';
    await cutting.layOut();
  }
  const onkeydown = (event: KeyboardEvent) => takesHistoryKey(event, { undo: () => cutting.undo() });
  const badge = (name: string) => {
    if (name === 'shopping' && cutting.laid.length && cutting.purchases.length)
      return { text: String(cutting.purchases.length), grave: false };
    if (name === 'pieces' && cutting.large.length) return { text: String(cutting.large.length), grave: true };
    return null;
  };
</script>

<svelte:window {onkeydown} />

<div class="max-w-6xl p-6">
  <header class="mb-4 flex flex-wrap items-center gap-3">
    <h1 class="mr-auto text-3xl">Cut</h1>
    <Check checked={cutting.edgeToEdge} onchange={(on) => cutting.setEdgeToEdge(on)}
      >from edge to edge
      <span class="label">(rotary cutter, scissors)</span></Check
    >
    {#if !cutting.edgeToEdge}<span class="flex items-center gap-2"
        >gap <Part load={() => import('$lib/ui/kit/NumberInPlace.svelte')}
          >{#snippet children({ default: NumberInPlace })}<NumberInPlace id="cut.nestGap" />{/snippet}</Part
        ></span
      >{/if}
    {#if cutting.canUndo}<button
        type="button"
        class="btn"
        aria-label="Undo"
        title="Undo (Ctrl + Z)"
        onclick={() => cutting.undo()}><Undo size={18} /></button
      >{/if}
    <button
      type="button"
      class="btn btn-strong"
      disabled={!cutting.groups.length || cutting.status !== 'idle'}
      onclick={layOut}>Lay it out</button
    >
  </header>
  {#if workroom.builds.length === 0}
    <EmptyWorkroom />
  {:else if cutting.status === 'loading'}
    <p class="text-quiet" role="status">Working out the pieces …</p>
  {:else if cutting.problem}
    <NotWorkedOut problem={cutting.problem} />
  {:else}
    <fieldset class="mb-4 flex flex-wrap gap-x-5 gap-y-1">
      <legend class="label mb-1">For the orders of</legend>
      <button
        type="button"
        class="btn md:hidden"
        aria-expanded={isListed}
        onclick={() => (isListed = !isListed)}
        >{cutting.chosen.length} of {count(workroom.builds.length, 'build')}<ChevronDown
          size={16}
          class={isListed ? 'rotate-180' : ''}
        /></button
      >
      <div class={isListed ? 'contents' : 'hidden md:contents'}>
        {#each offered as build (build.id)}
          <span class="flex items-center gap-1.5"
            ><Check
              class="min-h-8"
              checked={cutting.chosen.includes(build.id)}
              onchange={(on) => cutting.choose(build.id, on)}
              >{build.name} <span class="label">{build.order.quantity}</span></Check
            >{#if cutting.chosen.length !== 1 || cutting.chosen[0] !== build.id}<button
                type="button"
                class="tap label min-h-8 px-1 underline"
                aria-label="Only {build.name}"
                onclick={() => cutting.chooseThese([build.id])}>only</button
              >{/if}</span
          >
        {/each}
        {#if cutting.chosen.length < workroom.builds.length}<button
            type="button"
            class="btn btn-small"
            onclick={() => cutting.chooseThese(workroom.builds.map((b) => b.id))}>All</button
          >{/if}
        {#if cutting.chosen.length}<button
            type="button"
            class="btn btn-small"
            onclick={() => cutting.chooseThese([])}>None</button
          >{/if}
        {#if offered.length < workroom.builds.length}<button
            type="button"
            class="btn btn-small"
            onclick={() => (all = true)}>All {workroom.builds.length} builds</button
          >{/if}
      </div>
    </fieldset>
    <Tabs views={VIEWS} bind:value={view} label="Views of the cutting" {badge} rowClass="mb-3">
      {#snippet beside()}<span class="ml-auto flex gap-2"
          >{#if view === 'pieces'}<a class="btn btn-small" href={resolve('/cut/print?what=labels')}>Labels</a
            >{/if}
          <a class="btn btn-small" href={resolve(`/cut/print?what=${view}`)}>Print</a></span
        >{/snippet}
      {#if view === 'pieces'}
        <PiecesView />
      {:else if view === 'shopping'}
        <Part load={() => import('$lib/ui/cut/Shopping.svelte')}>
          {#snippet children({ default: Shopping })}<Shopping />{/snippet}
        </Part>
      {:else if view === 'gather'}
        <Part load={() => import('$lib/ui/cut/Gather.svelte')}>
          {#snippet children({ default: Gather })}<Gather />{/snippet}
        </Part>
      {:else}
        {@const show = view}
        <Part load={() => import('$lib/ui/cut/LaidOut.svelte')}>
          {#snippet children({ default: LaidOut })}<LaidOut {show} />{/snippet}
        </Part>
      {/if}
    </Tabs>
  {/if}
</div>
