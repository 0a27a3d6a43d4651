<script lang="ts">
  import { onMount } from 'svelte';
  import { resolve } from '$app/paths';
  import { count, formatRoughly } from '$lib/core/base';
  import { nextOf, shortages } from '$lib/core/batch';
  import { moment } from '../run/when';
  import { cutting } from '../cut/cutting.svelte';
  import { workroom } from '../state/workroom.svelte';
  import { followBatch, personName, plan } from './plan.svelte';

  // What is on at the moment by the plan: for each person the next thing to do, for each head its next call, what dries.
  followBatch();
  let now = $state(Date.now());
  onMount(() => {
    const clock = setInterval(() => (now = Date.now()), 10_000);
    return () => clearInterval(clock);
  });
  const from = $derived(plan.batch?.now ?? now);
  const next = $derived(
    plan.batch && plan.schedule && nextOf(plan.batch, plan.schedule, (now - from) / 1000),
  );
  const short = $derived(
    plan.batch && plan.schedule
      ? shortages(plan.batch, plan.schedule, plan.demands.all, workroom.workshop, cutting.already)
      : [],
  );
  const first = $derived(short.at(0));
  const at = (s: number) => from + 1000 * s;
  const when = (s: number) =>
    at(s) <= now
      ? 'now'
      : at(s) - now < 3_600_000
        ? `in ${formatRoughly((at(s) - now) / 1000)}`
        : moment(at(s), now);
  const hoopingOf = (id: string) => plan.batch?.hoopings.find((h) => h.id === id);
</script>

{#if plan.problem}
  <p class="text-madder" role="alert">{plan.problem.message} {plan.problem.next}</p>
{:else if next}
  {#if plan.late?.count}<p class="mb-2 text-madder">
      By this plan {count(plan.late.count, 'hooping')} will be late.
      <a class="underline" href={resolve('/batch')}>Look at the plan</a>
    </p>{/if}
  {#if short.length}<p class="mb-2">
      <span class="text-madder">{count(short.length, 'thing')} will be short</span>, first {first?.what}: {first?.needed}
      wanted, {first?.has} on the shelf.
      <a class="underline" href={resolve('/prepare?of=plan')}>What is short when</a>
    </p>{/if}
  <ul class="divide-y divide-rule border-y border-rule">
    {#each next.people as { id, call } (id)}
      <li class="flex flex-wrap items-baseline gap-x-4 py-2">
        <strong class="w-28">{personName(id)}</strong>
        {#if call}
          {@const hooping = hoopingOf(call.hoopingId)}
          <span class="w-32">{when(call.startS)}</span>
          <span class="min-w-0 flex-1"
            ><strong>{call.name}</strong>: {call.title}
            {#if hooping?.runId}<a class="underline" href={resolve('/run/[id]', { id: hooping.runId })}
                >Resume</a
              >{:else if hooping}<a class="underline" href={resolve('/builds/[id]', { id: hooping.buildId })}
                >Open</a
              >{/if}</span
          >
          <span class="text-quiet">{call.headId ?? 'at the table'}</span>
        {:else}<span class="text-quiet">has nothing more to do</span>{/if}
      </li>
    {/each}
    {#each next.heads as { id, call } (id)}{#if call}
        <li class="flex flex-wrap items-baseline gap-x-4 py-2">
          <span class="w-28">{id}</span>
          <span class="w-32">calls {when(call.startS)}</span>
          <span class="min-w-0 flex-1 text-quiet">{call.name}</span>
        </li>
      {/if}{/each}
    {#each next.waits as w, n (n)}
      <li class="flex flex-wrap items-baseline gap-x-4 py-2">
        <span class="w-28 text-quiet">dries</span>
        <span class="w-32">until {moment(at(w.endS), now)}</span>
        <span class="min-w-0 flex-1">{w.name}</span>
      </li>
    {/each}
  </ul>
{:else if plan.isReady && !plan.searching}
  <p class="text-quiet">All that is wanted is done.</p>
{:else}
  <p class="text-quiet" role="status">Working it out …</p>
{/if}
