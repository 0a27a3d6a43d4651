<script lang="ts">
  import type { Attendance } from '$lib/core/run';
  import { formatWait } from '$lib/core/base';
  import { runWays } from '../state/run-ways.svelte';
  import { chime, flashTitle } from './call';

  // While the needle sews by itself: snip the tail, then how long the hands are free, then the call back.
  let { what, remaining }: { what: Attendance; /** to the next stop, s */ remaining: number } = $props();

  $effect(() => {
    if (what !== 'come-back') return;
    if (runWays.sound) chime();
    return flashTitle('● Come back: a stop');
  });
</script>

{#if what === 'stay'}
  <p class="run-line">Stay, and hold the edge with a stylus.</p>
{:else if what === 'snip'}
  <p class="run-line" data-testid="free-time"><strong>Snip the tail</strong> after the first stitches.</p>
{:else if what === 'come-back'}
  <p
    class="run-line animate-pulse text-madder motion-reduce:animate-none"
    role="status"
    data-testid="free-time"
  >
    <strong>Come back:</strong> the stop is near.
  </p>
{:else}
  <p class="run-line text-needle" data-testid="free-time">
    You are free for <strong>{formatWait(remaining)}</strong>.
  </p>
{/if}
