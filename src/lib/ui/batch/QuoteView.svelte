<script lang="ts">
  import { resolve } from '$app/paths';
  import { quoteOf, safeDelivery } from '$lib/core/costing';
  import type { CustomerOrder } from '$lib/core/workshop';
  import { saveBytesAs } from '../kit/save-as';
  import { showNote } from '../state/notices';
  import { workroom } from '../state/workroom.svelte';
  import { followBatch, plan } from './plan.svelte';
  import { followPrices, pricing } from './pricing.svelte';
  import { quoteSheet } from './quote';

  // What a customer is given: what, how many, for how much, by when it is safe to promise, on what terms.
  let { order }: { order: CustomerOrder } = $props();
  followBatch();
  followPrices(() => order);
  const buildName = (id: string) => workroom.builds.find((b) => b.id === id)?.name ?? '';
  const quote = $derived(quoteOf(order, pricing.costs, buildName));
  const safeAt = $derived(
    plan.batch && plan.sureness ? safeDelivery(order, plan.lines, plan.batch, plan.sureness) : null,
  );
  const sheet = $derived(quoteSheet(order, quote, safeAt, workroom.workshop, Date.now()));
  const missing = $derived(order.lines.length - quote.lines.length);
  const isReady = $derived(pricing.isReady && quote.lines.length > 0 && missing === 0);
  async function savePdf() {
    try {
      const { quotePdf } = await import('$lib/core/pdf');
      const paper = workroom.unit === 'mm' ? 'A4' : 'Letter';
      saveBytesAs(`Quote ${sheet.customer}.pdf`, await quotePdf(sheet, paper), 'application/pdf');
    } catch (e) {
      console.error('The PDF was not made:', e);
      showNote('The PDF could not be made; nothing was changed.', 'Print the page instead.');
    }
  }
</script>

<p class="no-print mb-4 flex flex-wrap items-center gap-3">
  <button type="button" class="btn btn-strong" disabled={!isReady} onclick={() => print()}>Print</button>
  <button type="button" class="btn" disabled={!isReady} onclick={() => void savePdf()}>Save as PDF</button>
  <a class="btn" href={resolve(`/batch?view=price&order=${order.id}`)}>Back to Batch</a>
  {#if plan.searching}<span class="label" role="status">Working out by when …</span>{/if}
</p>
{#if !order.lines.length}
  <p class="no-print mb-4 text-quiet">Nothing is ordered yet, so there is nothing to quote.</p>
{:else if !pricing.isReady}
  <p class="text-quiet" role="status">Working out what it takes …</p>
{:else}
  {#if missing}<p class="no-print mb-4 border-l-4 border-madder bg-madder-soft px-3 py-2" role="alert">
      Of {missing}
      {missing === 1 ? 'line' : 'lines'} no price is known: the build is gone or cannot be read. Say under Price
      what was agreed, or take the line out.
    </p>{/if}
  <article class="text-[15px]">
    <header class="mb-8 flex items-baseline justify-between gap-6">
      <h1 class="text-3xl">{sheet.workroom}</h1>
      <span>{sheet.date}</span>
    </header>
    <p class="mb-6 text-xl">Quote for {sheet.customer}</p>
    <table class="mb-6 w-full text-left">
      <thead class="label"
        ><tr
          ><th class="font-normal" scope="col">What</th
          >{#each ['Items', 'Each', 'Together'] as title (title)}<th
              class="w-28 text-right font-normal"
              scope="col">{title}</th
            >{/each}</tr
        ></thead
      >
      <tbody class="divide-y divide-rule border-y border-rule">
        {#each sheet.lines as { name, quantity, each, total }, n (n)}
          <tr class="break-inside-avoid align-top"
            ><td class="py-2 pr-4">{name}</td><td class="py-2 text-right">{quantity}</td><td
              class="py-2 text-right">{each}</td
            ><td class="py-2 text-right">{total}</td></tr
          >
        {/each}
      </tbody>
      <tfoot
        ><tr class="text-lg font-bold"
          ><td class="py-2" colspan="3">Together</td><td class="py-2 text-right">{sheet.total}</td></tr
        ></tfoot
      >
    </table>
    {#if sheet.delivery}<p class="mb-2"><strong>{sheet.delivery}</strong></p>{/if}
    {#if sheet.terms}<p class="whitespace-pre-line">{sheet.terms}</p>{/if}
  </article>
  <p class="no-print label mt-8 max-w-prose">
    The day is the one that is met in nine weeks of ten as the batch is planned now{safeAt === null
      ? '; there is none while nothing of it is planned'
      : ''}. The name of the workroom, its currency and your terms are kept in
    <a class="text-needle underline" href={resolve('/workshop')}>Workshop</a>. What the law asks of a quote or
    an invoice is not looked after here.
  </p>
{/if}
