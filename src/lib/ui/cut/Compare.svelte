<script lang="ts">
  import { asLayoutStock } from '$lib/core/cut';
  import { usedShare, type Compared } from '$lib/core/nesting';
  import { count, formatLength } from '$lib/core/base';
  import type { LaidGroup } from '../state/cut-layouts.svelte';
  import { cutting } from './cutting.svelte';
  import { workroom } from '../state/workroom.svelte';

  // Ways of cutting the same pieces side by side, the best first; the maker takes one.
  let { laid, alternatives }: { laid: LaidGroup; alternatives: readonly Compared[] } = $props();
  const stock = $derived(asLayoutStock(laid.group.stock));
</script>

<table class="mb-3 w-full max-w-3xl text-left text-sm" data-testid="compared">
  <thead class="label border-b border-rule"
    ><tr
      ><th class="py-1 font-normal" scope="col">Way</th><th class="text-right font-normal" scope="col"
        >Left over</th
      ><th class="text-right font-normal" scope="col">Off the rolls</th><th
        class="text-right font-normal"
        scope="col">Sheets</th
      ><th class="text-right font-normal" scope="col">Used</th><th class="text-right font-normal" scope="col"
        >Cost</th
      ><th></th></tr
    ></thead
  >
  <tbody class="divide-y divide-rule">
    {#each alternatives as alternative, i (alternative.key)}
      <tr
        ><td class="py-1">{alternative.label}{i === 0 ? ', best' : ''}</td><td
          class={['text-right', alternative.left > 0 && 'text-madder']}
          >{alternative.left ? count(alternative.left, 'piece') : 'none'}</td
        ><td class="text-right"
          >{alternative.layout.rollLengthMm
            ? formatLength(alternative.layout.rollLengthMm, workroom.unit)
            : ''}</td
        ><td class="text-right">{alternative.layout.sheets.length}</td><td class="text-right"
          >{Math.round(100 * usedShare(alternative.layout, stock))} %</td
        ><td class="text-right">{alternative.layout.cost.toFixed(2)}</td><td class="py-1 pl-3 text-right"
          ><button type="button" class="btn btn-small" onclick={() => cutting.take(laid, alternative)}
            >Take it</button
          ></td
        ></tr
      >
    {/each}
  </tbody>
</table>
