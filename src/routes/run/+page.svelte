<script lang="ts">
  import Guard from '$lib/ui/kit/Guard.svelte';
  import Portion from '$lib/ui/kit/Portion.svelte';
  import LastSewn from '$lib/ui/run/LastSewn.svelte';
  import { resolve } from '$app/paths';
  import Bell from '@lucide/svelte/icons/bell';
  import Play from '@lucide/svelte/icons/play';
  import type { Build } from '$lib/core/build';
  import { count, formatDuration } from '$lib/core/base';
  import { runSeconds } from '$lib/core/run';
  import TapePicture from '$lib/ui/hoop/TapePicture.svelte';
  import { beginRun } from '$lib/ui/state/begin-run';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  let beginning = $state(false);
  async function begin(build: Build) {
    beginning = true;
    await beginRun(build);
    beginning = false;
  }
</script>

<div class="max-w-5xl p-6">
  <header class="mb-5 flex flex-wrap items-center gap-3">
    <h1 class="mr-auto text-3xl">Run</h1>
    {#if workroom.log.open.length}<a class="btn" href={resolve('/run/watch')}
        ><Bell size={18} />Watch {workroom.log.open.length > 1 ? 'them all' : 'it'}</a
      >{/if}
  </header>
  {#if workroom.log.open.length === 0}
    <p class="mb-4">Nothing is on a machine. What you begin comes back here if you are interrupted.</p>
  {:else}
    <ul class="divide-y divide-rule border-y border-rule">
      {#each workroom.log.open as { run, state } (run.id)}
        <li class="flex flex-wrap items-center gap-4 py-3">
          <Guard what="The open run of {run.buildName}" row>
            <div class="min-w-0 flex-1">
              <strong class="text-xl">{run.buildName}</strong>
              <p class="text-quiet">
                Step {Math.min(state.index + 1, run.score.steps.length)} of {run.score.steps.length}: {run
                  .score.steps[state.index]?.title ?? 'all done'} ·
                {formatDuration(runSeconds(state, Date.now()))} so far
              </p>
            </div>
            <a class="btn btn-strong" href={resolve('/run/[id]', { id: run.id })}>Resume</a></Guard
          >
        </li>
      {/each}
    </ul>
  {/if}
  {#if workroom.builds.length}
    <h2 class="mt-8 mb-2 text-2xl">{workroom.log.open.length ? 'Begin another' : 'Begin one'}</h2>
    <Portion items={workroom.builds}>
      {#snippet children(shown)}
        <ul class="grid gap-x-10 lg:grid-cols-2">
          {#each shown as build (build.id)}
            <li class="flex items-center gap-4 border-b border-rule py-2">
              <Guard what={build.name} row>
                <TapePicture {build} size={52} />
                <div class="min-w-0 flex-1">
                  <a
                    class="tap text-lg font-bold hover:underline"
                    href={resolve('/builds/[id]', { id: build.id })}>{build.name}</a
                  >
                  <p class="label">
                    {count(build.order.repeats, 'item')} in a hooping<LastSewn buildId={build.id} />
                  </p>
                </div>
                <button
                  type="button"
                  class="btn"
                  aria-label="Begin {build.name}"
                  disabled={beginning}
                  onclick={() => begin(build)}><Play size={18} />Begin</button
                ></Guard
              >
            </li>
          {/each}
        </ul>
      {/snippet}
    </Portion>
  {/if}
</div>
