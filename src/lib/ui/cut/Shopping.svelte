<script lang="ts">
  import ThreadDot from '../kit/ThreadDot.svelte';
  import Check from '../kit/Check.svelte';
  import { count, formatAmount } from '$lib/core/base';
  import { AISLES } from '$lib/core/cut';
  import { saveAs } from '../kit/save-as';
  import { cutting } from './cutting.svelte';
  import { showNote } from '../state/notices';
  import { workroom } from '../state/workroom.svelte';

  // What is short, by where it stands in a shop, in the unit in which it is sold, with its cost; ticked when it is there.
  const id = (name: string) => `have:${name}`;
  const open = $derived(cutting.purchases.filter((p) => !cutting.ticks.includes(id(p.name))));
  const total = $derived(open.reduce((sum, p) => sum + p.cost, 0));
  const currency = $derived(workroom.workshop.currency);
  const money = (v: number) => formatAmount(v, currency);
  const aisles = $derived(
    AISLES.map((name) => ({ name, list: cutting.purchases.filter((p) => p.aisle === name) })).filter(
      ({ list }) => list.length,
    ),
  );
  const text = $derived(
    aisles
      .map(({ name, list }) => ({ name, list: list.filter((p) => open.includes(p)) }))
      .filter(({ list }) => list.length)
      .map(({ name, list }) => [name, ...list.map((p) => `- ${p.name}: ${p.amount} (${p.needs})`)].join('\n'))
      .join('\n\n'),
  );

  async function csv() {
    const { default: Papa } = await import('papaparse');
    saveAs(
      'shopping.csv',
      'text/csv',
      Papa.unparse(
        cutting.purchases.map(({ aisle, name, amount, needs, cost }) => ({
          aisle,
          name,
          amount,
          needs,
          cost: cost.toFixed(2),
          there: cutting.ticks.includes(id(name)) ? 'yes' : '',
        })),
      ),
    );
  }
  async function share() {
    try {
      if (navigator.share) return await navigator.share({ title: 'Shopping', text });
      await navigator.clipboard.writeText(text);
      showNote('The list is copied.', 'Paste it into a message.');
    } catch {
      showNote('The list could not be shared.', 'Save it as CSV, or print it.');
    }
  }
</script>

{#if !cutting.laid.length}<p class="mb-3 text-quiet">
    Lay it out first; then this lists what the shelf does not hold. Small parts are listed already.
  </p>{/if}
<table class="w-full max-w-3xl text-left" data-testid="shopping">
  <thead class="label border-b border-rule"
    ><tr
      ><th class="w-10 py-1 font-normal" scope="col">There</th><th class="font-normal" scope="col">What</th
      ><th class="font-normal" scope="col">Buy</th><th class="font-normal max-sm:hidden" scope="col"
        >Needed</th
      ><th class="text-right font-normal" scope="col">Cost</th></tr
    ></thead
  >
  {#each aisles as { name, list }, place (place)}
    <tbody class="divide-y divide-rule">
      <tr><th class="pt-4 pb-1 font-display text-lg font-normal" colspan="5" scope="colgroup">{name}</th></tr>
      {#each list as p, place (place)}
        {@const there = cutting.ticks.includes(id(p.name))}
        <tr class={[there && 'text-quiet line-through']}
          ><td class="py-1.5"
            ><Check
              checked={there}
              onchange={(on) => cutting.tick(id(p.name), on)}
              label="{p.name} is there"
              large
            /></td
          ><td class="pr-3"
            >{#if p.colour}<span class="mr-2"><ThreadDot colour={p.colour} /></span>{/if}{p.name}<span
              class="label block sm:hidden">{p.needs}</span
            ></td
          ><td class={['pr-3 font-bold', p.impossible && 'text-madder']}>{p.amount}</td><td
            class="label max-sm:hidden">{p.needs}</td
          ><td class="text-right tabular-nums">{p.impossible ? '' : money(p.cost)}</td></tr
        >
      {/each}
    </tbody>
  {:else}
    <tbody><tr><td colspan="5" class="py-3 text-quiet">Nothing to buy for these orders.</td></tr></tbody>
  {/each}
  {#if cutting.purchases.length}<tfoot
      ><tr class="border-t border-ink font-bold"
        ><td></td><td class="py-1.5" colspan="2">{count(open.length, 'thing')} to buy</td><td
          class="max-sm:hidden"
        ></td><td class="text-right">{money(total)}</td></tr
      ></tfoot
    >{/if}
</table>
<p class="label mt-2 max-w-3xl">
  Costs go by what the shelf’s own stock of it cost, else how things are sold, as Workshop has it; packs are
  whole packs.
</p>
<div class="no-print mt-4 flex flex-wrap gap-2">
  <button type="button" class="btn btn-small" onclick={share}>Share as text</button>
  <button type="button" class="btn btn-small" onclick={csv}>Save as CSV</button>
</div>
