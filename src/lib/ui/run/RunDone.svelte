<script lang="ts">
  import { resolve } from '$app/paths';
  import { logRow } from '$lib/core/log';
  import { plannedSeconds } from '$lib/core/run';
  import { formatDuration } from '$lib/core/base';
  import { beginRun } from '../state/begin-run';
  import type { RunSession } from '../state/run-session.svelte';
  import { workroom } from '../state/workroom.svelte';
  import WaitWords from './WaitWords.svelte';

  let { session }: { session: RunSession } = $props();
  const planned = $derived(session.run ? plannedSeconds(session.run) : 0);
  /** how the items came out, where it is more than one good one */
  const made = $derived.by(() => {
    if (!session.run || !session.state) return '';
    const { items, good, second, ruined } = logRow({ run: session.run, state: session.state });
    if (items === good && items === 1) return '';
    return [
      good && `${good} good`,
      second && `${second} as ${second > 1 ? 'seconds' : 'a second'}`,
      ruined && `${ruined} ruined`,
    ]
      .filter(Boolean)
      .join(', ');
  });
  const build = $derived(workroom.builds.find((b) => b.id === session.run?.buildId));
  let beginning = $state(false);
  /** The next hooping of the same build, as it stands now. */
  async function next() {
    beginning = true;
    if (build) await beginRun(build);
    beginning = false;
  }
</script>

<section class="mx-auto flex min-h-dvh max-w-3xl flex-col justify-center gap-4 p-8">
  {#if session.state?.status === 'finished'}
    <h1 class="text-5xl">{session.run?.buildName}: done.</h1>
    {#if made}<p class="text-3xl">{made}.</p>{/if}
    <p class="text-2xl">{formatDuration(session.runSeconds)}; {formatDuration(planned)} were planned.</p>
    {#if session.waiting}<p class="text-xl text-quiet">
        <WaitWords waiting={session.waiting} now={session.clock} />
      </p>{/if}
  {:else}
    <h1 class="text-5xl">Given up at step {(session.state?.index ?? 0) + 1}.</h1>
    <p class="text-2xl">The log keeps what happened.</p>
  {/if}
  <div class="flex flex-wrap gap-3">
    {#if build}<button type="button" class="btn btn-strong min-h-14" disabled={beginning} onclick={next}
        >Begin the next one</button
      >{/if}
    <a class="btn min-h-14" href={resolve('/log')}>See it in the log</a>
    {#if build}<a class="btn min-h-14" href={resolve('/builds/[id]', { id: build.id })}>Back to the build</a
      >{/if}
    {#if session.hold === 'held'}<button type="button" class="btn min-h-14" onclick={() => session.reopen()}
        >Open it again <span class="label">to change what was said of the items</span></button
      >{/if}
  </div>
</section>
