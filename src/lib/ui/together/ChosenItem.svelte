<script lang="ts">
  import RotateCw from '@lucide/svelte/icons/rotate-cw';
  import Trash from '@lucide/svelte/icons/trash-2';
  import LengthField from '../kit/LengthField.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import type { Together } from '../state/together.svelte';

  // Figures of the item that is chosen.
  let { together }: { together: Together } = $props();
  const { chosenItem: item, field } = $derived(together);
</script>

<section class="flex flex-col gap-2" aria-label="The chosen item">
  {#if item}
    <h2 class="text-xl">{item.name}{item.many > 1 ? `, ${item.at.n + 1} of ${item.many}` : ''}</h2>
    <div class="flex flex-wrap items-end gap-3">
      <LengthField
        label="Right of the middle"
        class="w-20"
        valueMm={item.place.x}
        limits={{ min: -field.width / 2, max: field.width / 2 }}
        onchange={(x) => together.put(item.at, { x })}
      />
      <LengthField
        label="Above the middle"
        class="w-20"
        valueMm={item.place.y}
        limits={{ min: -field.height / 2, max: field.height / 2 }}
        onchange={(y) => together.put(item.at, { y })}
      />
      <NumberField
        label="Turned"
        class="w-20"
        suffix="°"
        step="any"
        live={false}
        value={item.place.turnDeg}
        limits={{ min: -360, max: 360 }}
        onchange={(turnDeg) => together.put(item.at, { turnDeg })}
      />
    </div>
    <div class="flex flex-wrap gap-2">
      <button type="button" class="btn btn-small" onclick={() => together.turn(item.at, -90)}
        ><RotateCw size={15} />A quarter</button
      >
      <button type="button" class="btn btn-small" onclick={() => together.remove(item.at)}
        ><Trash size={15} />Out of the hoop</button
      >
    </div>
  {:else if together.items.length}
    <p class="label">
      Choose an item to see its figures. Drag it, or move it by arrows (with Shift by 10 mm); R turns it by a
      quarter, Delete takes it out.
    </p>
  {/if}
</section>
