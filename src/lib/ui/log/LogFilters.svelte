<script lang="ts">
  import Select from '../kit/Select.svelte';
  import type { LogFilter, LoggedRun } from '$lib/core/log';

  let { filter = $bindable(), runs }: { filter: LogFilter; runs: readonly LoggedRun[] } = $props();
  const builds = $derived([...new Map(runs.map((r) => [r.run.buildId, r.run.buildName]))]);
  const machines = $derived([...new Set(runs.map((r) => r.run.machine?.name ?? ''))].filter(Boolean));
  const SINCE = [
    [0, 'ever'],
    [7, '7 days'],
    [30, '30 days'],
  ] as const;
  const RESULTS: [LogFilter['result'], string][] = [
    ['', 'all'],
    ['finished', 'finished'],
    ['open', 'not over'],
    ['spoiled', 'seconds and ruined'],
    ['trouble', 'with trouble'],
  ];
</script>

<div class="flex flex-wrap items-end gap-3" role="search" aria-label="Runs to show">
  <label class="flex flex-col gap-1"
    ><span class="label">Build</span><Select
      value={filter.buildId}
      options={[['', 'all'], ...builds]}
      onchange={(id) => (filter.buildId = id)}
    /></label
  >
  <label class="flex flex-col gap-1"
    ><span class="label">Machine</span><Select
      value={filter.machine}
      options={[['', 'all'], ...machines.map((m) => [m, m] as const)]}
      onchange={(name) => (filter.machine = name)}
    /></label
  >
  <label class="flex flex-col gap-1"
    ><span class="label">Result</span><Select
      value={filter.result}
      options={RESULTS}
      onchange={(result) => (filter.result = result)}
    /></label
  >
  <label class="flex flex-col gap-1"
    ><span class="label">Since</span><Select
      value={filter.days}
      options={SINCE}
      onchange={(days) => (filter.days = days)}
    /></label
  >
  <label class="flex min-w-40 flex-1 flex-col gap-1"
    ><span class="label">In notes and reasons</span><input
      type="search"
      bind:value={filter.text}
      maxlength="100"
    /></label
  >
</div>
