<script lang="ts">
  import { numberDef } from '$lib/core/number-words';
  import type { NumberId } from '$lib/core/numbers';
  import { workroom } from '../state/workroom.svelte';
  import { fromShown, toShown } from '../workshop/shown';

  // A figure of the table of numbers, changed where it is asked about; the whole workroom follows.
  let { id }: { id: NumberId } = $props();
  const def = $derived(numberDef(id));
  const own = $derived(workroom.workshop.numbers[id]);
  const shown = $derived(toShown(def, own ?? def.value, workroom.unit));
  let refused = $state('');

  function take(event: Event & { currentTarget: HTMLInputElement }) {
    const typed = event.currentTarget.valueAsNumber;
    refused = typed >= shown.min && typed <= shown.max ? '' : `${shown.min} to ${shown.max}`;
    if (refused) return;
    const value = fromShown(def, typed, workroom.unit);
    void workroom.saveWorkshop((w) => {
      const { [id]: _, ...others } = w.numbers;
      return { ...w, numbers: value === def.value ? others : { ...others, [id]: value } };
    });
  }
</script>

<span class="inline-flex items-center gap-1 whitespace-nowrap">
  <input
    type="number"
    class={['w-20 px-1! py-0! text-right', own !== undefined && 'font-bold']}
    step="any"
    min={shown.min}
    max={shown.max}
    value={shown.value}
    aria-label="{def.label}, for all builds"
    aria-invalid={refused ? 'true' : undefined}
    title="{def.label}: holds for all builds"
    onchange={take}
  /><span class="label">{shown.unit}</span>{#if refused}<span class="text-madder" role="alert">{refused}</span
    >{/if}
</span>
