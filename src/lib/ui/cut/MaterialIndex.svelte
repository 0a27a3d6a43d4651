<script lang="ts">
  import { asLayoutStock } from '$lib/core/cut';
  import { placedCount, usedShare } from '$lib/core/nesting';
  import { formatAmount, formatNumber } from '$lib/core/base';
  import Swatch from './Swatch.svelte';
  import { cutting } from './cutting.svelte';
  import { workroom } from '../state/workroom.svelte';

  // All materials that are laid out, each with what is cut off for nothing and what it costs; a press leads to its layout.
  const currency = $derived(workroom.workshop.currency);
  const money = (v: number) => formatAmount(v, currency);
  const rows = $derived(
    cutting.laid.map(({ id, group, layout, toBuy }) => ({
      id,
      group,
      placed: layout ? placedCount(layout) : 0,
      wasted: layout?.sheets.length ? 1 - usedShare(layout, asLayoutStock(group.stock)) : null,
      cost: layout?.cost ?? 0,
      toBuy: toBuy !== null,
      inUse: cutting.taken[id] !== undefined,
    })),
  );
  const total = $derived(rows.reduce((sum, r) => sum + r.cost, 0));
</script>

<table class="mb-5 w-full max-w-3xl text-left text-sm" data-testid="material-index">
  <thead class="label border-b border-rule"
    ><tr
      ><th class="py-1 font-normal" scope="col">Material</th><th class="text-right font-normal" scope="col"
        >Pieces</th
      ><th class="text-right font-normal" scope="col">Cut off for nothing</th><th
        class="text-right font-normal"
        scope="col">Off the shelf</th
      ><th class="pl-4 font-normal" scope="col"><span class="sr-only">State</span></th></tr
    ></thead
  >
  <tbody class="divide-y divide-rule">
    {#each rows as { id, group, placed, wasted, cost, toBuy, inUse } (id)}
      <tr
        ><td
          ><a class="flex min-h-11 items-center gap-2 underline decoration-dotted" href="#layout-{id}"
            ><Swatch colour={group.colour} material={group.material} />{group.name}</a
          ></td
        ><td class="text-right">{formatNumber(placed)}</td><td class="text-right"
          >{wasted === null ? '–' : `${Math.round(100 * wasted)} %`}</td
        ><td class="text-right tabular-nums">{placed ? money(cost) : '–'}</td><td
          class={['pl-4', toBuy && !inUse ? 'text-madder' : 'text-quiet']}
          >{inUse ? 'in use' : toBuy ? 'some to buy' : ''}</td
        ></tr
      >
    {/each}
  </tbody>
  {#if rows.length > 1}<tfoot
      ><tr class="border-t border-ink font-bold"
        ><td class="py-1.5">{formatNumber(rows.length)} materials</td><td></td><td></td><td
          class="text-right tabular-nums">{money(total)}</td
        ><td></td></tr
      ></tfoot
    >{/if}
</table>
