<script lang="ts">
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import X from '@lucide/svelte/icons/x';
  import { page } from '$app/state';
  import { prepareDay } from '$lib/core/demand';
  import { waitingBobbins } from '$lib/core/log';
  import Gather from '$lib/ui/cut/Gather.svelte';
  import NotWorkedOut from '$lib/ui/cut/NotWorkedOut.svelte';
  import { cutting, followWorkroom } from '$lib/ui/cut/cutting.svelte';
  import Select from '$lib/ui/kit/Select.svelte';
  import Radios from '$lib/ui/kit/Radios.svelte';
  import PlannedDay from '$lib/ui/prepare/PlannedDay.svelte';
  import DayAtMachine from '$lib/ui/prepare/DayAtMachine.svelte';
  import DayThreads from '$lib/ui/prepare/DayThreads.svelte';
  import EmptyWorkroom from '$lib/ui/shell/EmptyWorkroom.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  // What is made ready for the orders of a day: who is threaded when, what is wound, what must lie there.
  let asked = $state<'chosen' | 'plan'>(page.url.searchParams.get('of') === 'plan' ? 'plan' : 'chosen');
  // Without orders there is no plan.
  const of = $derived(workroom.workshop.orders.length ? asked : 'chosen');
  followWorkroom();
  const others = $derived(workroom.builds.filter((b) => !cutting.chosen.includes(b.id)));
  const day = $derived(
    prepareDay(cutting.inOrder, workroom.workshop, waitingBobbins(workroom.workshop, workroom.log.all)),
  );
</script>

<svelte:head>
  <title>Prepare · Jolt Step</title>
</svelte:head>

<div class="max-w-6xl p-6 print:p-0">
  <header class="mb-4 flex flex-wrap items-center gap-3">
    <h1 class="mr-auto text-3xl">Prepare</h1>
    {#if workroom.workshop.orders.length}<div class="no-print">
        <Radios
          label="Prepare for"
          value={of}
          options={[
            ['chosen', 'builds that I choose'],
            ['plan', 'a day of the plan'],
          ]}
          onchange={(to) => (asked = to)}
        />
      </div>{/if}
    {#if cutting.inOrder.length || of === 'plan'}<button
        type="button"
        class="btn no-print"
        onclick={() => print()}>Print</button
      >{/if}
  </header>
  {#if workroom.builds.length === 0}
    <EmptyWorkroom />
  {:else if of === 'plan'}
    <PlannedDay />
  {:else if cutting.status === 'loading'}
    <p class="text-quiet" role="status">Working out what the orders take …</p>
  {:else if cutting.problem}
    <NotWorkedOut problem={cutting.problem} />
  {:else}
    <section class="no-print mb-6" aria-label="Orders of the day">
      <p class="label mb-1">Sewn in this order</p>
      <ol class="flex flex-wrap gap-2">
        {#each cutting.inOrder as { build }, n (build.id)}
          <li class="flex items-center rounded border border-rule bg-paper pl-3">
            <span class="mr-1"><span class="text-quiet">{n + 1}</span> {build.name}</span>
            <button
              type="button"
              class="min-h-11 px-2 disabled:opacity-40"
              aria-label="{build.name} earlier"
              disabled={n === 0}
              onclick={() => cutting.move(build.id, -1)}><ArrowUp size={16} /></button
            >
            <button
              type="button"
              class="min-h-11 px-2 disabled:opacity-40"
              aria-label="{build.name} later"
              disabled={n === cutting.inOrder.length - 1}
              onclick={() => cutting.move(build.id, 1)}><ArrowDown size={16} /></button
            >
            <button
              type="button"
              class="min-h-11 px-2 disabled:opacity-40"
              aria-label="{build.name} not today"
              onclick={() => cutting.choose(build.id, false)}><X size={16} /></button
            >
          </li>
        {/each}
        {#if others.length}
          <li>
            <Select
              class="min-h-11"
              label="One more order"
              value=""
              options={[['', 'one more …'], ...others.map((b) => [b.id, b.name] as const)]}
              onchange={(id) => cutting.choose(id, true)}
            />
          </li>
        {/if}
      </ol>
    </section>
    {#if cutting.inOrder.length}
      {#each day.machines as at (at.machine.id)}<DayAtMachine day={at} />{/each}
      {#if day.threads.length}<DayThreads threads={day.threads} />{/if}
      <Gather />
    {:else}
      <p class="text-quiet">Choose the orders of the day above; what they take is worked out at once.</p>
    {/if}
  {/if}
</div>
