<script lang="ts">
  import { untrack } from 'svelte';
  import { resolve } from '$app/paths';
  import { count, formatDuration, percent } from '$lib/core/base';
  import BatchScore from './BatchScore.svelte';
  import CallsList from './CallsList.svelte';
  import ChosenHooping from './ChosenHooping.svelte';
  import HowSure from './HowSure.svelte';
  import WhatIfTable from './WhatIfTable.svelte';
  import { personName, plan } from './plan.svelte';
  import RoomLeft from './RoomLeft.svelte';
  import PlanFiles from './PlanFiles.svelte';
  import { layoutBatch } from './score-layout';
  import { dayWords } from './words';

  // The plan of all open orders: when it is done, how near to the best there can be, and who does what when.
  let { now }: { now: number } = $props();
  let chosen = $state<string | null>(null);
  const names = $derived(new Map(plan.batch?.task.people.map(({ id }) => [id, personName(id)]) ?? []));
  const layout = $derived(plan.batch && plan.schedule && layoutBatch(plan.batch, plan.schedule, names));
  const from = $derived(plan.batch?.now ?? 0);
  const hooping = $derived(plan.batch?.hoopings.find(({ id }) => id === chosen) ?? null);
  const over = $derived(
    plan.schedule && plan.schedule.bound.finishS > 0
      ? plan.schedule.finishS / plan.schedule.bound.finishS - 1
      : 0,
  );
  const maySew = (hoopingId: string, headId: string) =>
    plan.batch?.task.hoopings.find(({ id }) => id === hoopingId)?.heads?.includes(headId) ?? false;
  // How far a search has come; the clock of the page goes by the minute.
  let share = $state(0);
  $effect(() => {
    const { searching } = plan;
    if (!searching) return;
    const tell = () => (share = Math.min(1, (Date.now() - searching.from) / (1000 * searching.seconds)));
    untrack(tell);
    const timer = setInterval(tell, 100);
    return () => clearInterval(timer);
  });
</script>

{#if plan.problem}
  <div class="max-w-2xl border-l-4 border-madder bg-madder-soft px-4 py-3" role="alert">
    <p><strong>{plan.problem.message}</strong> {plan.problem.next}</p>
    <p class="mt-1 flex gap-2">
      <a class="btn btn-small" href={resolve('/workshop/people')}>People</a>
      <a class="btn btn-small" href={resolve('/workshop/machines')}>Machines</a>
    </p>
  </div>
{:else if layout && plan.schedule}
  <div class="mb-3 flex flex-wrap items-start gap-x-8 gap-y-2">
    <div>
      <p class="label">All done</p>
      <p class="font-display text-3xl" data-testid="batch-finish">
        {dayWords(from + 1000 * plan.schedule.finishS)}
      </p>
    </div>
    <p class="max-w-md pt-1">
      {#if plan.late && plan.late.count > 0}
        <strong class="text-madder">{count(plan.late.count, 'hooping')} late</strong>, {formatDuration(
          plan.late.lateS,
        )} in all.
      {:else}Everything is in time.{/if}
      {#if plan.sureness}
        Nine weeks of ten end by {dayWords(from + 1000 * plan.sureness.p90S)}{#if plan.sureness.late > 0}; in {percent(
            plan.sureness.late,
          )} of them something is late{/if}.
      {/if}
      <span class="block text-quiet"
        >{plan.schedule.bound.because} That is {dayWords(from + 1000 * plan.schedule.bound.finishS)}: this
        plan is
        {percent(over)} over it.</span
      >
    </p>
    <div class="no-print ml-auto flex flex-wrap items-center gap-2">
      {#if plan.searching}
        <span class="flex items-center gap-2" role="status"
          >Looking for a better plan <progress
            class="w-28"
            value={share}
            aria-label="Looking for a better plan"
          ></progress>
          <button type="button" class="btn btn-small" onclick={plan.searching.stop}>Stop</button></span
        >
      {:else}
        <button
          type="button"
          class="btn btn-small"
          disabled={!plan.history.canUndo}
          onclick={() => void plan.undo()}>Undo</button
        >
        <button
          type="button"
          class="btn btn-small"
          disabled={!plan.history.canRedo}
          onclick={() => void plan.redo()}>Redo</button
        >
        <button type="button" class="btn btn-small" onclick={() => plan.replan()}>From now on</button>
        <button type="button" class="btn btn-small" onclick={() => void plan.search()}
          >Look for a better plan</button
        >
      {/if}
    </div>
  </div>
  {#if plan.change}
    <p class="mb-2" role="status" data-testid="plan-change">
      {#if Math.abs(plan.change.finishS) < 1 && Math.abs(plan.change.lateS) < 1}Nothing gets later by it.{:else}
        {#if Math.abs(plan.change.finishS) >= 1}All is done {formatDuration(Math.abs(plan.change.finishS))}
          {plan.change.finishS > 0
            ? 'later'
            : 'earlier'}{#if Math.abs(plan.change.lateS) >= 1},{:else}.{/if}{/if}
        {#if Math.abs(plan.change.lateS) >= 1}{formatDuration(Math.abs(plan.change.lateS))}
          {plan.change.lateS > 0 ? 'more' : 'less'} is late.{/if}{/if}
    </p>
  {/if}
  <BatchScore
    {layout}
    {from}
    {now}
    {chosen}
    {maySew}
    onchoose={(id) => (chosen = id)}
    onmove={(id, head, atS) => void plan.move(id, head, atS)}
  />
  {#if hooping}<ChosenHooping {hooping} {layout} {from} onclose={() => (chosen = null)} />{/if}
  <PlanFiles />
  <RoomLeft />
  <WhatIfTable />
  <HowSure />
  <CallsList {layout} {from} {chosen} onchoose={(id) => (chosen = id)} />
{:else if plan.searching || !plan.isReady}
  <p class="text-quiet" role="status">Working out who does what when …</p>
{:else}
  <p class="text-quiet">Nothing is left to plan: all that is wanted is done.</p>
{/if}
