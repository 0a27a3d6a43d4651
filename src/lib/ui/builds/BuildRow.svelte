<script lang="ts">
  import Ellipsis from '@lucide/svelte/icons/ellipsis';
  import Play from '@lucide/svelte/icons/play';
  import { resolve } from '$app/paths';
  import { count, formatDuration } from '$lib/core/base';
  import { techniqueById } from '$lib/core/techniques';
  import TapePicture from '../hoop/TapePicture.svelte';
  import type { BuildRow } from '../state/build-list.svelte';
  import { dueOn } from './due';

  // A build with what decides whether it is made next: hoop, time, what speaks against it, what is wanted of it.
  interface Props {
    row: BuildRow;
    /** a run is being begun */
    isBusy: boolean;
    onrun: () => void;
    onmore: () => void;
  }
  let { row, isBusy, onrun, onmore }: Props = $props();
  const build = $derived(row.build);
  const facts = $derived(row.facts);
  const wanted = $derived(row.wanted);
</script>

<li class="relative flex items-center gap-x-2 py-1 hover:bg-paper" data-testid="build">
  <a
    href={resolve('/builds/[id]', { id: build.id })}
    class="grid min-w-0 flex-1 grid-cols-[3.5rem_minmax(0,1fr)] items-center gap-x-4 gap-y-1 rounded px-2 py-1 xl:grid-cols-[3.5rem_minmax(0,1fr)_8.5rem_9rem_7.5rem_9rem]"
  >
    <TapePicture {build} size={56} />
    <span class="min-w-0 pr-24 xl:pr-0">
      <strong class="block text-lg leading-tight xl:truncate">{build.name}</strong>
      <span class="block text-sm text-quiet">{techniqueById(build.technique).name}</span>
      {#if build.tags.length}<span class="block text-sm text-needle">{build.tags.join(', ')}</span>{/if}
    </span>
    <span
      class="col-span-2 flex flex-wrap gap-x-4 text-sm sm:col-span-1 sm:col-start-2 sm:grid sm:grid-cols-4 xl:contents xl:text-base"
    >
      <span>
        {#if facts}{facts.hoop}{@render below(count(facts.stops, 'stop'))}{:else}<span class="text-quiet"
            >…</span
          >{/if}
      </span>
      <span>
        {#if facts}{formatDuration(facts.seconds)}{@render below(
            `hands ${formatDuration(facts.handSeconds)}`,
          )}{/if}
      </span>
      <span>
        {#if facts?.stopping}<span class="block text-madder">{facts.stopping} to mend first</span>{/if}
        {#if facts?.minding}<span class="block text-hands">{facts.minding} to mind</span>{/if}
        {#if facts && !facts.stopping && !facts.minding}<span class="text-quiet">nothing to mind</span>{/if}
      </span>
      <span>
        {#if wanted}<span class={[wanted.done >= wanted.quantity && 'text-quiet']}
            >{wanted.done} of {wanted.quantity} done</span
          >{#if wanted.due}{@render below(dueOn(wanted.due))}{/if}{:else}<span class="text-quiet"
            >not ordered</span
          >{/if}
      </span>
    </span>
  </a>
  <span class="absolute top-2 right-0 flex gap-2 xl:static">
    <button
      type="button"
      class="btn min-h-11 px-3"
      disabled={isBusy}
      onclick={onrun}
      aria-label="Run {build.name}"
      title="Begin a run"><Play size={18} /></button
    >
    <button
      type="button"
      class="btn min-h-11 px-3"
      onclick={onmore}
      aria-label="More for {build.name}"
      title="Tags, a variant, remove"><Ellipsis size={18} /></button
    >
  </span>
</li>

{#snippet below(text: string)}<span class="label sm:block"><span class="mr-1 sm:hidden">,</span>{text}</span
  >{/snippet}
