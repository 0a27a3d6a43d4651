<script lang="ts">
  import type { Waiting } from '$lib/core/run';
  import { formatRoughly } from '$lib/core/base';
  import { runWays } from '../state/run-ways.svelte';
  import { chime, flashTitle } from './call';
  import { moment } from './when';

  // What dries or cools by itself: until when, and the call when it is over.
  let { waiting, now, calls = false }: { waiting: Waiting; now: number; calls?: boolean } = $props();
  const over = $derived(now >= waiting.until);
  let waited = false;
  $effect(() => {
    if (!over) waited = true;
    // Only what came to its end under these eyes calls.
    else if (calls && waited) {
      if (runWays.sound) chime();
      return flashTitle('● It is ready: go on');
    }
  });
</script>

{#if over}“{waiting.title}” is over: it may go on.{:else}“{waiting.title}” goes on by itself until about {moment(
    waiting.until,
    now,
  )}, {formatRoughly((waiting.until - now) / 1000)} from now.{/if}
