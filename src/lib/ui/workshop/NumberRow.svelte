<script lang="ts">
  import { numberDef } from '$lib/core/number-words';
  import type { NumberId } from '$lib/core/numbers';
  import { fromShown, toShown } from './shown';
  import NumberField from '../kit/NumberField.svelte';
  import { workroom } from '../state/workroom.svelte';

  let { id }: { id: NumberId } = $props();
  const def = $derived(numberDef(id));
  const own = $derived(workroom.workshop.numbers[id]);
  const shown = $derived(toShown(def, own ?? def.value, workroom.unit));

  const set = (value: number | undefined) =>
    workroom.saveWorkshop((w) => {
      const { [id]: _, ...others } = w.numbers;
      return { ...w, numbers: value === undefined ? others : { ...others, [id]: value } };
    });
</script>

<div
  class="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 py-1.5 md:grid-cols-[18rem_12rem_minmax(0,1fr)_6rem]"
>
  <span class={own === undefined ? '' : 'font-bold'}>{def.label}</span>
  <NumberField
    label={def.label}
    labelled="hidden"
    value={shown.value}
    limits={shown}
    step="any"
    suffix={shown.unit}
    onchange={(v) => set(fromShown(def, v, workroom.unit))}
  />
  <span class="label col-span-2 md:col-span-1">{def.because}</span>
  {#if own !== undefined}<button
      type="button"
      class="btn btn-small justify-self-end"
      onclick={() => set(undefined)}
      aria-label="{def.label}: back to the default">Default</button
    >{/if}
</div>
