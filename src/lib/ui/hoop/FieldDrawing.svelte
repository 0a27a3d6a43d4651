<script lang="ts">
  import { boxOf, heightOf, widthOf } from '$lib/core/base';
  import { intoInset } from '$lib/core/hoop';
  import { svgPath } from '../kit/svg-path';
  import type { HoopTable } from '../state/hoop-table.svelte';
  import type { HoopEdge } from '$lib/core/thing';
  import ClothEdges from './ClothEdges.svelte';
  import HoopField from './HoopField.svelte';

  // A hoop's field from above, to scale: each item where it lies, and the box that the machine traces round all of them.
  interface Props {
    table: HoopTable;
    magnetic: boolean;
    label: string;
    /** of the cloth that is sewn on, to place it by */
    edges: readonly HoopEdge[];
    /** what is reached from each position, along the hoop; none: it has one. mm */
    positions: readonly { k: number; from: number; to: number }[];
  }
  let { table, magnetic, label, edges, positions }: Props = $props();
  const { field, items, trace } = $derived(table);

  /** Less is rounding, mm. */
  const EXACT = 0.05;
  const px = $derived(Math.max(field.outerWidth, field.outerHeight) / 500);
  const rows = $derived(
    items.map(({ place, path }) => {
      const box = boxOf(path);
      return {
        place,
        path,
        isOut: intoInset(path, field) > EXACT,
        size: Math.min(widthOf(box), heightOf(box)),
      };
    }),
  );
</script>

<svg
  viewBox="{-field.outerWidth / 2 - px} {-field.outerHeight / 2 - px} {field.outerWidth +
    2 * px} {field.outerHeight + 2 * px}"
  class="h-full max-h-[70vh] w-full lg:max-h-none"
  role="img"
  aria-label={label}
>
  <HoopField {field} {magnetic} {px} {trace}>
    {#each positions as { from, to, k }, place (place)}
      <rect
        x={-field.width / 2 + field.inset}
        y={-to}
        width={Math.max(0, field.width - 2 * field.inset)}
        height={to - from}
        fill="var(--hands)"
        fill-opacity="0.08"
        stroke="var(--hands)"
        stroke-width={px}
        stroke-dasharray="{3 * px} {3 * px}"
      />
      <text
        x={field.width / 2 - field.inset - 4 * px}
        y={-(k ? to - 12 * px : from + 6 * px)}
        font-size={12 * px}
        text-anchor="end"
        fill="var(--hands)">position {k + 1}</text
      >
    {/each}
    <ClothEdges {edges} {px} />
    {#each rows as { place, path, isOut, size }, n (n)}
      <path
        d={svgPath(path)}
        fill={isOut ? 'var(--madder-soft)' : 'var(--needle-soft)'}
        stroke={isOut ? 'var(--madder)' : 'var(--needle)'}
        stroke-width={1.5 * px}
      />
      {#if rows.length > 1}<text
          x={place.x}
          y={-place.y}
          font-size={Math.min(22 * px, size / 2.5)}
          text-anchor="middle"
          dominant-baseline="central"
          fill="var(--ink)">{n + 1}</text
        >{/if}
    {/each}
  </HoopField>
</svg>
