<script lang="ts">
  import Guard from '../kit/Guard.svelte';
  import { formatSize, limitsOf } from '$lib/core/base';
  import { machineSchema } from '$lib/core/workshop';
  import NumberField from '../kit/NumberField.svelte';
  import { workroom } from '../state/workroom.svelte';

  const setSpeed = (id: string, speed: number) =>
    workroom.saveWorkshop((w) => ({
      ...w,
      machines: w.machines.map((m) => (m.id === id ? { ...m, speed } : m)),
    }));
  const setName = (id: string, name: string) =>
    name.trim() &&
    workroom.saveWorkshop((w) => ({
      ...w,
      machines: w.machines.map((m) => (m.id === id ? { ...m, name: name.trim().slice(0, 60) } : m)),
    }));
</script>

<section>
  <h2 class="mb-2 text-2xl">Machines and hoops</h2>
  <div class="grid gap-6 md:grid-cols-2">
    {#each workroom.workshop.machines as machine (machine.id)}
      <article class="border-t border-rule pt-3">
        <Guard what={machine.name} row>
          <div class="flex flex-wrap items-end gap-4">
            <label class="flex flex-col gap-1"
              ><span class="label">Name</span><input
                class="w-40"
                maxlength="60"
                value={machine.name}
                onchange={(e) => setName(machine.id, e.currentTarget.value)}
              /></label
            >
            <NumberField
              label="Set speed"
              value={machine.speed}
              limits={limitsOf(machineSchema.shape.speed)}
              step={10}
              suffix="stitches a minute"
              onchange={(v) => setSpeed(machine.id, v)}
            />
          </div>
          <p class="mt-2 text-quiet">
            {machine.kind === 'one-needle' ? 'One needle' : `${machine.needles} needles`}{machine.heads > 1
              ? `, ${machine.heads} heads`
              : ''}. Hoops:
            {workroom.workshop.hoops
              .filter((h) => h.machineId === machine.id)
              .map(
                (h) => `${formatSize(h.widthMm, h.heightMm, workroom.unit)}${h.magnetic ? ' magnetic' : ''}`,
              )
              .join(', ')}.{#if machine.speedShare !== null}
              By your log it sews at {Math.round(100 * machine.speedShare)} % of the set speed.{/if}
          </p></Guard
        >
      </article>
    {/each}
  </div>
</section>
