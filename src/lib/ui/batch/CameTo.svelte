<script lang="ts">
  import { formatDuration, formatMoney } from '$lib/core/base';
  import type { LineProgress } from '$lib/core/batch';
  import { workroom } from '../state/workroom.svelte';
  import { pricing } from './pricing.svelte';

  // After the work: what it really took, cost and earned, by the log.
  let { lines }: { lines: readonly LineProgress[] } = $props();
  const money = (m: number) => formatMoney(m, workroom.workshop.currency);
  const rows = $derived(
    lines.flatMap((progress) => {
      const real = pricing.realOf(progress);
      const name = workroom.builds.find(({ id }) => id === progress.line.buildId)?.name ?? '';
      return real ? [{ id: progress.line.id, name, real }] : [];
    }),
  );
</script>

<section class="mt-10" aria-label="What it came to">
  <h3 class="mb-1 text-xl font-bold">What it came to</h3>
  {#if rows.length}
    <p class="mb-2 text-quiet">
      By the log, for what is done. Cloth and thread are taken as planned for each item that was sewn; what is
      earned is what an hour of hands has left when all else is paid.
    </p>
    <div class="relative overflow-x-auto">
      <table class="w-full min-w-160 text-left" data-testid="came-to">
        <thead class="label"
          ><tr
            ><th class="font-normal" scope="col">What</th
            >{#each ['Good of sewn', 'Head, planned', 'in the log', 'Hands, planned', 'in the log', 'Cost', 'Sold for', 'Earned an hour'] as title, n (n)}<th
                class="text-right font-normal"
                scope="col">{title}</th
              >{/each}</tr
          ></thead
        >
        <tbody class="divide-y divide-rule border-y border-rule text-right">
          {#each rows as { id, name, real } (id)}
            <tr
              ><th class="py-1.5 text-left font-normal" scope="row">{name}</th><td
                >{real.good} of {Math.round(real.sewn)}</td
              ><td>{formatDuration(real.plannedHead)}</td><td>{formatDuration(real.hours.head)}</td><td
                >{formatDuration(real.plannedHands)}</td
              ><td>{formatDuration(real.hours.hands)}</td><td>{money(real.cost)}</td><td
                >{money(real.income)}</td
              ><td class="font-bold">{real.earnedAnHour === null ? '' : money(real.earnedAnHour)}</td></tr
            >
          {/each}
        </tbody>
      </table>
    </div>
  {:else}
    <p class="text-quiet">
      Nothing of it is done in the log yet. What it really took and earned stands here then.
    </p>
  {/if}
</section>
