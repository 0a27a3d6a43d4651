<script lang="ts">
  import { formatLength, count } from '$lib/core/base';
  import type { Lattice } from '$lib/core/arrange';
  import type { ItemPlace } from '$lib/core/hoop';
  import { workroom } from '../state/workroom.svelte';

  // The numbers that hands type into the machine for rows and columns.
  let { grid, places }: { grid: Lattice; places: readonly ItemPlace[] } = $props();
  const length = (mm: number) => formatLength(mm, workroom.unit);
  const isShifted = $derived(Math.abs(grid.shiftXMm) + Math.abs(grid.shiftYMm) > 0.05);
  /** the first item of the lowest row, and how all lie turned */
  const first = $derived(places.toSorted((a, b) => Math.round(a.y - b.y) || a.x - b.x)[0]);
  const from = (mm: number, up: string, down: string) =>
    Math.abs(mm) < 0.05
      ? 'level with the middle'
      : `${length(Math.abs(mm))} ${mm > 0 ? up : down} the middle`;
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
  {#if isShifted}
    <dt class="text-quiet">
      {grid.shiftXMm ? 'Every second row moved over' : 'Every second column moved up'}
    </dt>
    <dd class="text-right">{length(grid.shiftXMm || grid.shiftYMm)}</dd>
    {#if places.length < grid.across * grid.down}
      <dd class="label col-span-2">
        Every second one holds one fewer: {count(places.length, 'item')} in all.
      </dd>
    {/if}
  {/if}
  {#if first}
    <dt class="col-span-2 text-quiet">
      The first stands with its middle {from(first.x, 'right of', 'left of')}, {from(
        first.y,
        'above',
        'below',
      )}.
    </dt>
    {#if first.turnDeg}
      <dt class="text-quiet">Each turned</dt>
      <dd class="text-right">{first.turnDeg}°</dd>
    {/if}
  {/if}
</dl>
