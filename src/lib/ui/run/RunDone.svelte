<script lang="ts">
  import { resolve } from '$app/paths';
  import { logRow } from '$lib/core/log';
  import { plannedSeconds } from '$lib/core/run';
  import { count, formatDuration } from '$lib/core/units';
  import type { RunSession } from '../state/run-session.svelte';

  let { session }: { session: RunSession } = $props();
  const planned = $derived(session.run ? plannedSeconds(session.run) : 0);
  /** how the items came out, where it is more than one good one */
  const made = $derived.by(() => {
    if (!session.run || !session.state) return '';
    const { items, good, second, ruined } = logRow({ run: session.run, state: session.state });
    if (items === good && items === 1) return '';
    return [good && `${good} good`, second && count(second, 'second'), ruined && `${ruined} ruined`]
      .filter(Boolean)
      .join(', ');
  });
</script>

<section class="mx-auto flex min-h-dvh max-w-2xl flex-col justify-center gap-4 p-8">
  {#if session.state?.status === 'finished'}
    <h1 class="text-5xl">{session.run?.buildName}: done.</h1>
    {#if made}<p class="text-3xl">{made}.</p>{/if}
    <p class="text-2xl">{formatDuration(session.runSeconds)}; {formatDuration(planned)} were planned.</p>
  {:else}
    <h1 class="text-5xl">Given up at step {(session.state?.index ?? 0) + 1}.</h1>
    <p class="text-2xl">The log keeps what happened.</p>
  {/if}
  <div class="flex flex-wrap gap-3">
    <a class="btn btn-strong" href={resolve('/log')}>See it in the log</a>
    <a class="btn" href={resolve('/builds/[id]', { id: session.run?.buildId ?? '' })}>Back to the build</a>
  </div>
</section>
