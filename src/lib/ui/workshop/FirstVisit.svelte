<script lang="ts">
  import { formatSize, keysOf, type LengthUnit } from '$lib/core/base';
  import { MATERIALS, type MaterialKind } from '$lib/core/catalogue';
  import {
    COMMON_FIELDS,
    firstWorkshop,
    isUntold,
    MAKES,
    newWorkshop,
    shelfFor,
    type Made,
    type MachineKind,
  } from '$lib/core/workshop';
  import Check from '../kit/Check.svelte';
  import Radios from '../kit/Radios.svelte';
  import { newId } from '../state/ids';
  import { showUndo } from '../state/notices';
  import { workroom } from '../state/workroom.svelte';
  import { MACHINE_WORDS } from './shelf-words';

  // Four questions in place of an empty form, as long as nobody has told anything of this workroom.
  const isFirst = $derived(isUntold(workroom.workshop, newWorkshop()));
  let kind = $state<MachineKind>('one-needle');
  let fields = $state.raw<number[]>([]);
  let made = $state.raw<Made[]>([]);
  let lacks = $state.raw<MaterialKind[]>([]);
  const unit = $derived(workroom.unit);
  const shelf = $derived(shelfFor(made));
  const toggled = <T,>(all: readonly T[], one: T, isOn: boolean) =>
    isOn ? [...all, one] : all.filter((other) => other !== one);
  const UNITS: [LengthUnit, string][] = [
    ['mm', 'mm'],
    ['inch', 'inch'],
  ];

  async function set() {
    const before = workroom.workshop;
    const answers = { kind, fields, unit, has: shelf.filter((m) => !lacks.includes(m)) };
    await workroom.saveWorkshop((w) => firstWorkshop(w, answers, (m) => MATERIALS[m].name, newId));
    showUndo('Your workroom is set up; all of it can be changed in its sections.', () => {
      const { machines, hoops, stock } = before;
      void workroom.saveWorkshop((w) => ({ ...w, machines, hoops, stock }));
    });
  }
</script>

{#if isFirst}
  <section
    class="mb-9 flex max-w-3xl flex-col gap-4 rounded-lg border-2 border-dashed border-rule bg-paper p-5"
    aria-label="For a start"
    data-testid="first-visit"
  >
    <h2 class="text-2xl">Four questions for a start</h2>
    <div>
      <h3 class="font-bold">How many needles?</h3>
      <Radios
        label="How many needles?"
        value={kind}
        options={keysOf(MACHINE_WORDS).map((each) => [each, MACHINE_WORDS[each]] as const)}
        onchange={(chosen) => (kind = chosen)}
      />
    </div>
    <div>
      <h3 class="font-bold">Which hoops?</h3>
      <div class="flex flex-wrap gap-x-5" role="group" aria-label="Which hoops?">
        {#each COMMON_FIELDS as field, n (n)}
          <Check
            class="min-h-11"
            checked={fields.includes(n)}
            onchange={(isOn) => (fields = toggled(fields, n, isOn))}
            >{formatSize(field.widthMm, field.heightMm, unit)}{'positions' in field
              ? ', at two positions'
              : 'magnetic' in field
                ? ', magnetic'
                : ''}</Check
          >
        {/each}
      </div>
    </div>
    <div>
      <h3 class="font-bold">In which unit?</h3>
      <Radios
        label="In which unit?"
        value={unit}
        options={UNITS}
        onchange={(chosen) => void workroom.saveWorkshop((w) => ({ ...w, unit: chosen }))}
      />
    </div>
    <div>
      <h3 class="font-bold">What do you make?</h3>
      <div class="flex flex-wrap gap-x-5" role="group" aria-label="What do you make?">
        {#each keysOf(MAKES) as each, place (place)}
          <Check
            class="min-h-11"
            checked={made.includes(each)}
            onchange={(isOn) => (made = toggled(made, each, isOn))}>{MAKES[each].name}</Check
          >
        {/each}
      </div>
      {#if shelf.length}
        <p class="label mt-1">
          That takes these. Which lie on your shelf? Their sizes are told in Stock afterwards.
        </p>
        <div class="flex flex-wrap gap-x-5" role="group" aria-label="On your shelf">
          {#each shelf as material, place (place)}
            <Check
              class="min-h-11"
              checked={!lacks.includes(material)}
              onchange={(isOn) => (lacks = toggled(lacks, material, !isOn))}>{MATERIALS[material].name}</Check
            >
          {/each}
        </div>
      {/if}
    </div>
    <div class="flex flex-wrap items-center gap-3">
      <button type="button" class="btn btn-strong" onclick={() => void set()}>Set it up so</button>
      <span class="label"
        >{fields.length ? '' : 'No hoop is ticked: it begins with the smallest. '}Or tell it section by
        section.</span
      >
    </div>
  </section>
{/if}
