<script lang="ts">
  import { limitsOf } from '$lib/core/base';
  import { NEEDLE_KINDS, NEEDLE_SIZES, needleStockSchema } from '$lib/core/workshop';
  import NumberField from '../kit/NumberField.svelte';
  import Select from '../kit/Select.svelte';
  import { setRow } from '../state/shelf';
  import ShelfList from './ShelfList.svelte';
  import { NEEDLE_USES, words } from './shelf-words';

  // New needles, by point and size.
  const { count } = needleStockSchema.shape;
</script>

<ShelfList
  name="needles"
  title="Needles"
  add="Put needles there"
  first={{}}
  empty="No needles are on the shelf. A new one goes in for each project, or after eight hours."
  calledOf={(n) => `needles, ${n.kind} ${n.size}`}
>
  {#snippet row(n)}
    <Select
      class="w-36"
      label="Point of needles, {n.kind} {n.size}"
      value={n.kind}
      options={words(NEEDLE_KINDS)}
      onchange={(kind) => void setRow('needles', n.id, { kind })}
    />
    <Select
      class="w-24"
      label="Size of needles, {n.kind} {n.size}"
      value={n.size}
      options={words(NEEDLE_SIZES)}
      onchange={(size) => void setRow('needles', n.id, { size })}
    />
    <NumberField
      class="w-18"
      label="How many needles, {n.kind} {n.size}"
      labelled="hidden"
      value={n.count}
      limits={limitsOf(count)}
      onchange={(many) => void setRow('needles', n.id, { count: many })}
    />
    <span class="label">{NEEDLE_USES[n.kind]}</span>
  {/snippet}
</ShelfList>
