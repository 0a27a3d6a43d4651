<script lang="ts">
  import { asLayoutStock } from '$lib/core/cut';
  import { placedCount, usedShare } from '$lib/core/nesting';
  import { hasTrait } from '$lib/core/catalogue';
  import { sheetTemplate } from '$lib/core/template';
  import { count, formatLength, formatSize } from '$lib/core/base';
  import type { LaidGroup } from '../state/cut-layouts.svelte';
  import { anyShape, shapeOf, cutting } from './cutting.svelte';
  import { workroom } from '../state/workroom.svelte';
  import BasePlans from './BasePlans.svelte';
  import Compare from './Compare.svelte';
  import SheetDrawing from './SheetDrawing.svelte';
  import { sheetsOf, type ShownSheet } from './sheets';
  import TemplateButtons from './TemplateButtons.svelte';

  // One material: how its pieces lie, other ways of cutting them, and taking it into use.
  let { laid }: { laid: LaidGroup } = $props();
  const { group, layout } = $derived(laid);
  const sheets = $derived(sheetsOf(laid, cutting.edgeToEdge));
  const percent = $derived(layout ? Math.round(100 * usedShare(layout, asLayoutStock(group.stock))) : 0);
  const movement = $derived(cutting.taken[laid.id]);
  const compared = $derived(cutting.compared[laid.id]);
  const onSheet = (shown: ShownSheet) =>
    group.pieces
      .map((p, i) => ({
        p,
        number: i + 1,
        n: shown.sheet.placements.filter((q) => q.pieceId === p.id).length,
      }))
      .filter(({ n }) => n > 0);
  const drawing = (shown: ShownSheet) =>
    sheetTemplate(
      `${group.name}, ${shown.item.name}`,
      shown.item.widthMm,
      shown.heightMm,
      shown.sheet.placements.flatMap((p) => {
        const shape = anyShape(p.pieceId);
        return shape ? [{ shape, turned: p.turned, xMm: p.xMm, yMm: p.yMm }] : [];
      }),
    );
</script>

<section
  id="layout-{laid.id}"
  class={['mb-6 scroll-mt-4 border-t-2 pt-3', movement ? 'border-needle' : 'border-rule']}
  aria-label="Layout of {group.name}"
>
  <div class="flex flex-wrap items-baseline gap-3">
    <h2 class="text-xl max-lg:mr-auto">{group.name}</h2>
    <p class="label order-last basis-full lg:order-none lg:flex-1 lg:basis-0">
      {#if layout?.sheets.length}{count(placedCount(layout), 'piece')} on {count(
          layout.sheets.length,
          'cut length or sheet',
          'cut lengths or sheets',
        )}; {percent}&nbsp;% of what is cut off is used{laid.way ? `; ${laid.way.toLowerCase()}` : ''}.{/if}
    </p>
    {#if movement}
      <strong class="text-needle">In use: taken off the shelf</strong>
      <button
        type="button"
        class="btn btn-small"
        aria-label="Undo taking into use"
        onclick={() => cutting.backFromUse(laid)}>Undo</button
      >
      <button type="button" class="btn btn-small" onclick={() => cutting.putAway(laid.id)}
        >Done, put away</button
      >
    {:else if layout?.sheets.length}
      {#if !compared}<button
          type="button"
          class="btn btn-small"
          disabled={cutting.status === 'working'}
          onclick={() => cutting.compare(laid)}>Compare ways</button
        >{/if}
      <button type="button" class="btn btn-small btn-strong" onclick={() => cutting.intoUse(laid)}
        >Take into use</button
      >
    {/if}
  </div>
  {#if compared && !movement}<Compare {laid} alternatives={compared} />{/if}
  {#if hasTrait(group.material, 'stabiliser') && !movement}<BasePlans {group} />{/if}
  {#each sheets as shown (shown.key)}
    <figure class="border-t border-rule py-3">
      <figcaption class="mb-1 flex flex-wrap items-baseline gap-x-3">
        <span
          ><strong>{shown.item.name}</strong>{shown.count > 1 ? ` × ${shown.count}, all alike` : ''}
          <span class="label"
            >{shown.roll
              ? `${formatLength(shown.item.widthMm, workroom.unit)} wide, ${formatLength(shown.heightMm, workroom.unit)} off it`
              : formatSize(shown.item.widthMm, shown.item.heightMm, workroom.unit)}</span
          ></span
        >
      </figcaption>
      <div class="flex flex-wrap gap-5">
        <SheetDrawing
          sheet={shown.sheet}
          {group}
          {shapeOf}
          widthMm={shown.item.widthMm}
          heightMm={shown.heightMm}
          name={shown.item.name}
        />
        <div class="flex min-w-64 flex-1 flex-col gap-3">
          <ul class="text-sm">
            {#each onSheet(shown) as { p, number, n } (p.id)}
              <li class="flex gap-2">
                <strong class="w-6 text-right">{number}</strong><span class="flex-1"
                  >{p.name} <span class="label">{p.buildName}</span></span
                ><span class="whitespace-nowrap"
                  >{n} × {formatSize(p.widthMm, p.heightMm, workroom.unit)}</span
                >
              </li>
            {/each}
          </ul>
          {#if shown.sheet.placements.some(({ pieceId }) => shapeOf(pieceId))}
            <TemplateButtons name="{group.name}, {shown.item.name}" drawing={() => drawing(shown)} />
          {/if}
        </div>
      </div>
    </figure>
  {/each}
  {#if laid.toBuy && !movement}
    <p class="border-l-4 border-madder bg-madder-soft px-3 py-1">
      {layout ? 'The stock does not reach' : 'There is none of it on the shelf'}: {count(
        placedCount(laid.toBuy) + laid.toBuy.unplaced.reduce((sum, u) => sum + u.quantity, 0),
        'piece',
      )} to buy for, see Shopping.
    </p>
  {:else if !movement && layout?.unplaced.length && cutting.status === 'idle'}
    <p class="border-l-4 border-madder bg-madder-soft px-3 py-1">
      The stock does not reach, and it was stopped before what to buy was worked out: lay it out again.
    </p>
  {/if}
</section>
