<script lang="ts">
  import { itemAt, limitsOf } from '$lib/core/base';
  import NumberField from '../kit/NumberField.svelte';
  import Fold from '../kit/Fold.svelte';
  import { gramsSchema, RESULTS, type ItemResult } from '$lib/core/run';
  import type { RunSession } from '../state/run-session.svelte';
  import WaitWords from './WaitWords.svelte';

  // The hooping is done: how each item came out.
  let {
    session,
    asked,
  }: { session: RunSession; /** it was tried to close the run before all was said */ asked: boolean } =
    $props();
  const items = $derived(Array.from({ length: session.itemsOut }, (_, n) => n));
  const WORDS: Record<ItemResult, string> = { good: 'Good', second: 'A second', ruined: 'Ruined' };
  const of = (n: number) => session.state?.results[n];
  let list = $state<HTMLElement | null>(null);
  $effect(() => {
    if (asked) list?.querySelector<HTMLElement>('[data-open] [role=radio]')?.focus();
  });
  const threads = $derived([
    ...new Set((session.run?.blocks ?? []).filter((b) => b.stitches).map((b) => b.thread.name)),
  ]);
  const weighed = (name: string) => {
    const spools = session.state?.spools ?? {};
    return Object.hasOwn(spools, name) ? itemAt(spools, name) : null;
  };
  const judge = (n: number, result: ItemResult, reason: string) =>
    session.add({ type: 'item', n, result, reason });
  async function choose(n: number, result: ItemResult) {
    // A reason typed just before is on its way to the disk.
    await session.settled();
    await judge(n, result, of(n)?.reason ?? '');
  }
</script>

<section class="flex min-h-0 flex-1 flex-col justify-center-safe gap-4 overflow-y-auto px-5 py-4 lg:px-10">
  <h1 class="run-title" data-testid="run-title">All steps are done.</h1>
  {#if session.waiting}<p class="text-xl text-quiet">
      <WaitWords waiting={session.waiting} now={session.clock} />
    </p>{/if}
  <div class="flex flex-wrap items-center gap-x-6 gap-y-2">
    <p class="text-2xl">{items.length > 1 ? 'How did they come out?' : 'How did it come out?'}</p>
    {#if items.length > 1 && session.unjudged.length}
      <button type="button" class="btn min-h-16 px-5 text-xl" onclick={() => session.allGood()}
        >{session.unjudged.length === items.length ? 'All good' : 'The others are good'}</button
      >
    {/if}
    <p role="status" class={['text-lg', asked ? 'text-madder' : 'text-quiet']}>
      {session.unjudged.length
        ? asked
          ? 'Say it first: the run is closed when each has its word.'
          : ''
        : 'All is said; now the run can be closed.'}
    </p>
  </div>
  <ul
    bind:this={list}
    class={['grid gap-3', items.length > 3 ? 'items-start gap-x-10 xl:grid-cols-2' : 'max-w-4xl']}
  >
    {#each items as n, place (place)}
      {@const known = of(n)}
      <li class="flex flex-wrap items-center gap-2" data-open={known ? undefined : ''}>
        {#if items.length > 1}<span class="w-24 text-xl">Item {n + 1}</span>{/if}
        <span class="flex gap-2" role="radiogroup" aria-label="Item {n + 1}">
          {#each RESULTS as result (result)}
            <button
              type="button"
              role="radio"
              aria-checked={known?.result === result}
              class={[
                'btn min-h-16 px-5 text-xl',
                known?.result === result &&
                  (result === 'ruined' ? 'border-madder bg-madder text-paper' : 'btn-strong'),
              ]}
              onclick={() => choose(n, result)}>{WORDS[result]}</button
            >
          {/each}
        </span>
        {#if known && known.result !== 'good'}
          <input
            class="min-h-16 min-w-64 flex-1 text-lg"
            maxlength="400"
            placeholder="Why? So that it happens once."
            aria-label="Why item {n + 1} is not good"
            value={known.reason}
            onchange={(e) => judge(n, known.result, e.currentTarget.value.trim())}
          />
        {/if}
      </li>
    {/each}
  </ul>
  <Fold class="max-w-4xl"
    >{#snippet title()}<span class="flex min-h-11 items-center text-lg">Spools weighed before and after?</span
      >{/snippet}
    <p class="label mb-2">
      Grams that went into this run; the log learns from it how much thread your work takes.
    </p>
    <div class="flex flex-wrap gap-3">
      {#each threads as name, place (place)}
        <NumberField
          label={name}
          labelled="beside"
          value={weighed(name)}
          limits={limitsOf(gramsSchema)}
          step="any"
          suffix="g"
          live={false}
          onchange={(grams) => session.add({ type: 'spool-weighed', name, grams })}
        />
      {/each}
    </div>
  </Fold>
</section>
