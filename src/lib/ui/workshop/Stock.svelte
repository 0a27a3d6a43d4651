<script lang="ts">
  import { MATERIAL_NAMES } from '../kit/names';
  import Select from '../kit/Select.svelte';
  import Check from '../kit/Check.svelte';
  import Guard from '../kit/Guard.svelte';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { STOCK_FORMS, type StockItem } from '$lib/core/workshop';
  import { isRoll } from '$lib/core/cut';
  import type { Movement } from '$lib/core/stock';
  import { formatLength } from '$lib/core/base';
  import { fromShownMm, shownMm } from '../kit/lengths';
  import StockHistory from './StockHistory.svelte';
  import { newId } from '../state/ids';
  import { workroom } from '../state/workroom.svelte';

  const stock = $derived(workroom.workshop.stock);
  const set = (id: string, change: Partial<StockItem>) =>
    workroom.saveWorkshop((w) => ({
      ...w,
      stock: w.stock.map((s) => (s.id === id ? { ...s, ...change } : s)),
    }));
  const move = (kind: Movement['kind'], item: StockItem, by: 'count' | 'length', amount: number) =>
    workroom.moveStock({
      kind,
      what: item.name,
      layoutId: null,
      changes: [{ item: $state.snapshot(item), by, amount }],
      pieces: [],
    });
  const remove = (item: StockItem) => move('removed', item, 'count', -item.quantity);
  const add = () =>
    move(
      'added',
      {
        id: newId(),
        name: 'New cloth',
        material: 'cotton',
        form: 'fat quarter',
        colour: '#d9b48f',
        widthMm: 550,
        heightMm: 450,
        quantity: 1,
        directional: false,
        prewashed: false,
        cost: 0,
      },
      'count',
      1,
    );
  /** A length in the unit on screen; absurd ones leave the last good one in place. */
  function length(item: StockItem, key: 'widthMm' | 'heightMm', typed: number, most: number) {
    const mm = fromShownMm(typed, workroom.unit);
    if (!(mm >= 10 && mm <= most)) {
      refused = {
        id: item.id,
        text: `between ${formatLength(10, workroom.unit)} and ${formatLength(most, workroom.unit)}`,
      };
      return;
    }
    refused = null;
    if (key === 'heightMm' && isRoll(item.form)) void move('corrected', item, 'length', mm - item.heightMm);
    else void set(item.id, { [key]: mm });
  }
  /** the last figure that was not taken, and why */
  let refused = $state<{ id: string; text: string } | null>(null);
</script>

<div class="mb-2 flex items-center gap-3">
  <h2 class="flex-1 text-xl">Stock</h2>
  <button type="button" class="btn btn-small" onclick={add}><Plus size={15} />Put on the shelf</button>
</div>
<ul class="divide-y divide-rule" data-testid="stock">
  {#each stock as item (item.id)}
    <li class="flex flex-wrap items-center gap-1.5 py-1.5 text-sm">
      <Guard what={item.name} row>
        <input
          type="color"
          class="h-9 w-9 p-0.5"
          aria-label="Colour of {item.name}"
          value={item.colour}
          onchange={(e) => set(item.id, { colour: e.currentTarget.value })}
        />
        <input
          class="w-40"
          aria-label="Name"
          maxlength="80"
          value={item.name}
          onchange={(e) =>
            e.currentTarget.value.trim() && set(item.id, { name: e.currentTarget.value.trim() })}
        />
        <Select
          class="w-32"
          label="Material of {item.name}"
          value={item.material}
          options={MATERIAL_NAMES}
          onchange={(material) => set(item.id, { material })}
        />
        <Select
          class="w-26"
          label="Form of {item.name}"
          value={item.form}
          options={STOCK_FORMS.map((f) => [f, f] as const)}
          onchange={(form) => set(item.id, { form })}
        />
        <input
          class="w-18 text-right"
          type="number"
          step="any"
          aria-label="Width of {item.name}"
          value={shownMm(item.widthMm, workroom.unit)}
          onchange={(e) => length(item, 'widthMm', e.currentTarget.valueAsNumber, 5000)}
        />×<input
          class="w-20 text-right"
          type="number"
          step="any"
          aria-label="Length of {item.name}"
          value={shownMm(item.heightMm, workroom.unit)}
          onchange={(e) => length(item, 'heightMm', e.currentTarget.valueAsNumber, 200_000)}
        /><span class="label">{workroom.unit === 'mm' ? 'mm' : 'in'}</span>
        <label class="flex items-center gap-1"
          ><input
            class="w-14 text-right"
            type="number"
            min="1"
            max="10000"
            aria-label="How many of {item.name}"
            value={item.quantity}
            onchange={(e) => {
              const n = e.currentTarget.valueAsNumber;
              if (Number.isInteger(n) && n >= 1 && n <= 10000)
                void move('corrected', item, 'count', n - item.quantity);
              else refused = { id: item.id, text: 'a whole number from 1 to 10 000' };
            }}
          />×</label
        >
        <Check class="mx-1.5" checked={item.directional} onchange={(on) => set(item.id, { directional: on })}
          >direction</Check
        >
        <Check class="mr-1.5" checked={item.prewashed} onchange={(on) => set(item.id, { prewashed: on })}
          >prewashed</Check
        >
        <label class="flex items-center gap-1"
          >cost<input
            class="w-18 text-right"
            type="number"
            min="0"
            step="any"
            aria-label="Cost of {item.name}"
            value={item.cost}
            onchange={(e) => {
              const cost = e.currentTarget.valueAsNumber;
              if (cost >= 0 && cost <= 100_000) void set(item.id, { cost });
              else refused = { id: item.id, text: 'a cost from 0 to 100 000' };
            }}
          /></label
        >
        {#if refused?.id === item.id}<span class="text-madder" role="alert"
            >Not taken: {refused.text}, please.</span
          >{/if}
        <button
          type="button"
          class="btn btn-small ml-auto"
          aria-label="Take {item.name} off the shelf"
          onclick={() => remove(item)}><Trash size={15} /></button
        ></Guard
      >
    </li>
  {:else}
    <li class="py-2 text-quiet">
      The shelf is empty. Sizes and shopping lists work all the same; layouts need stock.
    </li>
  {/each}
</ul>
<StockHistory />
