<script lang="ts">
  import type { Layout, LayoutStock } from '$lib/core/nesting';
  import { isLying } from './sheets';

  // How a way of cutting looks: its first sheets, small, all to one scale, the pieces in the colour of the stuff.
  let { layout, stock, colour }: { layout: Layout; stock: readonly LayoutStock[]; colour: string } = $props();
  const MOST = 4;
  const HEIGHT = 36;
  const sheets = $derived(
    layout.sheets.slice(0, MOST).flatMap((sheet) => {
      const item = stock.find((s) => s.id === sheet.stockId);
      if (!item) return [];
      const heightMm = item.roll ? sheet.usedHeightMm : item.heightMm;
      const lying = isLying(item.widthMm, heightMm);
      return [{ sheet, lying, w: lying ? heightMm : item.widthMm, h: lying ? item.widthMm : heightMm }];
    }),
  );
  const tallest = $derived(Math.max(1, ...sheets.map((s) => s.h)));
</script>

<span class="flex items-end gap-1" aria-hidden="true">
  {#each sheets as { sheet, lying, w, h }, place (place)}
    <svg
      viewBox="0 0 {w} {h}"
      height={Math.max(4, (HEIGHT * h) / tallest)}
      class="max-w-40 border border-ink bg-paper"
      preserveAspectRatio="none"
      width={Math.min(160, (HEIGHT * w) / tallest)}
    >
      {#each sheet.placements as p, n (n)}
        {@const [x, y, pw, ph] = lying
          ? [p.yMm, p.xMm, p.heightMm, p.widthMm]
          : [p.xMm, h - p.yMm - p.heightMm, p.widthMm, p.heightMm]}
        <rect
          {x}
          {y}
          width={pw}
          height={ph}
          fill={colour}
          stroke="var(--ink)"
          stroke-width="0.8"
          vector-effect="non-scaling-stroke"
        />
      {/each}
    </svg>
  {/each}
  {#if layout.sheets.length > MOST}<span class="label">+ {layout.sheets.length - MOST}</span>{/if}
</span>
