<script lang="ts">
  import Guard from '$lib/ui/kit/Guard.svelte';
  import { onMount } from 'svelte';
  import Download from '@lucide/svelte/icons/download';
  import { ALL_RUNS, filterLog, logCsv, logJson, logRow, type LogRow } from '$lib/core/log';
  import { count, formatDuration, formatNumber } from '$lib/core/base';
  import Tabs from '$lib/ui/kit/Tabs.svelte';
  import { saveAs } from '$lib/ui/kit/save-as';
  import Corrections from '$lib/ui/log/Corrections.svelte';
  import LogCharts from '$lib/ui/log/LogCharts.svelte';
  import LogFilters from '$lib/ui/log/LogFilters.svelte';
  import RunDetail from '$lib/ui/log/RunDetail.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  const left = new AbortController();
  const readAll = () => void workroom.readLog(left.signal);
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
  const shown = $derived(filterLog(workroom.runs, filter, Date.now()));
  const rows = $derived(shown.map(logRow));
  const AT_A_TIME = 100;
  let most = $state(AT_A_TIME);
  let open = $state<string | null>(null);
  const minute = { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' } as const;
  const thisYear = new Intl.DateTimeFormat('en-GB', minute);
  const anyYear = new Intl.DateTimeFormat('en-GB', { ...minute, year: 'numeric' });
  const when = (ms: number) =>
    (new Date(ms).getFullYear() === new Date().getFullYear() ? thisYear : anyYear).format(ms);
  const STATUS: Record<LogRow['status'], string> = {
    finished: 'finished',
    'given-up': 'given up',
    running: 'under way',
    paused: 'paused',
    interrupted: 'interrupted',
    ready: 'not begun',
  };
  const told = (r: LogRow) =>
    [
      r.second > 0 && count(r.second, 'second'),
      r.ruined > 0 && `${r.ruined} ruined`,
      r.breaks > 0 && count(r.breaks, 'break'),
      r.ranOut > 0 && 'bobbin ran out',
      r.redos > 0 && count(r.redos, 'redo'),
      r.notes > 0 && count(r.notes, 'note'),
      r.photos > 0 && count(r.photos, 'picture'),
      r.simulated && 'simulated',
    ].filter(Boolean);
</script>

<div class="max-w-6xl p-6">
  <header class="mb-4 flex flex-wrap items-center gap-3">
    <h1 class="mr-auto text-3xl">Log</h1>
    {#if rows.length}
      <button
        type="button"
        class="no-print btn btn-small"
        disabled={workroom.olderRuns > 0}
        onclick={() => saveAs('runs.csv', 'text/csv', logCsv(shown))}><Download size={16} />CSV</button
      >
      <button
        type="button"
        class="no-print btn btn-small"
        disabled={workroom.olderRuns > 0}
        onclick={() => saveAs('runs.json', 'application/json', logJson(shown))}
        ><Download size={16} />JSON</button
      >
    {/if}
  </header>
  {#if workroom.runs.length === 0}
    <p>
      Nothing has been sewn yet. Every run is kept here, step by step, so that the next plan can be better.
    </p>
  {:else}
    <Tabs views={VIEWS} bind:value={view} label="Views of the log" rowClass="no-print mb-4 items-end!">
      {#snippet beside()}{#if view !== 'figures'}<div class="flex-1">
            <LogFilters bind:filter runs={workroom.runs} />
          </div>{/if}{/snippet}
      {#if workroom.olderRuns}<p class="mb-2 flex items-center gap-3 text-quiet" role="status">
          {count(workroom.olderRuns, 'older run')} still to be read{workroom.reading ? ' …' : '.'}
          {#if !workroom.reading}<button type="button" class="btn btn-small" onclick={readAll}
              >Read them now</button
            >{/if}
        </p>{/if}
      {#if view === 'figures' && workroom.reading}
        <p>What the log teaches is worked out from all of its runs.</p>
      {:else if view === 'figures'}
        <Corrections />
      {:else if rows.length === 0}
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
        <table class="w-full text-left" data-testid="log">
          <thead class="label border-b border-rule">
            <tr>
              <th class="py-1 font-normal" scope="col">Item</th><th
                class="hidden font-normal sm:table-cell"
                scope="col">Begun</th
              ><th class="hidden font-normal sm:table-cell" scope="col">Machine</th><th
                class="font-normal"
                scope="col">Result</th
              >
              <th class="text-right font-normal" scope="col">Good</th><th
                class="text-right font-normal"
                scope="col">Took</th
              ><th class="hidden text-right font-normal sm:table-cell" scope="col">Planned</th>
            </tr>
          </thead>
          <tbody class="divide-y divide-rule">
            {#each rows.slice(0, most) as row (row.id)}<Guard what="This run of {row.name}" table>
                <tr class={open === row.id ? 'bg-needle-soft' : ''}>
                  <td class="py-1"
                    ><button
                      type="button"
                      class="min-h-10 text-left font-bold underline decoration-dotted"
                      aria-expanded={open === row.id}
                      onclick={() => (open = open === row.id ? null : row.id)}>{row.name}</button
                    ><span class="label block sm:hidden">{when(row.begun)}</span></td
                  >
                  <td class="hidden text-quiet sm:table-cell">{when(row.begun)}</td>
                  <td class="hidden text-quiet sm:table-cell">{row.machine}</td>
                  <td
                    >{STATUS[row.status]}{#if told(row).length}<span class="text-quiet"
                        >, {told(row).join(', ')}</span
                      >{/if}</td
                  >
                  <td class="pl-3 text-right whitespace-nowrap">{row.good} of {row.items}</td>
                  <td class="pl-3 text-right whitespace-nowrap">{formatDuration(row.seconds)}</td>
                  <td class="hidden pl-3 text-right text-quiet sm:table-cell"
                    >{formatDuration(row.planned)}</td
                  >
                </tr>
                {#if open === row.id}
                  {@const known = workroom.runs.find((r) => r.run.id === open)}
                  {#if known}<tr><td colspan="7" class="pb-6"><RunDetail {known} /></td></tr>{/if}
                {/if}</Guard
              >
            {/each}
          </tbody>
        </table>
        {#if rows.length > most}
          <p class="mt-4 flex items-center gap-4">
            <button type="button" class="btn" onclick={() => (most += AT_A_TIME)}>Show older runs</button>
            <span class="text-quiet">{formatNumber(most)} of {formatNumber(rows.length)} are shown.</span>
          </p>
        {/if}
      {/if}
    </Tabs>
  {/if}
</div>
