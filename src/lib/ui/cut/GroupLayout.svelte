<script lang="ts">
  import { asLayoutStock } from '$lib/core/cut';
  import { alikeSheets, placedCount, usedShare } from '$lib/core/layout';
  import { count } from '$lib/core/units';
  import type { LaidGroup } from '../state/cutting.svelte';
  import SheetDrawing from './SheetDrawing.svelte';

  let { laid, edgeToEdge }: { laid: LaidGroup; edgeToEdge: boolean } = $props();
  const { group, layout } = $derived(laid);
  const stock = (id: string) => group.stock.find((s) => s.id === id);
  const isRoll = (id: string) => ['roll', 'bolt'].includes(stock(id)?.form ?? '');
  const percent = $derived(layout ? Math.round(100 * usedShare(layout, asLayoutStock(group.stock))) : 0);
  const alike = $derived(alikeSheets(layout?.sheets ?? []));
</script>

<section class="mb-6" aria-label="Layout of {group.name}">
  <h2 class="text-xl">{group.name}</h2>
  {#if layout?.sheets.length}
    <p class="label">
      {count(placedCount(layout), 'piece')} on {count(
        layout.sheets.length,
        'cut length or sheet',
        'cut lengths or sheets',
      )}; {percent} % of what is cut off is used.
    </p>
    {#each alike as { sheet, count: times }, i (i)}
      {@const s = stock(sheet.stockId)}
      {#if s}<SheetDrawing
          {sheet}
          {group}
          {edgeToEdge}
          count={times}
          widthMm={s.widthMm}
          heightMm={s.heightMm}
          name={s.name}
          roll={isRoll(s.id)}
        />{/if}
    {/each}
  {/if}
  {#if laid.toBuy}
    <p class="border-l-4 border-madder bg-madder-soft px-3 py-1">
      {layout ? 'The stock does not reach' : 'There is none of it on the shelf'}: {count(
        placedCount(laid.toBuy),
        'piece',
      )} to buy for, see To buy.
    </p>
  {/if}
</section>
