<script lang="ts">
  import { heightOf, widthOf, type Box } from '$lib/core/base';
  import type { HoopField } from '$lib/core/hoop';
  import type { Snippet } from 'svelte';
  import HoopFrame from './HoopFrame.svelte';

  // Within a drawing to scale: the hoop from above with what is kept free for the foot and its middle, what lies in it, and
  // over that the box that the machine traces.
  interface Props {
    field: HoopField;
    magnetic: boolean;
    /** a line about this wide is seen, mm */
    px: number;
    /** round all that lies; null: nothing does */
    trace: Box | null;
    children: Snippet;
  }
  let { field, magnetic, px, trace, children }: Props = $props();
  const width = $derived(Math.max(0, field.width - 2 * field.inset));
  const height = $derived(Math.max(0, field.height - 2 * field.inset));
</script>

<HoopFrame {...field} line={px} {magnetic} />
<rect
  x={-width / 2}
  y={-height / 2}
  {width}
  {height}
  rx={field.oval ? width / 2 : 0}
  ry={field.oval ? height / 2 : 0}
  fill="none"
  stroke="var(--quiet)"
  stroke-width={px}
  stroke-dasharray="{2 * px} {4 * px}"
/>
<path d="M{-4 * px} 0H{4 * px}M0 {-4 * px}V{4 * px}" stroke="var(--quiet)" stroke-width={px} />
{@render children()}
{#if trace}
  <rect
    x={trace.minX}
    y={-trace.maxY}
    width={widthOf(trace)}
    height={heightOf(trace)}
    fill="none"
    stroke="var(--hands)"
    stroke-width={1.6 * px}
    stroke-dasharray="{7 * px} {4 * px}"
    pointer-events="none"
  />
{/if}
