<script lang="ts">
  import { percent } from '$lib/core/base';
  import { plan } from './plan.svelte';
  import { dayWords } from './words';

  // What the end hangs on: each thing that varies, by itself, from one week in ten to nine in ten.
  const from = $derived(plan.batch?.now ?? 0);
  const sure = $derived(plan.sureness);
  const all = $derived(
    sure
      ? [{ name: 'All together', p10S: sure.p10S, p90S: sure.p90S, late: sure.late }, ...sure.factors]
      : [],
  );
  const hasDates = $derived(plan.batch?.duties.some(({ duty }) => duty.dueS !== null) ?? false);
  const [least, most] = $derived([Math.min(...all.map((f) => f.p10S)), Math.max(...all.map((f) => f.p90S))]);
  const at = (s: number) => (most > least ? (100 * (s - least)) / (most - least) : 0);
</script>

{#if sure && all.length > 1}
  <section class="mt-8 max-w-5xl" aria-label="How sure">
    <h3 class="mb-1 text-xl font-bold">What the end hangs on</h3>
    <p class="mb-3 text-quiet">
      2,000 weeks gone through, hand work and thread breaks as they vary. Each bar: one week in ten ends
      before it, one after it, with everything else as planned.
    </p>
    <dl class="grid grid-cols-[9rem_1fr_auto] items-center gap-x-4 gap-y-2">
      {#each all as f, n (n)}
        <dt>{f.name}</dt>
        <dd class="relative h-6 rounded bg-rule/40" aria-hidden="true">
          <span
            class={['absolute inset-y-0 rounded', f.name === 'All together' ? 'bg-needle' : 'bg-hands-fill']}
            style:left="{at(f.p10S)}%"
            style:width="{Math.max(0.6, at(f.p90S) - at(f.p10S))}%"
          ></span>
        </dd>
        <dd class="label text-right">
          {dayWords(from + 1000 * f.p10S)} to {dayWords(from + 1000 * f.p90S)}{#if hasDates}; late in {percent(
              f.late,
            )}{/if}
        </dd>
      {/each}
    </dl>
  </section>
{/if}
