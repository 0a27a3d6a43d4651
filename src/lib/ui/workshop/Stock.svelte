<script lang="ts">
  import { MATERIAL_NAMES } from '../kit/names';
  import Select from '../kit/Select.svelte';
  import Check from '../kit/Check.svelte';
  import Guard from '../kit/Guard.svelte';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { STOCK_FORMS, stockSchema, type StockItem } from '$lib/core/workshop';
  import { limitsOf } from '$lib/core/base';
  import { isRoll } from '$lib/core/cut';
  import type { Movement } from '$lib/core/stock';
  import LengthField from '../kit/LengthField.svelte';
  import ColourField from '../kit/ColourField.svelte';
  import NameField from '../kit/NameField.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import StockHistory from './StockHistory.svelte';
  import TableInOut from './TableInOut.svelte';
  import { newId } from '../state/ids';
  import { showUndo } from '../state/notices';
  import { workroom } from '../state/workroom.svelte';

  const { widthMm, heightMm, quantity, cost } = stockSchema.shape;
  const stock = $derived(workroom.workshop.stock);
  const set = (id: string, change: Partial<StockItem>) =>
    workroom.saveWorkshop((w) => ({
      ...w,
      stock: w.stock.map((s) => (s.id === id ? { ...s, ...change } : s)),
    }));
  const move = (
    kind: Movement['kind'],
    item: StockItem,
    by: 'count' | 'length',
    amount: number,
    id = newId(),
  ) =>
    workroom.moveStock({
      id,
      kind,
      what: item.name,
      layoutId: null,
      changes: [{ item, by, amount }],
      pieces: [],
    });
  async function remove(item: StockItem) {
    const id = newId();
    if (await move('removed', item, 'count', -item.quantity, id))
      showUndo(`${item.name} is off the shelf.`, () => void workroom.undoMovement(id));
  }
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
  /** How long it is now; of a roll the change is remembered as a movement. */
  function lengthen(item: StockItem, mm: number) {
    if (isRoll(item.form)) void move('corrected', item, 'length', mm - item.heightMm);
    else void set(item.id, { heightMm: mm });
  }
</script>

<div class="mb-2 flex flex-wrap items-center gap-2">
  <h2 class="flex-1 text-2xl">Stock</h2>
  <TableInOut name="stock" what="Stock" />
  <button type="button" class="btn btn-small" onclick={add}><Plus size={15} />Put on the shelf</button>
</div>
<ul class="divide-y divide-rule" data-testid="stock">
  {#each stock as item (item.id)}
    <li class="flex flex-wrap items-center gap-1.5 py-1.5 text-sm">
      <Guard what={item.name} row>
        <ColourField
          label="Colour of {item.name}"
          value={item.colour}
          onchange={(colour) => void set(item.id, { colour })}
        />
        <NameField
          class="w-40"
          label="Name"
          most={80}
          value={item.name}
          onchange={(name) => set(item.id, { name })}
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
        <LengthField
          class="w-18"
          label="Width of {item.name}"
          labelled="hidden"
          valueMm={item.widthMm}
          limits={limitsOf(widthMm)}
          suffix="×"
          onchange={(widthMm) => set(item.id, { widthMm })}
        />
        <LengthField
          class="w-20"
          label="Length of {item.name}"
          labelled="hidden"
          valueMm={item.heightMm}
          limits={limitsOf(heightMm)}
          onchange={(mm) => lengthen(item, mm)}
        />
        <NumberField
          class="w-14"
          label="How many of {item.name}"
          labelled="hidden"
          value={item.quantity}
          limits={limitsOf(quantity)}
          suffix="×"
          live={false}
          onchange={(n) => move('corrected', item, 'count', n - item.quantity)}
        />
        <Check class="mx-1.5" checked={item.directional} onchange={(on) => set(item.id, { directional: on })}
          >direction</Check
        >
        <Check class="mr-1.5" checked={item.prewashed} onchange={(on) => set(item.id, { prewashed: on })}
          >prewashed</Check
        >
        <span aria-hidden="true">cost</span><NumberField
          class="w-18"
          label="Cost of {item.name}"
          labelled="hidden"
          value={item.cost}
          limits={limitsOf(cost)}
          step="any"
          live={false}
          onchange={(cost) => set(item.id, { cost })}
        />
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
