<script lang="ts">
  import Fold from '../kit/Fold.svelte';
  import { isRoll, type CutGroup } from '$lib/core/cut';
  import { planBases } from '$lib/core/stock';
  import { count, formatLength } from '$lib/core/base';
  import { hoopBases } from '$lib/core/hoop';
  import { workroom } from '../state/workroom.svelte';

  // Bases off each roll of the shelf: wide against narrow, and what a slightly longer cut would save.
  let { group }: { group: CutGroup } = $props();
  const bases = $derived(
    group.pieces
      .filter((p) => p.cut.flat === null)
      .map((p) => ({
        name: `${p.name}, ${p.buildName}`,
        widthMm: p.widthMm,
        heightMm: p.heightMm,
        quantity: p.quantity,
      })),
  );
  const hoops = $derived(hoopBases(workroom.workshop, workroom.numbers));
  const plans = $derived(
    bases.length
      ? planBases(
          bases,
          group.stock.filter((s) => isRoll(s.form)),
          hoops,
          workroom.numbers['cut.longerForHoop'],
        )
      : [],
  );
  const length = (mm: number) => formatLength(mm, workroom.unit);
</script>

{#if plans.length}
  <Fold class="mb-2 text-sm" testid="bases" open={plans.length > 1}>
    {#snippet title()}<span class="font-bold">Bases, roll by roll</span>{/snippet}
    {#each plans as plan, i (plan.roll.id)}
      <p class="mt-1">
        <strong>{plan.roll.name}</strong>{i === 0 && plans.length > 1 ? ', best' : ''}: {length(plan.totalMm)} off
        {length(plan.roll.widthMm)} width, {Math.round(100 * plan.wasteShare)} % waste, cost {plan.cost.toFixed(
          2,
        )}{plan.shortMm > 0 ? `; the roll is ${length(plan.shortMm)} too short` : ''}
      </p>
      <ul class="label pl-4">
        {#each plan.cuts as cut, place (place)}
          <li>
            {cut.need.name}: {count(cut.lengths, 'length')} of {length(cut.lengthMm)}, {cut.acrossCount} across{cut.turned
              ? ', turned'
              : ''}{cut.serves
              ? cut.serves.longerMm > 0
                ? `. Cut ${length(cut.serves.longerMm)} longer and the ${length(cut.stripMm)} beside it serve the ${cut.serves.hoop} hoop`
                : `; the ${length(cut.stripMm)} beside it serve the ${cut.serves.hoop} hoop as they are`
              : ''}
          </li>
        {/each}
      </ul>
    {/each}
  </Fold>
{/if}
