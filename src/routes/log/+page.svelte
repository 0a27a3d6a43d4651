<script lang="ts">
  import { formatDuration } from '$lib/core/units';
  import RunDetail from '$lib/ui/log/RunDetail.svelte';
  import TimesChart from '$lib/ui/log/TimesChart.svelte';
  import { runLogRows, type LogRow } from '$lib/ui/log/rows';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  const rows = $derived(runLogRows(workroom.runs));
  let open = $state<string | null>(null);
  const when = new Intl.DateTimeFormat('en-GB', {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });
  const results: Record<LogRow['result'], string> = {
    finished: 'finished',
    'given-up': 'given up',
    running: 'under way',
    paused: 'paused',
    interrupted: 'interrupted',
    ready: 'not begun',
  };
</script>

<div class="max-w-6xl p-6">
  <h1 class="mb-4 text-3xl">Log</h1>
  {#if rows.length === 0}
    <p>
      Nothing has been sewn yet. Every run is kept here, step by step, so that the next plan can be better.
    </p>
  {:else}
    <div class="grid gap-8 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <table class="w-full self-start text-left" data-testid="log">
        <thead class="label border-b border-rule">
          <tr>
            <th class="py-1 font-normal" scope="col">Item</th><th class="font-normal" scope="col">Begun</th
            ><th class="font-normal" scope="col">Result</th>
            <th class="text-right font-normal" scope="col">Took</th><th
              class="text-right font-normal"
              scope="col">Planned</th
            >
          </tr>
        </thead>
        <tbody class="divide-y divide-rule">
          {#each rows as row (row.id)}
            <tr class={open === row.id ? 'bg-needle-soft' : ''}>
              <td class="py-1"
                ><button
                  type="button"
                  class="min-h-10 font-bold underline decoration-dotted"
                  aria-expanded={open === row.id}
                  onclick={() => (open = open === row.id ? null : row.id)}>{row.name}</button
                ></td
              >
              <td class="text-quiet">{when.format(row.begun)}</td>
              <td
                >{results[row.result]}{row.notes
                  ? `, ${row.notes} ${row.notes === 1 ? 'note' : 'notes'}`
                  : ''}</td
              >
              <td class="text-right">{formatDuration(row.seconds)}</td>
              <td class="text-right text-quiet">{formatDuration(row.planned)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
      <TimesChart {rows} />
    </div>
    {#if open}
      {@const known = workroom.runs.find((r) => r.run.id === open)}
      {#if known}<RunDetail {known} />{/if}
    {/if}
  {/if}
</div>
