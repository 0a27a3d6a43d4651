<script lang="ts">
  import { resolve } from '$app/paths';
  import { formatDuration } from '$lib/core/units';
  import { runSeconds } from '$lib/core/run';
  import { workroom } from '$lib/ui/state/workroom.svelte';
</script>

<div class="max-w-5xl p-6">
  <h1 class="mb-5 text-3xl">Run</h1>
  {#if workroom.openRuns.length === 0}
    <p class="mb-4">
      Nothing is on a machine. Open a build and press Run; it comes back here if you are interrupted.
    </p>
  {:else}
    <ul class="divide-y divide-rule border-y border-rule">
      {#each workroom.openRuns as { run, state } (run.id)}
        <li class="flex flex-wrap items-center gap-4 py-3">
          <div class="min-w-0 flex-1">
            <strong class="text-xl">{run.buildName}</strong>
            <p class="text-quiet">
              Step {Math.min(state.index + 1, run.score.steps.length)} of {run.score.steps.length}: {run.score
                .steps[state.index]?.title ?? 'all done'} ·
              {formatDuration(runSeconds(state, Date.now()))} so far
            </p>
          </div>
          <a class="btn btn-strong" href={resolve('/run/[id]', { id: run.id })}>Resume</a>
        </li>
      {/each}
    </ul>
  {/if}
  {#if workroom.builds.length}
    <h2 class="mt-8 mb-2 text-2xl">Begin another</h2>
    <ul class="flex flex-wrap gap-2">
      {#each workroom.builds as build (build.id)}<li>
          <a class="btn" href={resolve('/builds/[id]', { id: build.id })}>{build.name}</a>
        </li>{/each}
    </ul>
  {/if}
</div>
