<script lang="ts">
  import ThreadDot from '../kit/ThreadDot.svelte';
  import { formatNumber } from '$lib/core/base';
  import type { prepareDay } from '$lib/core/demand';

  // Thread of all orders against the shelf: what lasts, what ends where, what is not there.
  let { threads }: { threads: ReturnType<typeof prepareDay>['threads'] } = $props();
  const isShort = ({ onShelf, ends }: (typeof threads)[number]) => onShelf === null || ends !== null;
  const short = $derived(threads.filter(isShort).length);
</script>

<section class="mb-7 break-inside-avoid" aria-label="Thread" data-testid="day-threads">
  <h2 class="mb-1 flex items-baseline gap-3 text-2xl">
    Thread<span class="label font-sans"
      >{short ? `${short} of ${threads.length} will not last` : 'all of it lasts'}</span
    >
  </h2>
  <ul class="grid gap-x-8 sm:grid-cols-2 xl:grid-cols-3">
    {#each threads as thread, place (place)}
      <li class="flex items-start gap-2 border-b border-rule py-1">
        <span class="mt-1"><ThreadDot colour={thread.colour} /></span>
        <span class="flex-1"
          >{thread.name}<span class={['label block', isShort(thread) && 'text-madder']}
            >{thread.onShelf === null
              ? 'not on the shelf'
              : thread.ends
                ? `ends in hooping ${thread.ends.hooping} of ${thread.ends.build}: put on a new one at the stop before`
                : `${formatNumber(Math.round(thread.onShelf))} m on the shelf`}</span
          ></span
        >
        <span class="whitespace-nowrap">{formatNumber(Math.ceil(thread.metres))} m</span>
      </li>
    {/each}
  </ul>
</section>
