<script lang="ts">
  import type { TypedLattice } from '$lib/core/arrange';
  import { count } from '$lib/core/base';
  import LatticeFigures from './LatticeFigures.svelte';

  // The numbers to type for what lies in the hoop: as one lattice, or as several that are typed one after the other.
  let { lattices }: { lattices: readonly TypedLattice[] } = $props();
</script>

{#if lattices.length > 1}
  <p class="label">Not one lattice: type {lattices.length}, each for itself.</p>
  {#each lattices as grid, n (n)}
    <section aria-label="Lattice {n + 1}">
      <h4 class="font-bold">{n + 1}: {count(grid.items, 'item')}</h4>
      <LatticeFigures {grid} />
    </section>
  {/each}
{:else if lattices[0]}
  <LatticeFigures grid={lattices[0]} />
{:else}
  <p class="label">No rows and columns to type: the machine takes the tape of the whole hooping.</p>
{/if}
