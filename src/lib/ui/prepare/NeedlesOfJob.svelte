<script lang="ts">
  import ThreadDot from '../kit/ThreadDot.svelte';
  import { inRounds, type Rethreading } from '$lib/core/thread';

  // Which needles of a machine of several are threaded for a build: before it, on the way, and in its later hoopings.
  let { needles }: { needles: readonly Rethreading[] } = $props();

  /** "2", "2 to 5", "2, 4, 6" */
  const listed = (all: readonly number[]) => {
    const [first = 0] = all;
    const isRow = all.length > 2 && all.every((n, i) => n === first + i);
    return isRow ? `${first} to ${first + all.length - 1}` : all.join(', ');
  };
  const when = (hoopings: readonly number[]) =>
    hoopings.length === 1 && hoopings[0] === 1
      ? ''
      : `in ${hoopings.length > 1 ? 'hoopings' : 'hooping'} ${listed(hoopings)}${hoopings.length > 1 ? ', each' : ''}: `;
</script>

{#each inRounds(needles) as { hoopings, needles: each }, place (place)}
  <ul class="flex flex-wrap gap-x-5 gap-y-1" aria-label="Needles, {when(hoopings) || 'first hooping'}">
    {#each each as { needle, thread, colour, instead, before }, place (place)}
      <li class="flex items-center gap-2">
        <span
          >{place === 0 ? when(hoopings) : ''}{before ? `before ${before}: ` : ''}needle
          <strong>{needle}</strong></span
        >
        <ThreadDot {colour} />
        {thread}{#if instead}<span class="label">instead of {instead}</span>{/if}
      </li>
    {/each}
  </ul>
{:else}
  <span class="text-quiet">all is on</span>
{/each}
