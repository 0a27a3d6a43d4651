<script lang="ts">
  import FlipHorizontal from '@lucide/svelte/icons/flip-horizontal-2';
  import { count, formatLength, percent } from '$lib/core/base';
  import type { MayTurn } from '$lib/core/arrange';
  import { MOST_REPEATS } from '$lib/core/build';
  import LengthField from '../kit/LengthField.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import Radios from '../kit/Radios.svelte';
  import Select from '../kit/Select.svelte';
  import { TURN_OPTIONS } from './turn-options';
  import type { HoopTable } from '../state/hoop-table.svelte';
  import type { HoopWays, WayId } from '../state/hoop-ways.svelte';
  import { workroom } from '../state/workroom.svelte';
  import Lattices from './Lattices.svelte';

  // How many by each way, the numbers to type, and what may be changed about it.
  interface Props {
    table: HoopTable;
    ways: HoopWays;
    /** null: as many as fit */
    quantity: number | null;
    mayTurn: MayTurn;
    /** a hoop that holds more, by its name */
    larger: string | undefined;
    onquantity: (n: number | null) => void;
    onturn: (turns: MayTurn) => void;
    /** changes left and right over; undefined: there are no stitches */
    onmirror?: () => void;
  }
  let { table, ways, quantity, mayTurn, larger, onquantity, onturn, onmirror }: Props = $props();
  const length = (mm: number) => formatLength(mm, workroom.unit);

  const NAMES: Record<WayId, string> = {
    grid: 'Columns and rows',
    staggered: 'Shifted rows',
    free: 'As they fit best',
  };
  const options = $derived([
    [
      'now' as const,
      `As it is now: ${table.now?.length ?? 'too many'}`,
      table.isLaid ? 'laid by you' : 'worked out',
    ] as const,
    ...table.offers.map(
      ({ way, count: n, hoopings }) =>
        [way, `${NAMES[way]}: ${n}`, hoopings ? count(hoopings, 'hooping') : 'nothing fits'] as const,
    ),
  ]);
  const best = $derived(ways.found.free);
  const { found, middle, field, bare } = $derived(table);
</script>

<Radios
  label="Way of laying"
  value={table.chosen}
  {options}
  onchange={(way) => (table.chosen = way)}
  class="flex flex-col"
/>
<div class="label flex min-h-5 shrink-0 flex-wrap gap-x-2" role="status">
  {#if ways.working}
    <span
      >Looking for {ways.working === 'more' ? 'room for one more' : NAMES[ways.working].toLowerCase()} …</span
    >
    <button type="button" class="tap text-needle underline" onclick={() => ways.stop()}>Stop</button>
  {:else if best}
    <span>No way can hold more than {best.upperBound}.</span>
    {#if ways.lessForMore !== null}<span
        >One more would fit with {length(ways.lessForMore)} less between{larger
          ? `, or in ${larger}`
          : ''}.</span
      >{:else if larger}<span>More would fit in {larger}.</span>{/if}
  {/if}
</div>
{#if found}
  {#if found.because}<p class="text-madder">{found.because}</p>{:else}
    <button type="button" class="btn btn-strong shrink-0" onclick={() => table.take()}
      >Lay {count(found.placements.length, 'item')} so</button
    >
  {/if}
{:else if table.isLaid}
  <button type="button" class="btn shrink-0" onclick={() => table.workOut()}>Work the places out again</button
  >
{/if}
{#if table.places.length > 1}<Lattices lattices={table.lattices} />{/if}
{#if bare !== null}<p class="label">{percent(bare)} of the field stays bare.</p>{/if}
<div class="flex flex-wrap items-end gap-3">
  <LengthField
    label="Between two"
    class="w-20"
    valueMm={table.gapMm}
    limits={{ min: 0, max: 100 }}
    onchange={(mm) => (table.gapMm = mm)}
  />
  <NumberField
    label="So many"
    class="w-20"
    placeholder={best ? String(best.placements.length) : ''}
    value={quantity}
    limits={{ min: 1, max: MOST_REPEATS }}
    onchange={onquantity}
    onclear={() => onquantity(null)}
  />
  <label class="flex flex-col gap-1"
    ><span class="label">May be turned</span><Select
      value={mayTurn}
      options={TURN_OPTIONS}
      onchange={onturn}
    /></label
  >
</div>
{#if middle && table.now}
  <div class="flex flex-wrap items-end gap-3">
    <LengthField
      label="Right of the middle"
      class="w-20"
      valueMm={middle.x}
      limits={{ min: -field.width / 2, max: field.width / 2 }}
      onchange={(x) => table.moveTo({ x })}
    />
    <LengthField
      label="Above the middle"
      class="w-20"
      valueMm={middle.y}
      limits={{ min: -field.height / 2, max: field.height / 2 }}
      onchange={(y) => table.moveTo({ y })}
    />
    {#if table.now.length === 1}<NumberField
        label="Turned"
        class="w-20"
        suffix="°"
        step="any"
        live={false}
        value={table.now[0]?.turnDeg ?? 0}
        limits={{ min: -360, max: 360 }}
        onchange={(deg) => table.turn(deg)}
      />{/if}
    {#if middle.x || middle.y}<button
        type="button"
        class="btn btn-small"
        onclick={() => table.moveTo({ x: 0, y: 0 })}>To the middle</button
      >{/if}
    {#if onmirror}<button
        type="button"
        class="btn btn-small"
        title="Changes left and right of the design over, its pieces with it"
        onclick={onmirror}><FlipHorizontal size={15} />Mirror the design</button
      >{/if}
  </div>
{/if}
