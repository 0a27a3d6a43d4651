<script lang="ts">
  import { boxOf, sizeOfBox, unionOf, type Path } from '$lib/core/base';
  import type { HoopField, ItemPlace } from '$lib/core/hoop';
  import { lying } from '../state/hoop-table.svelte';

  // A hoop's field from above, to scale: each item where it lies, and the box that the machine traces round all of them.
  interface Props {
    field: HoopField;
    outline: Path;
    places: readonly ItemPlace[];
    label: string;
  }
  let { field, outline, places, label }: Props = $props();

  const items = $derived(
    places.map(({ x, y, turnDeg }) => {
      const path = lying(outline, { x, y, turnDeg });
      return { x, y, path, d: `M${path.map((p) => `${p.x.toFixed(2)} ${(-p.y).toFixed(2)}`).join('L')}Z` };
    }),
  );
  const trace = $derived(items.length ? unionOf(items.map(({ path }) => boxOf(path))) : null);
  const isOut = $derived(({ path }: { path: Path }) => {
    const box = boxOf(path);
    const [w, h] = [field.width / 2 - field.inset + 0.05, field.height / 2 - field.inset + 0.05];
    return box.minX < -w || box.maxX > w || box.minY < -h || box.maxY > h;
  });
  const px = $derived(Math.max(field.outerWidth, field.outerHeight) / 500);
  const font = $derived(Math.min(22 * px, Math.min(...Object.values(sizeOfBox(boxOf(outline)))) / 2.5));
</script>

<svg
  viewBox="{-field.outerWidth / 2 - px} {-field.outerHeight / 2 - px} {field.outerWidth +
    2 * px} {field.outerHeight + 2 * px}"
  class="h-full max-h-[70vh] w-full lg:max-h-none"
  role="img"
  aria-label={label}
>
  <rect
    x={-field.outerWidth / 2}
    y={-field.outerHeight / 2}
    width={field.outerWidth}
    height={field.outerHeight}
    rx="16"
    fill="var(--rule)"
  />
  <rect
    x={-field.width / 2}
    y={-field.height / 2}
    width={field.width}
    height={field.height}
    rx="8"
    fill="var(--paper)"
    stroke="var(--quiet)"
    stroke-width={px}
  />
  <rect
    x={-field.width / 2 + field.inset}
    y={-field.height / 2 + field.inset}
    width={Math.max(0, field.width - 2 * field.inset)}
    height={Math.max(0, field.height - 2 * field.inset)}
    fill="none"
    stroke="var(--quiet)"
    stroke-width={px}
    stroke-dasharray="{2 * px} {4 * px}"
  />
  <path d="M{-4 * px} 0H{4 * px}M0 {-4 * px}V{4 * px}" stroke="var(--quiet)" stroke-width={px} />
  {#each items as item, place (place)}
    <path
      d={item.d}
      fill={isOut(item) ? 'var(--madder-soft)' : 'var(--needle-soft)'}
      stroke={isOut(item) ? 'var(--madder)' : 'var(--needle)'}
      stroke-width={1.5 * px}
    />
    {#if items.length > 1}<text
        x={item.x}
        y={-item.y}
        font-size={font}
        text-anchor="middle"
        dominant-baseline="central"
        fill="var(--ink)">{place + 1}</text
      >{/if}
  {/each}
  {#if trace}
    <rect
      x={trace.minX}
      y={-trace.maxY}
      width={trace.maxX - trace.minX}
      height={trace.maxY - trace.minY}
      fill="none"
      stroke="var(--hands)"
      stroke-width={1.6 * px}
      stroke-dasharray="{7 * px} {4 * px}"
    />
  {/if}
</svg>
