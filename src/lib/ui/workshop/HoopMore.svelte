<script lang="ts">
  import { formatLength, limitsOf } from '$lib/core/base';
  import { fieldAtOnce, hoopSchema, stepOf, type Hoop } from '$lib/core/workshop';
  import Check from '../kit/Check.svelte';
  import LengthField from '../kit/LengthField.svelte';
  import { shownMm } from '../kit/lengths';
  import NumberField from '../kit/NumberField.svelte';
  import Select from '../kit/Select.svelte';
  import { setHoop } from '../state/equipment';
  import { workroom } from '../state/workroom.svelte';

  // What else is told of a hoop. What nobody has said is shown as it is reckoned with.
  let { hoop }: { hoop: Hoop } = $props();
  const { outerWidthMm, outerHeightMm, owned, insetMm, positions } = hoopSchema.shape;
  const set = (change: Partial<Hoop>) => void setHoop(hoop, change);
  const grip = $derived(workroom.numbers['hoop.grip']);
  const length = (mm: number) => formatLength(mm, workroom.unit);
  const plain = (mm: number) => String(shownMm(mm, workroom.unit));
  const others = $derived(workroom.workshop.machines.filter((m) => m.id !== hoop.machineId));
  const on = (id: string, isOn: boolean) =>
    set({ alsoOn: isOn ? [...hoop.alsoOn, id] : hoop.alsoOn.filter((other) => other !== id) });
  const OVERLAP = 60;
  const places = (count: number) =>
    set({ positions: count > 1 ? { count, overlapMm: hoop.positions?.overlapMm ?? OVERLAP } : null });
  const optional = { limits: limitsOf(outerWidthMm.unwrap().unwrap()) };
</script>

<div class="mb-2 ml-11 flex flex-wrap items-end gap-x-4 gap-y-2 border-l-2 border-rule pl-3">
  <label class="flex flex-col gap-1"
    ><span class="label">Field</span><Select
      class="w-36"
      label="Shape of the field of hoop {hoop.name}"
      value={hoop.shape}
      options={[
        ['rectangle', 'rectangle'],
        ['oval', 'round, oval'],
      ]}
      onchange={(shape) => set({ shape })}
    /></label
  >
  <LengthField
    class="w-18"
    label="Outer width"
    valueMm={hoop.outerWidthMm}
    {...optional}
    placeholder={plain(hoop.widthMm + grip)}
    onchange={(mm) => set({ outerWidthMm: mm })}
    onclear={() => set({ outerWidthMm: null })}
  />
  <LengthField
    class="w-18"
    label="Outer height"
    valueMm={hoop.outerHeightMm}
    limits={limitsOf(outerHeightMm.unwrap().unwrap())}
    placeholder={plain(hoop.heightMm + grip)}
    onchange={(mm) => set({ outerHeightMm: mm })}
    onclear={() => set({ outerHeightMm: null })}
  />
  <LengthField
    class="w-18"
    label="Kept off the frame"
    valueMm={hoop.insetMm}
    limits={limitsOf(insetMm.unwrap().unwrap())}
    placeholder="usual"
    onchange={(mm) => set({ insetMm: mm })}
    onclear={() => set({ insetMm: null })}
  />
  <NumberField
    class="w-16"
    label="So many alike"
    value={hoop.owned}
    limits={limitsOf(owned.unwrap())}
    onchange={(n) => set({ owned: n })}
  />
  <label class="flex flex-col gap-1"
    ><span class="label">Hung in at</span><Select
      class="w-32"
      label="Positions of hoop {hoop.name}"
      value={hoop.positions?.count ?? 1}
      options={[
        [1, 'one position'],
        [2, 'two positions'],
        [3, 'three positions'],
      ]}
      onchange={places}
    /></label
  >
  {#if hoop.positions}
    {@const told = hoop.positions}
    <LengthField
      class="w-18"
      label="Two overlap by"
      valueMm={told.overlapMm}
      limits={limitsOf(positions.unwrap().unwrap().shape.overlapMm)}
      onchange={(mm) => set({ positions: { ...told, overlapMm: mm } })}
    />
    <span class="label pb-2"
      >{length(fieldAtOnce(hoop).heightMm)} at a time, then moved on by {length(stepOf(hoop))}</span
    >
  {/if}
  {#if others.length}
    <div
      class="flex flex-wrap gap-x-4 gap-y-1 pb-2"
      role="group"
      aria-label="Machines that hoop {hoop.name} fits too"
    >
      <span class="label">Fits too:</span>
      {#each others as machine (machine.id)}<Check
          checked={hoop.alsoOn.includes(machine.id)}
          onchange={(isOn) => on(machine.id, isOn)}>{machine.name}</Check
        >{/each}
    </div>
  {/if}
</div>
