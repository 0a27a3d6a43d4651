<script lang="ts">
  import { formatNumber } from '$lib/core/units';
  import type { RunSession } from '../state/run-session.svelte';

  // The thread on the needle, the one after it, and what is left below.
  let { session }: { session: RunSession } = $props();
  const ahead = $derived(session.threads);
</script>

{#snippet thread(label: string, name: string, colour: string)}
  <span class="flex items-center gap-2 whitespace-nowrap"
    ><span class="text-quiet">{label}</span><span
      class="inline-block h-5 w-9 rounded-sm border border-ink"
      style:background={colour}
    ></span><strong>{name}</strong></span
  >
{/snippet}

<div class="flex flex-wrap items-center gap-x-6 gap-y-1 text-lg" role="group" aria-label="Threads">
  {#if ahead?.now}{@render thread('Thread', ahead.now.name, ahead.now.colour)}{/if}
  {#if ahead?.next}{@render thread('then', ahead.next.name, ahead.next.colour)}{/if}
  {#if session.bobbin}
    {@const { leftM, share, says } = session.bobbin}
    <span class={['flex items-center gap-2 whitespace-nowrap', says !== 'enough' && 'text-madder']}
      ><span class={says === 'enough' ? 'text-quiet' : ''}>Bobbin</span><span
        class="inline-block h-3 w-16 overflow-hidden rounded-full border border-current"
        ><span class="block h-full bg-current" style:width="{Math.round(100 * share)}%"></span></span
      ><strong
        >{says === 'change'
          ? 'change it now'
          : says === 'low'
            ? 'low'
            : `about ${formatNumber(Math.round(leftM))} m`}</strong
      ></span
    >
  {/if}
</div>
