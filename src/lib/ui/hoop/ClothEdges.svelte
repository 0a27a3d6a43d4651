<script lang="ts">
  import type { HoopEdge } from '$lib/core/thing';

  // Within a drawing of the hoop: where the edges of a made thing come, and its corners.
  let { edges, px }: { edges: readonly HoopEdge[]; px: number } = $props();
</script>

{#each edges as { from, to, corner }, place (place)}
  <path
    d="M{from.x} {-from.y}L{to.x} {-to.y}"
    stroke="var(--ink)"
    stroke-width={1.5 * px}
    stroke-dasharray="{10 * px} {3 * px} {2 * px} {3 * px}"
  />
  {#if corner}<circle cx={to.x} cy={-to.y} r={4 * px} fill="var(--ink)"
      ><title>The corner lies here</title></circle
    >{/if}
{/each}
