<script lang="ts">
  import { formatLength, count } from '$lib/core/base';
  import type { TypedLattice } from '$lib/core/arrange';
  import { workroom } from '../state/workroom.svelte';

  // The numbers that hands type into the machine for rows and columns.
  let { grid }: { grid: TypedLattice } = $props();
  const length = (mm: number) => formatLength(mm, workroom.unit);
  /** Less is rounding, mm. */
  const EXACT = 0.05;
  const from = (mm: number, up: string, down: string) =>
    Math.abs(mm) < EXACT
      ? 'level with the middle'
      : `${length(Math.abs(mm))} ${mm > 0 ? up : down} the middle`;
  const shift = $derived(
    grid.shiftXMm
      ? `Every second row moved ${grid.shiftXMm > 0 ? 'right' : 'left'}`
      : grid.shiftYMm
        ? `Every second column moved ${grid.shiftYMm > 0 ? 'up' : 'down'}`
        : null,
  );
</script>

<dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1" data-testid="lattice">
  <dt class="text-quiet">Across × down</dt>
  <dd class="text-right text-lg">{grid.across} × {grid.down}</dd>
  {#if grid.across > 1}
    <dt class="text-quiet">From column to column</dt>
    <dd class="text-right">{length(grid.pitchXMm)}</dd>
  {/if}
  {#if grid.down > 1}
    <dt class="text-quiet">From row to row</dt>
    <dd class="text-right">{length(grid.pitchYMm)}</dd>
  {/if}
  {#if shift}
    <dt class="text-quiet">{shift}</dt>
    <dd class="text-right">{length(Math.abs(grid.shiftXMm || grid.shiftYMm))}</dd>
    {#if grid.items < grid.across * grid.down}
      <dd class="label col-span-2">Every second one holds one fewer: {count(grid.items, 'item')} in all.</dd>
    {/if}
  {/if}
  <dt class="col-span-2 text-quiet">
    The first stands with its middle {from(grid.first.x, 'right of', 'left of')}, {from(
      grid.first.y,
      'above',
      'below',
    )}.
  </dt>
  {#if grid.first.turnDeg}
    <dt class="text-quiet">Each turned</dt>
    <dd class="text-right">{grid.first.turnDeg}°</dd>
  {/if}
</dl>
