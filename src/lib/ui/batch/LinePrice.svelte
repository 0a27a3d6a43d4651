<script lang="ts">
  import { formatNumber, count, formatMoney, inMain, itemAt, percent } from '$lib/core/base';
  import { breaksOf, type LineCostInput, type LineCosts } from '$lib/core/costing';
  import type { Pricing } from '$lib/core/workshop';
  import Fold from '../kit/Fold.svelte';
  import LogChart from '../log/LogChart.svelte';
  import { workroom } from '../state/workroom.svelte';

  // One line of an order: what it costs and why, both ways, and what other quantities would come to.
  interface Props {
    name: string;
    costs: LineCosts;
    input: LineCostInput;
    /** as it was agreed; null: as worked out */
    priceEach: number | null;
    school: Pricing['school'];
  }
  let { name, costs, input, priceEach, school }: Props = $props();
  const currency = $derived(workroom.workshop.currency);
  const money = (m: number) => formatMoney(m, currency);
  const { byWork, byTime } = $derived(costs.sheets);
  const asked = $derived(costs.sheets[school]);
  const rows = $derived(
    byWork.lines.map((line, n) => ({
      ...line,
      byTime: itemAt(byTime.lines, n).cost,
      because: [...new Set([itemAt(costs.because.byWork, n), itemAt(costs.because.byTime, n)])],
    })),
  );
  const sums = $derived([
    { name: 'Direct costs', of: [byWork.direct, byTime.direct] },
    { name: `Overhead, ${percent(costs.task.overhead)}`, of: [byWork.overhead, byTime.overhead] },
    { name: `Margin, ${percent(costs.task.margin)} of the price`, of: [byWork.margin, byTime.margin] },
  ]);
  const USUAL = [1, 5, 10, 25, 50, 100, 250];
  const quantities = $derived([...new Set([...USUAL, input.quantity])].sort((a, b) => a - b));
  const breaks = $derived(breaksOf(input, quantities));
  const thousand = $derived.by(() => {
    const { stitches } = costs.task;
    const each = priceEach ?? asked.unitPrice;
    return stitches ? Math.round((each * 1000) / stitches) : null;
  });
  /** of the price, when another one was agreed */
  const left = $derived(
    priceEach === null ? null : priceEach * input.quantity - asked.direct - asked.overhead,
  );
  const inUnit = (m: number) => inMain(m, currency);
</script>

<section class="mt-8" aria-label="What {name} costs">
  <h3 class="mb-1 text-xl font-bold">{name}</h3>
  <p class="mb-2 text-quiet">
    {count(input.quantity, 'item')}: {count(costs.load.load, 'item')} sewn{costs.load.spare > 0
      ? `, ${costs.load.spare} of them spare`
      : ''}, in {count(costs.load.hoopings, 'hooping')}.
    {#if input.pricing.hours === 'logged' && !costs.loggedRuns}No run of it is over yet: hours are as planned.{/if}
    {#if input.pricing.materials === 'bought' && !input.shares}Laying out what must be bought …{/if}
  </p>
  <div class="grid items-start gap-x-10 gap-y-6 xl:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
    <table class="w-full text-left" data-testid="cost-sheet">
      <thead class="label"
        ><tr
          ><th class="font-normal" scope="col">Press a line to ask why</th><th
            class="text-right font-normal"
            scope="col">By work</th
          ><th class="text-right font-normal" scope="col">By time</th></tr
        ></thead
      >
      <tbody class="divide-y divide-rule border-y border-rule">
        {#each rows as row, n (n)}
          <tr class="align-baseline">
            <td
              ><Fold
                >{#snippet title()}{row.label}{/snippet}{#each row.because as because, n (n)}<p
                    class="label mb-1 ml-5 max-w-prose"
                  >
                    {because}
                  </p>{/each}</Fold
              ></td
            >
            <td class="w-28 py-1 text-right">{money(row.cost)}</td>
            <td class="w-28 py-1 text-right">{money(row.byTime)}</td>
          </tr>
        {/each}
        {#each sums as { name: what, of }, n (n)}
          <tr class="text-quiet"
            ><td class="py-1 pl-5">{what}</td>{#each of as sum, n (n)}<td class="py-1 text-right"
                >{money(sum)}</td
              >{/each}</tr
          >
        {/each}
        <tr class="font-bold"
          ><td class="py-1 pl-5">{count(input.quantity, 'item')}</td><td class="text-right"
            >{money(byWork.total)}</td
          ><td class="text-right">{money(byTime.total)}</td></tr
        >
        <tr class="font-bold"
          ><td class="py-1 pl-5">One item</td><td class="text-right">{money(byWork.unitPrice)}</td><td
            class="text-right">{money(byTime.unitPrice)}</td
          ></tr
        >
      </tbody>
    </table>
    <div>
      {#if left !== null && priceEach !== null}<p class={['mb-3', left < 0 && 'text-madder']}>
          {#if left < 0}At {money(priceEach)} each it is sold for {money(-left)} less than it costs.{:else}At {money(
              priceEach,
            )} each, {money(left)} are left above the costs: {percent(
              left / Math.max(1, priceEach * input.quantity),
            )} of the price.{/if}
        </p>{/if}
      {#if thousand !== null}<p class="mb-3">
          {money(thousand)} for {formatNumber(1000)} stitches, to set beside what others ask.
        </p>{/if}
      <LogChart
        title="One item, by how many are ordered"
        chart={{
          kind: 'line',
          labels: breaks.map(({ quantity }) => String(quantity)),
          series: [
            { label: 'by work', values: breaks.map((b) => inUnit(b.byWork)), colour: 'needle' },
            { label: 'by time', values: breaks.map((b) => inUnit(b.byTime)), colour: 'hands' },
            { label: 'cost', values: breaks.map((b) => inUnit(b.cost)), colour: 'quiet' },
          ],
          unit: currency ?? 'price',
        }}
      />
    </div>
  </div>
  <div class="relative mt-4 overflow-x-auto">
    <table class="w-full min-w-140 text-right" data-testid="breaks">
      <thead class="label"
        ><tr
          ><th class="text-left font-normal" scope="col">Ordered</th
          >{#each ['By work, each', 'By time, each', 'Costs, each', 'of that set-up'] as title (title)}<th
              class="font-normal"
              scope="col">{title}</th
            >{/each}</tr
        ></thead
      >
      <tbody class="divide-y divide-rule border-y border-rule">
        {#each breaks as b, n (n)}
          <tr class={b.quantity === input.quantity ? 'font-bold' : ''}
            ><th class="py-1 text-left font-normal" scope="row">{count(b.quantity, 'item')}</th><td
              >{money(b.byWork)}</td
            ><td>{money(b.byTime)}</td><td>{money(b.cost)}</td><td>{money(b.setup)}</td></tr
          >
        {/each}
      </tbody>
    </table>
  </div>
</section>
