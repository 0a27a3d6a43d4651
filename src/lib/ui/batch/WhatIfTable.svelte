<script lang="ts">
  import { formatDuration, formatMoney, inSmallest, percent } from '$lib/core/base';
  import { workroom } from '../state/workroom.svelte';
  import { shadowPrice } from '$lib/core/batch';
  import { plan } from './plan.svelte';
  import { dayWords } from './words';
  import { ifs, type Outcome } from './whatif.svelte';

  // What would come of another pair of hands, another head, another hour: each tried as a plan of its own.
  const from = $derived(plan.batch?.now ?? 0);
  const day = (s: number) => dayWords(from + 1000 * s);
  const gains = ({ finishS }: Pick<Outcome, 'finishS'>) => (plan.schedule?.finishS ?? 0) - finishS;
  // What an hour of the bottleneck is worth, in a sentence.
  const worth = $derived(
    plan.schedule && !ifs.isOld ? shadowPrice(plan.schedule.finishS, ifs.outcomes) : null,
  );
  const nearer = (s: number) => (s < 60 ? 'no nearer' : `${formatDuration(s)} nearer`);
  const handsCost = (hours: number) => {
    const { currency } = workroom.workshop;
    return formatMoney(inSmallest(hours * workroom.numbers['price.handRate'], currency), currency);
  };
  const lateNow = $derived(plan.late?.lateS ?? 0);
</script>

<section class="mt-8" aria-label="What if">
  <div class="mb-2 flex flex-wrap items-center gap-3">
    <h3 class="text-xl font-bold">What if</h3>
    <button
      type="button"
      class="no-print btn btn-small"
      disabled={!plan.schedule}
      onclick={() => void ifs.tryAll()}>{ifs.outcomes.length ? 'Try again' : 'Try what would help'}</button
    >
    {#if ifs.isOld}<span class="label">The plan is another one since.</span>{/if}
  </div>
  {#if ifs.outcomes.length && plan.schedule}
    {#if worth}<p class="mb-2" data-testid="worth">
        An hour of another pair of hands brings the end {nearer(worth.anHour)}, another head {nearer(
          worth.head,
        )}.
      </p>{/if}
    <div class="relative overflow-x-auto">
      <table class="w-full min-w-160 text-left">
        <thead class="label">
          <tr>
            <th class="font-normal" scope="col">What</th>
            <th class="font-normal" scope="col">All done</th>
            <th class="text-right font-normal" scope="col">Gains</th>
            <th class="pl-6 font-normal" scope="col">Nine weeks of ten by</th>
            <th class="text-right font-normal" scope="col">Late</th>
            <th class="text-right font-normal" scope="col">Something late in</th>
            <th class="text-right font-normal" scope="col">Hands cost</th>
          </tr>
        </thead>
        <tbody class="divide-y divide-rule border-y border-rule">
          <tr class="text-quiet">
            <td class="py-1.5">As planned</td>
            <td>{day(plan.schedule.finishS)}</td>
            <td></td>
            <td class="pl-6">{plan.sureness ? day(plan.sureness.p90S) : ''}</td>
            <td class="text-right">{lateNow > 0 ? formatDuration(lateNow) : 'nothing'}</td>
            <td class="text-right">{plan.sureness ? percent(plan.sureness.late) : ''}</td>
            <td></td>
          </tr>
          {#each ifs.outcomes as o (o.id)}
            <tr class={lateNow > 0 && o.lateS === 0 ? 'font-bold' : ''}>
              <td class="py-1.5">{o.title}</td>
              <td>{day(o.finishS)}</td>
              <td class="text-right">{gains(o) >= 60 ? formatDuration(gains(o)) : 'nothing'}</td>
              <td class="pl-6">{day(o.p90S)}</td>
              <td class="text-right">{o.lateS > 0 ? formatDuration(o.lateS) : 'nothing'}</td>
              <td class="text-right">{percent(o.late)}</td>
              <td class="text-right">{o.hours === null ? '' : handsCost(o.hours)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {:else}
    <p class="text-quiet">
      Another pair of hands, another head, one more hoop, evenings, more in a hooping, a thread less: each is
      planned anew from here, and set beside this plan.
    </p>
  {/if}
</section>
