<script lang="ts">
  import type { LogFilter, LoggedRun } from '$lib/core/log';

  let { filter = $bindable(), runs }: { filter: LogFilter; runs: readonly LoggedRun[] } = $props();
  const builds = $derived([...new Map(runs.map((r) => [r.run.buildId, r.run.buildName]))]);
  const machines = $derived([...new Set(runs.map((r) => r.run.machine?.name ?? ''))].filter(Boolean));
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
    ><span class="label">Build</span><select bind:value={filter.buildId}
      ><option value="">all</option>{#each builds as [id, name], place (place)}<option value={id}
          >{name}</option
        >{/each}</select
    ></label
  >
  <label class="flex flex-col gap-1"
    ><span class="label">Machine</span><select bind:value={filter.machine}
      ><option value="">all</option>{#each machines as name, place (place)}<option value={name}>{name}</option
        >{/each}</select
    ></label
  >
  <label class="flex flex-col gap-1"
    ><span class="label">Result</span><select bind:value={filter.result}
      >{#each RESULTS as [value, name] (value)}<option {value}>{name}</option>{/each}</select
    ></label
  >
  <label class="flex flex-col gap-1"
    ><span class="label">Since</span><select bind:value={filter.days}
      ><option value={0}>ever</option><option value={7}>7 days</option><option value={30}>30 days</option
      ></select
    ></label
  >
  <label class="flex min-w-40 flex-1 flex-col gap-1"
    ><span class="label">In notes and reasons</span><input
      type="search"
      bind:value={filter.text}
      maxlength="100"
    /></label
  >
</div>
