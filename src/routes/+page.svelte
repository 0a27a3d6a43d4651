<script lang="ts">
  import Guard from '$lib/ui/kit/Guard.svelte';
  import Portion from '$lib/ui/kit/Portion.svelte';
  import { onMount } from 'svelte';
  import { resolve } from '$app/paths';
  import { count, formatDuration } from '$lib/core/base';
  import { openOrders, orderProgress, type OpenOrder } from '$lib/core/batch';
  import { plannedSeconds, runSeconds, waitingFor } from '$lib/core/run';
  import OpenOrders from '$lib/ui/bench/OpenOrders.svelte';
  import ItemPicture from '$lib/ui/bench/ItemPicture.svelte';
  import WaitWords from '$lib/ui/run/WaitWords.svelte';
  import EmptyWorkroom from '$lib/ui/shell/EmptyWorkroom.svelte';
  import { orFault } from '$lib/ui/state/or-fault';
  import { safety } from '$lib/ui/state/safety.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  onMount(() => void safety.load());
  const finished = $derived(workroom.log.all.filter((r) => r.state.status === 'finished').slice(0, 5));
  const isOrdered = $derived(workroom.workshop.orders.some((o) => o.closedAt === null && o.lines.length));
  /** it stays as it was left: to work it out takes a while */
  const KEY = 'what-now';
  let isAsked = $state(localStorage.getItem(KEY) === 'open');
  $effect(() => localStorage.setItem(KEY, isAsked ? 'open' : 'closed'));
  const orders = $derived(
    orFault<OpenOrder[]>([], 'The open orders', () =>
      openOrders(orderProgress(workroom.workshop.orders, workroom.log.all, workroom.movements)),
    ),
  );
  const others = $derived(
    workroom.builds.filter(({ id }) => !orders.some((o) => o.lines.some(({ line }) => line.buildId === id))),
  );
  const day = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });
</script>

<div class="max-w-6xl p-6">
  <header class="mb-6">
    <h1 class="text-4xl">{workroom.workshop.name}</h1>
    <p class="text-quiet">
      {count(workroom.builds.length, 'build')} · {workroom.workshop.machines.map((m) => m.name).join(' and ')}
    </p>
  </header>

  {#if workroom.builds.length === 0}
    <EmptyWorkroom />
  {:else}
    {#each workroom.log.open as { run, state } (run.id)}<Guard what="The open run of {run.buildName}" row>
        {@const step = run.score.steps[state.index]}
        {@const waiting = waitingFor(run, state)}
        <section
          class="mb-5 flex flex-wrap items-center gap-4 rounded-lg border-l-8 border-hands bg-hands-soft p-4"
          aria-label="Interrupted run"
        >
          <div class="min-w-0 flex-1">
            <h2 class="text-2xl">{run.buildName} is waiting</h2>
            <p>
              {#if step}Next: <strong>{step.title}</strong>, step {state.index + 1} of {run.score.steps
                  .length}.{:else}All steps are done; only the end is to be noted.{/if}
              {formatDuration(runSeconds(state, Date.now()))} so far, begun {day.format(run.createdAt)}.
            </p>
            {#if waiting}<p><WaitWords {waiting} now={Date.now()} /></p>{/if}
            {#if state.notes.length}<p class="text-quiet">“{state.notes.at(-1)?.text}”</p>{/if}
          </div>
          <a class="btn btn-strong" href={resolve('/run/[id]', { id: run.id })}>Resume</a>
        </section></Guard
      >
    {/each}

    {#if safety.overdueDays}
      <p
        class="mb-5 flex flex-wrap items-center gap-3 border-l-4 border-madder bg-madder-soft px-4 py-2"
        role="status"
      >
        <span class="flex-1"
          >{count(safety.overdueDays, 'day')} without a backup: all of this is in one browser only.</span
        >
        <a class="btn btn-small" href={resolve('/workshop/data')}>To the backup</a>
      </p>
    {/if}
    {#if isOrdered}
      <details class="mb-6" data-testid="what-now" bind:open={isAsked}>
        <summary class="cursor-pointer font-display text-2xl">What now?</summary>
        {#if isAsked}{#await import('$lib/ui/batch/WhatNow.svelte') then { default: WhatNow }}<WhatNow
            />{:catch}<p role="alert">
              This part of Jolt Step could not be fetched; reload the page.
            </p>{/await}{/if}
      </details>
    {/if}
    <div class="grid gap-10 lg:grid-cols-2">
      <section>
        <h2 class="mb-2 flex flex-wrap items-center justify-between gap-2 text-2xl">
          To make<a class="btn btn-small font-sans" href={resolve('/prepare')}>Prepare the day’s orders</a>
        </h2>
        <OpenOrders {orders} />
        {#if orders.length && others.length}<h3 class="text-lg text-quiet">Not ordered</h3>{/if}
        <Portion items={others} size={20}>
          {#snippet children(shown)}
            <ul class={['divide-y divide-rule border-rule', shown.length && 'border-y']}>
              {#each shown as build (build.id)}
                <li>
                  <Guard what={build.name} row>
                    <a
                      class="flex min-h-14 items-center gap-4 px-2 py-2 hover:bg-paper"
                      href={resolve('/builds/[id]', { id: build.id })}
                    >
                      <ItemPicture {build} size={44} />
                      <strong class="flex-1 text-lg">{build.name}</strong>
                      <span aria-hidden="true">→</span>
                    </a></Guard
                  >
                </li>
              {/each}
            </ul>
          {/snippet}
        </Portion>
        <p class="label mt-3">Drop a stitch tape anywhere to bring in another.</p>
      </section>
      <section>
        <h2 class="mb-2 text-2xl">Made lately</h2>
        {#if finished.length === 0}
          <p class="text-quiet">No run is finished yet. Open a build and press Run.</p>
        {:else}
          <table class="w-full text-left">
            <thead class="label"
              ><tr
                ><th class="w-12 font-normal" scope="col"><span class="sr-only">Picture</span></th><th
                  class="font-normal"
                  scope="col">Item</th
                ><th class="font-normal" scope="col">When</th><th class="text-right font-normal" scope="col"
                  >Took</th
                ><th class="text-right font-normal" scope="col">Planned</th></tr
              ></thead
            >
            <tbody class="divide-y divide-rule border-y border-rule">
              {#each finished as { run, state } (run.id)}{@const made = workroom.builds.find(
                  ({ id }) => id === run.buildId,
                )}<Guard what="This run of {run.buildName}" table>
                  <tr>
                    <td class="py-1"
                      >{#if made}<ItemPicture build={made} size={36} />{/if}</td
                    >
                    <td class="py-2">{run.buildName}</td>
                    <td class="text-quiet">{day.format(run.createdAt)}</td>
                    <td class="text-right">{formatDuration(runSeconds(state, 0))}</td>
                    <td class="text-right text-quiet">{formatDuration(plannedSeconds(run))}</td>
                  </tr></Guard
                >
              {/each}
            </tbody>
          </table>
        {/if}
      </section>
    </div>
  {/if}
</div>
