<script lang="ts">
  import { machineFor } from '$lib/core/hoop';
  import { limitsOf } from '$lib/core/base';
  import { sharedHoopingSchema, type SharedHooping } from '$lib/core/workshop';
  import LengthField from '../kit/LengthField.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import Select from '../kit/Select.svelte';
  import type { Arranging } from '../state/arranging.svelte';
  import type { Together } from '../state/together.svelte';
  import { workroom } from '../state/workroom.svelte';
  import ChosenItem from './ChosenItem.svelte';
  import HoopBoard from './HoopBoard.svelte';
  import InTheWay from './InTheWay.svelte';
  import LayBest from './LayBest.svelte';
  import PartList from './PartList.svelte';
  import SewTogether from './SewTogether.svelte';

  // What lies together, where, and what is done with it.
  let { together, search, hooping }: { together: Together; search: Arranging; hooping: SharedHooping } =
    $props();
  const hoops = $derived(workroom.workshop.hoops.map((h) => [h.id, h.name] as const));
  function choose(id: string) {
    const hoop = workroom.workshop.hoops.find((h) => h.id === id);
    const machine = hoop && machineFor(hoop, workroom.workshop, hooping.machineId);
    if (hoop && machine) together.setHoop(hoop, machine);
  }
</script>

<div class="grid min-h-0 flex-1 gap-4 lg:grid-cols-[18rem_minmax(0,1fr)_18rem]">
  <section class="flex min-h-0 flex-col gap-3 overflow-y-auto pr-1" aria-label="What lies together">
    <div class="flex flex-wrap items-end gap-3">
      <label class="flex flex-col gap-1"
        ><span class="label">Hoop</span><Select
          label="Hoop"
          value={together.hoop.id}
          options={hoops}
          onchange={choose}
        /></label
      >
      <LengthField
        label="Between two"
        class="w-20"
        valueMm={hooping.gapMm}
        limits={{ min: 0, max: 100 }}
        onchange={(mm) => together.setGap(mm)}
      />
    </div>
    <div class="flex items-end gap-3">
      <NumberField
        label="Times sewn"
        class="w-20 shrink-0"
        value={hooping.times}
        limits={limitsOf(sharedHoopingSchema.shape.times.unwrap())}
        onchange={(times) => together.setTimes(times)}
      />
      <p class="label">
        {hooping.times
          ? 'Orders of its builds count what is sewn here; its base is cut.'
          : 'A trial: no order counts it, nothing is cut for it.'}
      </p>
    </div>
    <PartList {together} />
    {#if together.items.length}<LayBest {together} {search} />{/if}
  </section>
  <section
    class={[
      'flex min-h-96 flex-col rounded-lg border border-rule bg-paper p-2',
      together.items.length && 'max-lg:order-first',
    ]}
    aria-label="In the hoop"
  >
    <HoopBoard {together} />
  </section>
  <section class="flex min-h-0 flex-col gap-4 overflow-y-auto px-1" aria-label="What to mind">
    <ChosenItem {together} />
    <InTheWay {together} />
    {#if together.isRead && together.items.length}<SewTogether {together} {hooping} />{/if}
  </section>
</div>
