<script lang="ts">
  import FileText from '@lucide/svelte/icons/file-text';
  import { resolve } from '$app/paths';
  import { count, formatMoney } from '$lib/core/base';
  import type { LineProgress } from '$lib/core/batch';
  import { quoteOf } from '$lib/core/costing';
  import type { CustomerOrder, Pricing } from '$lib/core/workshop';
  import MoneyField from '../kit/MoneyField.svelte';
  import NumberInPlace from '../kit/NumberInPlace.svelte';
  import Radios from '../kit/Radios.svelte';
  import Slider from '../kit/Slider.svelte';
  import { changeLine, changeOrder } from '../state/orders';
  import { workroom } from '../state/workroom.svelte';
  import CameTo from './CameTo.svelte';
  import LinePrice from './LinePrice.svelte';
  import { followPrices, pricing } from './pricing.svelte';
  import { orderName } from './words';

  // What one order costs, and what for it is sold: by the work that is in it, and by the time that is spent on it, side by side.
  let { order, lines }: { order: CustomerOrder; lines: readonly LineProgress[] } = $props();
  followPrices(() => order);
  const currency = $derived(workroom.workshop.currency);
  const money = (m: number) => formatMoney(m, currency);
  const set = (change: Partial<Pricing>) =>
    void changeOrder(order.id, (o) => ({ ...o, pricing: { ...o.pricing, ...change } }));
  const buildName = (id: string) => workroom.builds.find((b) => b.id === id)?.name ?? 'A build that is gone';
  const quote = $derived(quoteOf(order, pricing.costs, buildName));
  let asked = $state<string | null>(null);
  const chosen = $derived(order.lines.find(({ id }) => id === asked) ?? order.lines[0] ?? null);
  const input = $derived(chosen && pricing.inputOf(chosen));
  const costs = $derived(chosen && pricing.costs[chosen.id]);
  const share = $derived(order.pricing.shareSaved ?? workroom.numbers['price.shareSaved'] / 100);
  const savesTime = $derived(
    Object.values(pricing.costs).some(({ hours }) => hours.oneHead - hours.used > 1),
  );
</script>

<section aria-label="Price of {orderName(order)}">
  <div class="mb-4 flex flex-wrap items-baseline gap-x-6 gap-y-2">
    <h2 class="text-2xl">{orderName(order)}</h2>
    {#if quote.lines.length}<p class="font-display text-3xl" data-testid="order-price">
        {money(quote.total)}
      </p>{/if}
    <a class="btn btn-small ml-auto" href={resolve(`/batch/quote?order=${order.id}`)}
      ><FileText size={16} />Quote</a
    >
  </div>
  {#if !order.lines.length}
    <p class="text-quiet">Nothing is ordered yet: say under Orders what is wanted and how many.</p>
  {:else if pricing.problem}
    <p class="border-l-4 border-madder bg-madder-soft px-3 py-2" role="alert">
      {pricing.problem.message}
      {pricing.problem.next}
    </p>
  {:else if !pricing.isReady}
    <p class="text-quiet" role="status">Working out what it takes …</p>
  {:else}
    <div class="mb-5 flex flex-wrap gap-x-10 gap-y-1">
      <div>
        <span class="label">Asked for</span>
        <Radios
          label="What is asked for"
          class="flex flex-col"
          value={order.pricing.school}
          options={[
            ['byWork', 'the work in the item'],
            ['byTime', 'the time spent on it'],
          ]}
          onchange={(school) => set({ school })}
        />
      </div>
      <div>
        <span class="label">Cloth and parts</span>
        <Radios
          label="Cloth and parts"
          class="flex flex-col"
          value={order.pricing.materials}
          options={[
            ['used', 'what goes in'],
            ['bought', 'what must be bought'],
          ]}
          onchange={(materials) => set({ materials })}
        />
      </div>
      <div>
        <span class="label">Hours</span>
        <Radios
          label="Hours"
          class="flex flex-col"
          value={order.pricing.hours}
          options={[
            ['planned', 'as planned'],
            ['logged', 'as the log says'],
          ]}
          onchange={(hours) => set({ hours })}
        />
      </div>
    </div>
    <div class="relative overflow-x-auto">
      <table class="w-full min-w-160 text-left">
        <thead class="label">
          <tr>
            <th class="pl-2 font-normal" scope="col">What</th>
            <th class="text-right font-normal" scope="col">Items</th>
            <th class="text-right font-normal" scope="col">By work, each</th>
            <th class="text-right font-normal" scope="col">By time, each</th>
            <th class="pl-6 font-normal" scope="col">Agreed, each</th>
            <th class="pr-2 text-right font-normal" scope="col">Comes to</th>
          </tr>
        </thead>
        <tbody class="divide-y divide-rule border-y border-rule">
          {#each order.lines as line (line.id)}
            {@const own = pricing.costs[line.id]?.sheets}
            {@const asks = order.pricing.school}
            <tr class={line.id === chosen?.id ? 'bg-needle-soft' : ''}>
              <th class="font-normal" scope="row"
                ><button
                  type="button"
                  class="min-h-11 w-full px-2 text-left font-bold hover:underline"
                  aria-pressed={line.id === chosen?.id}
                  onclick={() => (asked = line.id)}>{buildName(line.buildId)}</button
                ></th
              >
              <td class="text-right">{line.quantity}</td>
              {#each ['byWork', 'byTime'] as const as school (school)}<td
                  class={['text-right', asks === school && line.priceEach === null && 'font-bold']}
                  >{own ? money(own[school].unitPrice) : '?'}</td
                >{/each}
              <td class="pl-6"
                ><MoneyField
                  label="Agreed price of {buildName(line.buildId)}"
                  value={line.priceEach}
                  usual={own?.[asks].unitPrice ?? null}
                  onchange={(priceEach) => void changeLine(order.id, line.id, { priceEach })}
                /></td
              >
              <td class="pr-2 text-right font-bold"
                >{money(quote.lines.find(({ id }) => id === line.id)?.total ?? 0)}</td
              >
            </tr>
          {/each}
        </tbody>
        <tfoot
          ><tr
            ><td class="py-2 pl-2" colspan="5">{count(order.lines.length, 'line')}</td><td
              class="pr-2 text-right text-lg font-bold">{money(quote.total)}</td
            ></tr
          ></tfoot
        >
      </table>
    </div>
    <p class="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
      <span>A machine <NumberInPlace id="price.machineRate" /></span>
      <span>hands <NumberInPlace id="price.handRate" /></span>
      <span>overhead <NumberInPlace id="price.overhead" /></span>
      <span>margin <NumberInPlace id="price.margin" /></span>
      <span>set-up <NumberInPlace id="price.setup" /></span>
      <span>spoiled <NumberInPlace id="order.rejectRate" /></span>
    </p>
    {#if savesTime}
      <div class="mt-2 flex flex-wrap items-center gap-x-4">
        <span>By time: of what more heads save, the customer gets</span>
        <Slider
          label="Share of the time saved that the customer gets"
          value={share}
          words="{Math.round(100 * share)} %"
          onchange={(shareSaved) => set({ shareSaved })}
        />
      </div>
    {/if}
    {#if chosen && costs && input}
      {#key chosen.id}<LinePrice
          name={buildName(chosen.buildId)}
          {costs}
          {input}
          priceEach={chosen.priceEach}
          school={order.pricing.school}
        />{/key}
    {/if}
    <CameTo {lines} />
  {/if}
</section>
