<script lang="ts">
  import type { LayoutSheet } from '$lib/core/layout';
  import { count } from '$lib/core/units';
  import type { LaidGroup } from '../state/cutting.svelte';
  import SheetDrawing from './SheetDrawing.svelte';

  let { laid, edgeToEdge }: { laid: LaidGroup; edgeToEdge: boolean } = $props();
  const { group, layout } = $derived(laid);
  const stock = (id: string) => group.stock.find((s) => s.id === id);
  const percent = $derived(
    layout?.sheets.length
      ? Math.round(
          (100 * layout.usedAreaMm2) /
            layout.sheets.reduce((sum, s) => sum + (stock(s.stockId)?.widthMm ?? 0) * heightOf(s), 0),
        )
      : 0,
  );
  function heightOf(sheet: LayoutSheet) {
    const s = stock(sheet.stockId);
    return s && (s.form === 'roll' || s.form === 'bolt') ? sheet.usedHeightMm : (s?.heightMm ?? 0);
  }
  /** Sheets that are cut alike are shown once. */
  const alike = $derived.by(() => {
    const seen: { sheet: LayoutSheet; count: number }[] = [];
    for (const sheet of layout?.sheets ?? []) {
      const key = JSON.stringify([sheet.stockId, sheet.placements]);
      const same = seen.find((s) => JSON.stringify([s.sheet.stockId, s.sheet.placements]) === key);
      if (same) same.count++;
      else seen.push({ sheet, count: 1 });
    }
    return seen;
  });
</script>

<section class="mb-6" aria-label="Layout of {group.name}">
  <h2 class="text-xl">{group.name}</h2>
  {#if layout?.sheets.length}
    <p class="label">
      {count(
        layout.sheets.reduce((n, s) => n + s.placements.length, 0),
        'piece',
      )} on {count(layout.sheets.length, 'cut length or sheet', 'cut lengths or sheets')}; {percent} % of what is
      cut off is used.
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
          roll={s.form === 'roll' || s.form === 'bolt'}
        />{/if}
    {/each}
  {/if}
  {#if laid.toBuy}
    <p class="border-l-4 border-madder bg-madder-soft px-3 py-1">
      {layout ? 'The stock does not reach' : 'There is none of it on the shelf'}: {count(
        laid.toBuy.sheets.reduce((n, s) => n + s.placements.length, 0),
        'piece',
      )} to buy for, see To buy.
    </p>
  {/if}
</section>
