<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { keysOf, limitsOf } from '$lib/core/base';
  import { MACHINE_KINDS, machineSchema } from '$lib/core/workshop';
  import Guard from '../kit/Guard.svelte';
  import NameField from '../kit/NameField.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import { addHoop, addMachine, removeMachine, setMachine } from '../state/equipment';
  import { workroom } from '../state/workroom.svelte';
  import HoopRow from './HoopRow.svelte';
  import MachineMore from './MachineMore.svelte';
  import { MACHINE_WORDS } from './shelf-words';
  import TableInOut from './TableInOut.svelte';

  // Machines, each with the hoops that go on it.
  const { speed, needles, heads } = machineSchema.shape;
  const hoopsOf = (id: string) => workroom.workshop.hoops.filter((h) => h.machineId === id);
  const largest = $derived(Math.max(...workroom.workshop.hoops.map((h) => Math.max(h.widthMm, h.heightMm))));
</script>

<section data-testid="machines">
  <div class="mb-2 flex flex-wrap items-center gap-2">
    <h2 class="flex-1 text-2xl">Machines and hoops</h2>
    <div class="flex flex-wrap items-center gap-1.5" role="group" aria-label="Add a machine">
      <span class="label">Add a machine:</span>
      {#each keysOf(MACHINE_KINDS) as kind, place (place)}
        <button type="button" class="btn btn-small" onclick={() => void addMachine(kind)}
          ><Plus size={15} />{MACHINE_WORDS[kind]}</button
        >
      {/each}
    </div>
  </div>
  <div class="grid gap-6 lg:grid-cols-2">
    {#each workroom.workshop.machines as machine (machine.id)}
      <article class="border-t border-rule pt-3" aria-label={machine.name}>
        <Guard what={machine.name} row>
          <div class="flex flex-wrap items-end gap-3">
            <label class="flex flex-col gap-1"
              ><span class="label">Name</span><NameField
                class="w-36"
                label="Name"
                most={60}
                value={machine.name}
                onchange={(name) => void setMachine(machine, { name })}
              /></label
            >
            <NumberField
              label="Needles"
              class="w-16"
              value={machine.needles}
              limits={limitsOf(needles)}
              onchange={(needles) => void setMachine(machine, { needles })}
            />
            <NumberField
              label="Heads"
              class="w-16"
              value={machine.heads}
              limits={limitsOf(heads)}
              onchange={(heads) => void setMachine(machine, { heads })}
            />
            <NumberField
              label="Set speed"
              value={machine.speed}
              limits={{ ...limitsOf(speed), max: machine.topSpeed ?? limitsOf(speed).max }}
              step={10}
              suffix="a minute"
              onchange={(speed) => void setMachine(machine, { speed })}
            />
            <button
              type="button"
              class="btn ml-auto px-2.5"
              aria-label="Take out {machine.name}"
              title="Take it out, with its hoops"
              onclick={() => void removeMachine(machine)}><Trash size={16} /></button
            >
          </div>
          <MachineMore {machine} />
          {#if machine.speedShare !== null}<p class="label mt-1">
              By your log it sews at {Math.round(100 * machine.speedShare)} % of the set speed.
            </p>{/if}
          <ul class="mt-2 flex flex-col gap-1.5" aria-label="Hoops of {machine.name}">
            {#each hoopsOf(machine.id) as hoop (hoop.id)}<HoopRow {hoop} {largest} />{:else}
              <li class="text-quiet">No hoop goes on it yet.</li>
            {/each}
          </ul>
          <button type="button" class="btn btn-small mt-2" onclick={() => void addHoop(machine)}
            ><Plus size={15} />Add a hoop</button
          >
        </Guard>
      </article>
    {/each}
  </div>
  <div class="mt-8 flex flex-wrap items-center gap-x-6 gap-y-2 border-t border-rule pt-3">
    <div class="flex flex-wrap items-center gap-1.5" role="group" aria-label="Machines as a table">
      <span class="label">Machines:</span><TableInOut name="machines" what="Machines" />
    </div>
    <div class="flex flex-wrap items-center gap-1.5" role="group" aria-label="Hoops as a table">
      <span class="label">Hoops:</span><TableInOut name="hoops" what="Hoops" />
    </div>
  </div>
</section>
