<script lang="ts">
  import Radios from '$lib/ui/kit/Radios.svelte';
  import Fold from '$lib/ui/kit/Fold.svelte';
  import { NUMBER_IDS, numberDef, type NumberGroup, type NumberId } from '$lib/core/numbers';
  import NumberRow from '$lib/ui/workshop/NumberRow.svelte';
  import DataSafety from '$lib/ui/workshop/DataSafety.svelte';
  import Machines from '$lib/ui/workshop/Machines.svelte';
  import Prices from '$lib/ui/workshop/Prices.svelte';
  import Stock from '$lib/ui/workshop/Stock.svelte';
  import { theme, type ThemeChoice } from '$lib/ui/state/theme.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  const groups = Object.entries(Object.groupBy(NUMBER_IDS, (id) => numberDef(id).group)) as [
    NumberGroup,
    NumberId[],
  ][];
  const changed = $derived(Object.keys(workroom.workshop.numbers).length);
  const rename = (name: string) => workroom.saveWorkshop((w) => ({ ...w, name: name || w.name }));
  const themes: [ThemeChoice, string][] = [
    ['device', 'as the device'],
    ['light', 'light'],
    ['dark', 'dark'],
  ];
</script>

<div class="max-w-6xl p-6">
  <h1 class="mb-5 text-3xl">Workshop</h1>
  <section class="mb-8 flex flex-wrap items-end gap-6">
    <label class="flex flex-col gap-1"
      ><span class="label">Name of the workroom</span><input
        value={workroom.workshop.name}
        maxlength="120"
        class="w-72"
        onchange={(e) => rename(e.currentTarget.value.trim())}
      /></label
    >
    <div class="flex flex-col gap-1">
      <span class="label">Unit (key U)</span>
      <Radios
        label="Unit (key U)"
        value={workroom.unit}
        options={[
          ['mm', 'mm'],
          ['inch', 'inch'],
        ]}
        onchange={(unit) => void workroom.saveWorkshop((w) => ({ ...w, unit }))}
      />
    </div>
    <div class="flex flex-col gap-1">
      <span class="label">Look</span>
      <Radios label="Look" value={theme.choice} options={themes} onchange={(look) => theme.set(look)} />
    </div>
  </section>

  <Machines />
  <section class="mt-10"><Stock /></section>
  <Prices />
  <DataSafety />

  <section class="mt-10">
    <div class="mb-2 flex flex-wrap items-baseline gap-4">
      <h2 class="text-2xl">Numbers</h2>
      <p class="flex-1 text-quiet">Every figure the plans rest on. Change one and all plans follow.</p>
      {#if changed}<button
          type="button"
          class="btn btn-small"
          onclick={() => workroom.saveWorkshop((w) => ({ ...w, numbers: {} }))}
          >All {changed} back to default</button
        >{/if}
    </div>
    {#each groups as [group, ids], place (place)}
      <Fold class="border-t border-rule py-1" open={group === 'Cut sizes'}
        >{#snippet title()}<span class="flex min-h-10 items-center gap-2 text-lg font-bold"
            >{group} <span class="label font-normal">{ids.length}</span></span
          >{/snippet}
        <div class="divide-y divide-rule">
          {#each ids as id, place (place)}<NumberRow {id} />{/each}
        </div>
      </Fold>
    {/each}
  </section>
</div>
