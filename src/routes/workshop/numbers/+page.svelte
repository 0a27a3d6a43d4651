<script lang="ts">
  import { numberDef, type NumberGroup } from '$lib/core/number-words';
  import { NUMBER_IDS, type NumberId } from '$lib/core/numbers';
  import Fold from '$lib/ui/kit/Fold.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';
  import NumberRow from '$lib/ui/workshop/NumberRow.svelte';

  const groups = Object.entries(Object.groupBy(NUMBER_IDS, (id) => numberDef(id).group)) as [
    NumberGroup,
    NumberId[],
  ][];
  const changed = $derived(Object.keys(workroom.workshop.numbers).length);
</script>

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
