<script lang="ts">
  import Bell from '@lucide/svelte/icons/bell';
  import { onMount } from 'svelte';
  import { resolve } from '$app/paths';
  import { formatClock, formatRoughly } from '$lib/core/base';
  import { byCall, reduceRun, stepFacts, watchRun, type WatchedRun } from '$lib/core/run';
  import type { StoredRun } from '$lib/store';
  import { runWays } from '../state/run-ways.svelte';
  import { workroom } from '../state/workroom.svelte';
  import { chime, flashTitle } from './call';

  // All runs that are under way, wherever they are followed: which wants hands now, and which next.
  let stored = $state.raw<ReadonlyMap<string, StoredRun>>(new Map());
  let now = $state(Date.now());
  const ids = $derived(workroom.log.open.map(({ run }) => run.id).join(' '));
  onMount(() => {
    void runWays.load();
    const clock = setInterval(() => (now = Date.now()), 1000);
    return () => clearInterval(clock);
  });
  $effect(() => {
    const ends = ids
      .split(' ')
      .filter(Boolean)
      .map((id) => workroom.store.log.watch(id, (run) => (stored = new Map([...stored, [id, run]]))));
    return () => ends.forEach((end) => end());
  });
  const known = $derived(
    [...stored.values()]
      .filter(({ run }) => ids.split(' ').includes(run.id))
      .map(({ run, events }) => ({ run, state: reduceRun(events, stepFacts(run)) })),
  );
  const all = $derived(
    known
      .map(({ run, state }) => ({ run, seen: watchRun(run, state, now, workroom.numbers) }))
      .sort((a, b) => byCall(a.seen, b.seen)),
  );
  /** those that want hands, by their runs */
  const calling = $derived(
    all
      .filter(({ seen: { is } }) => is === 'come-back' || is === 'hands')
      .map(({ run }) => run.id)
      .join(' '),
  );
  let called: readonly string[] | null = null;
  $effect(() => {
    const next = calling.split(' ').filter(Boolean);
    // What had called already when this was opened, or calls still, is not called again.
    const before = called;
    called = next;
    if (before && runWays.sound && next.some((id) => !before.includes(id))) chime();
  });
  const first = $derived(all.find(({ seen: { is } }) => is === 'come-back'));
  const name = $derived(first && `● ${first.run.machine?.name ?? first.run.buildName} calls`);
  $effect(() => (name ? flashTitle(name) : undefined));

  const WORDS: Record<WatchedRun['is'], string> = {
    hands: 'wants hands now',
    stay: 'stay by it',
    free: 'sews by itself',
    'come-back': 'come back',
    stands: 'stands',
    waits: 'waits',
    done: 'is done',
  };
</script>

<div class="p-6">
  <header class="mb-5 flex flex-wrap items-center gap-3">
    <h1 class="mr-auto text-3xl">Watch</h1>
    <button
      type="button"
      class="btn"
      aria-pressed={runWays.sound}
      onclick={() => {
        runWays.set({ sound: !runWays.sound });
        // So sounds the call; and from this press on the browser lets it sound.
        if (runWays.sound) chime();
      }}><Bell size={18} />{runWays.sound ? 'Calls by sound' : 'Calls without sound'}</button
    >
    <a class="btn" href={resolve('/run')}>Runs</a>
  </header>
  {#if !ids}
    <p>Nothing is on a machine. What you begin is seen here, each run with its next call.</p>
    <p class="mt-2"><a class="text-needle underline" href={resolve('/run')}>Begin one</a></p>
  {:else}
    <ul class="grid gap-5 lg:grid-cols-2">
      {#each all as { run, seen } (run.id)}
        <li
          class={[
            'flex flex-col gap-2 rounded border-4 bg-paper p-5',
            seen.is === 'hands' || seen.is === 'come-back'
              ? 'border-hands bg-hands-soft'
              : seen.is === 'free'
                ? 'border-needle'
                : 'border-rule',
          ]}
          data-testid="watched-run"
        >
          <p class="flex items-baseline justify-between gap-4 text-xl">
            <strong>{run.machine?.name ?? 'by hand'}</strong><span class="text-quiet">{run.buildName}</span>
          </p>
          <p
            class={[
              'text-4xl font-bold',
              seen.is === 'come-back' && 'text-madder',
              seen.is === 'free' && 'text-needle',
            ]}
          >
            {WORDS[seen.is]}
          </p>
          {#if seen.seconds !== null}<p class="font-display text-5xl tabular-nums">
              {seen.is === 'waits' ? formatRoughly(seen.seconds) : formatClock(seen.seconds)}
            </p>{/if}
          <p class="text-xl">{seen.title}</p>
          {#if seen.next}<p class="text-quiet">then: {seen.next}</p>{/if}
          <a class="btn mt-auto self-start" href={resolve('/run/[id]', { id: run.id })}>Go to it</a>
        </li>
      {/each}
    </ul>
  {/if}
</div>
