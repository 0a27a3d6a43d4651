<script lang="ts">
  import Scissors from '@lucide/svelte/icons/scissors';
  import { count } from '$lib/core/base';
  import type { BuildPlan } from '$lib/core/plan';
  import { cutForPositions } from '../state/cut-positions';
  import type { BuildEditor } from '../state/editor.svelte';

  // A design longer than one position of its hoop: what is sewn where, and what must be cut for it.
  let { editor, plan }: { editor: BuildEditor; plan: BuildPlan } = $props();
  const over = $derived(plan.hooping.over);
  const across = $derived(over?.at.filter((k) => k === null).length ?? 0);
  const sewn = $derived(
    (over?.centres ?? []).map((_, k) => ({ k, blocks: over?.at.filter((at) => at === k).length ?? 0 })),
  );
  let cutting = $state(false);
  async function cut() {
    cutting = true;
    await cutForPositions(editor);
    cutting = false;
  }
</script>

{#if over}
  <section class="flex flex-col gap-2" aria-label="Over several positions">
    <h2 class="text-xl">Over {over.centres.length} positions</h2>
    <p>
      {sewn.map(({ k, blocks }) => `${count(blocks, 'block')} at position ${k + 1}`).join(', ')}.
      {#if over.moves}The hoop is hung anew {over.moves === 1 ? 'once' : `${over.moves} times`}.{/if}
    </p>
    {#if across}
      <p class="border-l-4 border-madder pl-2">
        {count(across, 'block')}
        {across === 1 ? 'reaches' : 'reach'} over more than one. Cut at a gap of the stitching where there is one.
      </p>
      <button type="button" class="btn btn-strong self-start" disabled={cutting} onclick={() => void cut()}
        ><Scissors size={16} />{cutting ? 'Cutting …' : `Cut ${across === 1 ? 'it' : 'them'}`}</button
      >
    {/if}
  </section>
{/if}
