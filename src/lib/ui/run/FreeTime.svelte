<script lang="ts">
  import { count, formatClock } from '$lib/core/units';
  import { runWays } from '../state/run-ways.svelte';
  import { chime, flashTitle } from './call';

  // While the needle sews by itself: snip the tail, then how long the hands are free, then the call back.
  interface Props {
    /** to the next stop, s */
    remaining: number;
    /** since the needle started, s */
    elapsed: number;
    /** stay by the needle that long after a start, s */
    watch: number;
    /** called back that long before the stop, s */
    call: number;
    /** needs somebody all the time */
    attended: boolean;
  }
  let { remaining, elapsed, watch, call, attended }: Props = $props();
  const watching = $derived(elapsed < watch);
  const calling = $derived(!attended && !watching && remaining <= call);
  const minutes = $derived(Math.floor(remaining / 60));

  $effect(() => {
    if (!calling) return;
    if (runWays.sound) chime();
    return flashTitle('● Come back: a stop');
  });
</script>

{#if attended}
  <p class="run-line">Stay, and hold the edge with a stylus.</p>
{:else if watching}
  <p class="run-line" data-testid="free-time"><strong>Snip the tail</strong> after the first stitches.</p>
{:else if calling}
  <p
    class="run-line animate-pulse text-madder motion-reduce:animate-none"
    role="status"
    data-testid="free-time"
  >
    <strong>Come back:</strong> the stop is near.
  </p>
{:else}
  <p class="run-line text-needle" data-testid="free-time">
    You are free for <strong>{minutes >= 2 ? count(minutes, 'minute') : formatClock(remaining)}</strong>.
  </p>
{/if}
