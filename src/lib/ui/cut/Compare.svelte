<script lang="ts">
  import { asLayoutStock } from '$lib/core/cut';
  import { usedShare, type Compared } from '$lib/core/nesting';
  import { count, formatAmount, formatLength } from '$lib/core/base';
  import type { LaidGroup } from '../state/cut-layouts.svelte';
  import { cutting } from './cutting.svelte';
  import { workroom } from '../state/workroom.svelte';
  import WaySketch from './WaySketch.svelte';

  // Ways of cutting the same pieces side by side, the best first; the maker takes one.
  let { laid, alternatives }: { laid: LaidGroup; alternatives: readonly Compared[] } = $props();
  const stock = $derived(asLayoutStock(laid.group.stock));
  const currency = $derived(workroom.workshop.currency);
  /** the way that is laid out now: the one that was taken, or else the one that comes to the same */
  const chosen = $derived(
    alternatives.find((a) => a.label === laid.way) ??
      alternatives.find(
        (a) =>
          laid.way === null &&
          a.layout.cost === laid.layout?.cost &&
          a.layout.sheets.length === laid.layout.sheets.length &&
          a.layout.rollLengthMm === laid.layout.rollLengthMm,
      ),
  );
</script>

<table class="mb-3 w-full max-w-3xl text-left text-sm" data-testid="compared">
  <thead class="label border-b border-rule"
    ><tr
      ><th class="py-1 font-normal" scope="col">Way</th><th class="pl-4 text-right font-normal" scope="col"
        >Left over</th
      ><th class="pl-4 text-right font-normal" scope="col">Off the rolls</th><th
        class="pl-4 text-right font-normal"
        scope="col">Sheets</th
      ><th class="pl-4 text-right font-normal" scope="col">Used</th><th
        class="pl-4 text-right font-normal"
        scope="col">Cost</th
      ><th></th></tr
    ></thead
  >
  <tbody class="divide-y divide-rule">
    {#each alternatives as alternative, i (alternative.key)}
      {@const isChosen = alternative === chosen}
      <tr class={isChosen ? 'bg-needle-soft' : ''} aria-current={isChosen ? 'true' : undefined}
        ><td class="py-1"
          ><span class="flex flex-wrap items-center gap-x-3 gap-y-1"
            ><WaySketch layout={alternative.layout} {stock} colour={laid.group.colour} /><span
              >{alternative.label}{i === 0 ? ', best' : ''}</span
            ></span
          ></td
        ><td class={['pl-4 text-right', alternative.left > 0 && 'text-madder']}
          >{alternative.left ? count(alternative.left, 'piece') : 'none'}</td
        ><td class="pl-4 text-right"
          >{alternative.layout.rollLengthMm
            ? formatLength(alternative.layout.rollLengthMm, workroom.unit)
            : ''}</td
        ><td class="pl-4 text-right">{alternative.layout.sheets.length}</td><td class="pl-4 text-right"
          >{Math.round(100 * usedShare(alternative.layout, stock))} %</td
        ><td class="pl-4 text-right">{formatAmount(alternative.layout.cost, currency)}</td><td
          class="py-1 pl-3 text-right"
          >{#if isChosen}<strong class="mr-2 text-needle">laid out</strong
            >{/if}{#if !isChosen || laid.way === null}<button
              type="button"
              class="btn btn-small"
              onclick={() => cutting.take(laid, alternative)}>Take it</button
            >{/if}</td
        ></tr
      >
    {/each}
  </tbody>
</table>
