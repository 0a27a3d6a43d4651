<script lang="ts">
  import { formatNumber } from '$lib/core/base';
  import type { Thread } from '$lib/core/run';
  import type { RunSession } from '../state/run-session.svelte';

  // The thread on the needle, the one after it, and what is left below.
  let { session }: { session: RunSession } = $props();
  const ahead = $derived(session.threads);
  const WORDS = { change: 'change it now', low: 'low' };
</script>

{#snippet swatch(colour: string)}
  <span class="inline-block h-7 w-11 rounded-sm border border-ink" style:background={colour}></span>
{/snippet}
{#snippet thread(label: string, { name, colour, needle }: Thread)}
  <span class="flex items-center gap-2 whitespace-nowrap"
    ><span class="text-quiet">{label}</span>{@render swatch(colour)}<strong>{name}</strong>{#if needle}<span
        class="text-quiet">needle {needle}</span
      >{/if}</span
  >
{/snippet}

<div
  class="flex flex-wrap items-center gap-x-8 gap-y-1 text-xl lg:text-2xl"
  role="group"
  aria-label="Threads"
>
  {#if ahead?.now}
    <span class="flex flex-wrap gap-x-4">
      {@render thread('Thread', ahead.now)}
      {#if ahead.next}{@render thread('then', ahead.next)}{/if}
    </span>
  {/if}
  <!-- When nothing is left to sew, neither is of use. -->
  {#if session.bobbin && ahead?.now}
    {@const { leftM, share, says, thread: matching, next } = session.bobbin}
    {@const left = says === 'enough' ? `about ${formatNumber(Math.round(leftM))} m` : WORDS[says]}
    <span class={['flex flex-wrap gap-x-4', says !== 'enough' && 'text-madder']}>
      {#if matching}{@render thread('Bobbin', { ...matching, needle: undefined })}{/if}
      <span class="flex items-center gap-2 whitespace-nowrap"
        >{#if !matching}<span class={says === 'enough' ? 'text-quiet' : ''}>Bobbin</span>{/if}
        <span class="inline-block h-4 w-20 overflow-hidden rounded-full border border-current"
          ><span class="block h-full bg-current" style:width="{Math.round(100 * share)}%"></span></span
        >
        <strong>{left}</strong></span
      >
      {#if next}{@render thread('then', { ...next, needle: undefined })}{/if}
    </span>
  {/if}
</div>
