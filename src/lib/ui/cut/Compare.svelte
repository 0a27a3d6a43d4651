<script lang="ts">
  import { asLayoutStock } from '$lib/core/cut';
  import { usedShare, type Compared } from '$lib/core/nesting';
  import { count, formatLength } from '$lib/core/base';
  import { cutting, type LaidGroup } from '../state/cutting.svelte';
  import { workroom } from '../state/workroom.svelte';

  // Ways of cutting the same pieces side by side, the best first; the maker takes one.
  let { laid, ways }: { laid: LaidGroup; ways: readonly Compared[] } = $props();
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
    {#each ways as way, i (way.key)}
      <tr
        ><td class="py-1">{way.label}{i === 0 ? ', best' : ''}</td><td
          class={['text-right', way.left > 0 && 'text-madder']}
          >{way.left ? count(way.left, 'piece') : 'none'}</td
        ><td class="text-right"
          >{way.layout.rollLengthMm ? formatLength(way.layout.rollLengthMm, workroom.unit) : ''}</td
        ><td class="text-right">{way.layout.sheets.length}</td><td class="text-right"
          >{Math.round(100 * usedShare(way.layout, stock))} %</td
        ><td class="text-right">{way.layout.cost.toFixed(2)}</td><td class="py-1 pl-3 text-right"
          ><button type="button" class="btn btn-small" onclick={() => cutting.take(laid, way)}>Take it</button
          ></td
        ></tr
      >
    {/each}
  </tbody>
</table>
