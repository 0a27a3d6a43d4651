<script lang="ts">
  import { onMount } from 'svelte';
  import Download from '@lucide/svelte/icons/download';
  import { ALL_RUNS, filterLog, logCsv, logJson } from '$lib/core/log';
  import { count } from '$lib/core/base';
  import Tabs from '$lib/ui/kit/Tabs.svelte';
  import { saveAs } from '$lib/ui/kit/save-as';
  import Corrections from '$lib/ui/log/Corrections.svelte';
  import LogCharts from '$lib/ui/log/LogCharts.svelte';
  import LogFilters from '$lib/ui/log/LogFilters.svelte';
  import RunsTable from '$lib/ui/log/RunsTable.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  const left = new AbortController();
  const readAll = () => void workroom.log.readAll(left.signal);
  onMount(() => {
    readAll();
    return () => left.abort();
  });
  const VIEWS = [
    ['runs', 'Runs'],
    ['charts', 'Charts'],
    ['figures', 'What it teaches'],
  ] as const;
  let view = $state<(typeof VIEWS)[number][0]>('runs');
  let filter = $state({ ...ALL_RUNS });
  const shown = $derived(filterLog(workroom.log.all, filter, Date.now()));
</script>

<div class="max-w-6xl p-6">
  <header class="mb-4 flex flex-wrap items-center gap-3">
    <h1 class="mr-auto text-3xl">Log</h1>
    {#if shown.length}
      <button
        type="button"
        class="no-print btn btn-small"
        disabled={workroom.log.olderCount > 0}
        onclick={() => saveAs('runs.csv', 'text/csv', logCsv(shown))}><Download size={16} />CSV</button
      >
      <button
        type="button"
        class="no-print btn btn-small"
        disabled={workroom.log.olderCount > 0}
        onclick={() => saveAs('runs.json', 'application/json', logJson(shown))}
        ><Download size={16} />JSON</button
      >
    {/if}
  </header>
  {#if workroom.log.all.length === 0}
    <p>
      Nothing has been sewn yet. Every run is kept here, step by step, so that the next plan can be better.
    </p>
  {:else}
    <Tabs views={VIEWS} bind:value={view} label="Views of the log" rowClass="no-print mb-4 items-end!">
      {#snippet beside()}{#if view !== 'figures'}<div class="flex-1">
            <LogFilters bind:filter runs={workroom.log.all} />
          </div>{/if}{/snippet}
      {#if workroom.log.olderCount}<p class="mb-2 flex items-center gap-3 text-quiet" role="status">
          {count(workroom.log.olderCount, 'older run')} still to be read{workroom.log.isReading ? ' …' : '.'}
          {#if !workroom.log.isReading}<button type="button" class="btn btn-small" onclick={readAll}
              >Read them now</button
            >{/if}
        </p>{/if}
      {#if view === 'figures' && workroom.log.isReading}
        <p>What the log teaches is worked out from all of its runs.</p>
      {:else if view === 'figures'}
        <Corrections />
      {:else if shown.length === 0}
        <p>
          No run is like that. <button
            type="button"
            class="underline"
            onclick={() => (filter = { ...ALL_RUNS })}>Show all</button
          >
        </p>
      {:else if view === 'charts'}
        <LogCharts runs={shown} />
      {:else}
        <RunsTable runs={shown} />
      {/if}
    </Tabs>
  {/if}
</div>
