<script lang="ts">
  import type { BuildPlan } from '$lib/core/plan';
  import {
    bobbinsForOrder,
    howThreadLasts,
    freshBobbin,
    fullBobbins,
    useBobbins,
    waitingBobbins,
  } from '$lib/core/thread';
  import type { BuildEditor } from '../state/editor.svelte';
  import { workroom } from '../state/workroom.svelte';

  // What is wound before the start, where the bobbin is best changed, and what is left on it.
  let { editor, plan }: { editor: BuildEditor; plan: BuildPlan } = $props();

  const full = $derived(fullBobbins(plan.machine, plan.numbers));
  const items = $derived(plan.hooping.repeats?.places.length ?? 1);
  const once = $derived(useBobbins(plan.thread.onBobbin, full, { items }));
  const threads = $derived(howThreadLasts(plan.thread, plan.order, workroom.workshop.threads));
  const wind = $derived(bobbinsForOrder(plan.thread, plan.order));
  const titleOf = (stepId: string) => plan.score.steps.find((s) => s.id === stepId)?.title ?? '';
  const wound = (thread: string | null) => (thread === null ? 'of bobbin thread' : `wound with ${thread}`);
  const listed = (all: typeof wind) => all.map(({ thread, count: n }) => `${n} ${wound(thread)}`).join(', ');
  const stock = $derived(
    wind.map((w) => {
      const waits = waitingBobbins(w, plan.machine, workroom.workshop.bobbins);
      return { ...w, waits, missing: Math.max(0, w.count - waits) };
    }),
  );
  const onShelf = (n: number, { waits, missing }: { waits: number; missing: number }) =>
    waits === 0
      ? ''
      : missing
        ? ` (${waits} ${waits > 1 ? 'wait' : 'waits'} on the shelf: wind ${missing})`
        : ` (${n > 1 ? 'they wait' : 'it waits'} on the shelf)`;
  const left = $derived(once.left.filter(({ leftM }) => leftM >= 1));
</script>

{#if threads.length}
  <dl class="basis-full" aria-label="Thread for the order" data-testid="thread-lasts">
    <dt class="label">
      Thread for {plan.order.hoopings > 1 ? `all ${plan.order.hoopings} hoopings` : 'the order'}
    </dt>
    <dd class="flex flex-wrap gap-x-6">
      {#each threads as { name, colour, metres, onShelf, endsIn }, place (place)}
        <span class="flex items-center gap-2"
          ><span class="inline-block h-4 w-4 rounded-full border border-ink" style:background={colour}
          ></span>{name}
          {metres.toFixed(0)} m<span class={['label', (onShelf === null || endsIn !== null) && 'text-madder']}
            >{onShelf === null
              ? 'not on the shelf'
              : endsIn === null
                ? `of ${onShelf.toFixed(0)}`
                : `of ${onShelf.toFixed(0)}: ends in hooping ${endsIn}; put on a new one at the stop before`}</span
          ></span
        >
      {/each}
    </dd>
  </dl>
{/if}
{#if once.wind.length}
  <dl class="flex flex-wrap gap-x-8 gap-y-1" aria-label="Bobbins" data-testid="bobbin-plan">
    {#if plan.order.hoopings > 1}
      <div>
        <dt class="label">Full bobbins for a hooping</dt>
        <dd>{listed(once.wind)}</dd>
      </div>
    {/if}
    <div>
      <dt class="label">
        {plan.order.hoopings > 1 ? `For all ${plan.order.hoopings} hoopings` : 'Full bobbins'}
      </dt>
      <dd>
        {stock.map(({ thread, count: n, ...at }) => `${n} ${wound(thread)}${onShelf(n, at)}`).join('; ')}
      </dd>
    </div>
    {#if left.length}
      <div>
        <dt class="label">Left after a hooping</dt>
        <dd>{left.map(({ thread, leftM }) => `${leftM.toFixed(0)} m ${wound(thread)}`).join(', ')}</dd>
      </div>
    {/if}
    {#if once.swaps.length}
      <div class="basis-full">
        <dt class="label">Change it before it runs out where a join would show</dt>
        {#each once.swaps as { stepId, item, leftM, because }, place (place)}
          <dd class="flex flex-wrap items-center gap-3" title={because}>
            <span
              >before “{titleOf(stepId)}”{items > 1 ? `, item ${item + 1}` : ''}: {leftM.toFixed(1)} m are left</span
            >
            {#if item === 0}
              <button
                type="button"
                class="btn btn-small"
                onclick={() => editor.edit(freshBobbin(stepId, plan.numbers['stop.bobbinFresh']))}
                >Make it a step</button
              >
            {/if}
          </dd>
        {/each}
      </div>
    {/if}
  </dl>
{/if}
