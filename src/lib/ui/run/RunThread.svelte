<script lang="ts">
  import { formatNumber } from '$lib/core/units';
  import type { RunSession } from '../state/run-session.svelte';
  import { workroom } from '../state/workroom.svelte';

  // The thread on the needle, the one after it, and what is left below.
  let { session }: { session: RunSession } = $props();
  const ahead = $derived(session.threads);
  const holds = $derived(session.run?.bobbinHoldsM ?? 0);
  const share = $derived(holds ? session.bobbinM / holds : 1);
  const low = $derived(share * 100 < workroom.numbers['run.bobbinLow']);
  const swap = $derived(session.step && session.run?.bobbinSwaps.includes(session.step.id));
</script>

{#snippet thread(label: string, name: string, colour: string)}
  <span class="flex items-center gap-2 whitespace-nowrap"
    ><span class="text-quiet">{label}</span><span
      class="inline-block h-5 w-9 rounded-sm border border-ink"
      style:background={colour}
    ></span><strong>{name}</strong></span
  >
{/snippet}

<p class="flex flex-wrap items-center gap-x-6 gap-y-1 text-lg" aria-label="Threads">
  {#if ahead?.now}{@render thread('Thread', ahead.now.thread.name, ahead.now.thread.colour)}{/if}
  {#if ahead?.next}{@render thread('then', ahead.next.thread.name, ahead.next.thread.colour)}{/if}
  {#if holds}
    <span class={['flex items-center gap-2 whitespace-nowrap', (low || swap) && 'text-madder']}
      ><span class={low || swap ? '' : 'text-quiet'}>Bobbin</span><span
        class="inline-block h-3 w-16 overflow-hidden rounded-full border border-current"
        ><span class="block h-full bg-current" style:width="{Math.round(100 * share)}%"></span></span
      ><strong
        >{swap
          ? 'change it now'
          : low
            ? 'low'
            : `about ${formatNumber(Math.round(session.bobbinM))} m`}</strong
      ></span
    >
  {/if}
</p>
