<script lang="ts">
  import { inspections } from '$lib/core/run';
  import type { RunSession } from '../state/run-session.svelte';

  // Before the hoop is opened: afterwards nothing can be sewn in its place again.
  let { session, ontrouble }: { session: RunSession; ontrouble: () => void } = $props();
  const list = $derived(session.run && session.state ? inspections(session.run, session.state) : []);
  let seen = $state<string[]>([]);
</script>

<section aria-label="Look before you unhoop" data-testid="inspect">
  <h2 class="mb-1 text-2xl">First look: nothing can be aligned again after.</h2>
  <ul class="flex flex-col">
    {#each list as { id, side, text, because } (id)}
      <li>
        <label class="flex min-h-11 items-start gap-3 text-lg" title={because}
          ><input
            type="checkbox"
            class="mt-1.5 size-5 shrink-0"
            checked={seen.includes(id)}
            onchange={(e) => (seen = e.currentTarget.checked ? [...seen, id] : seen.filter((s) => s !== id))}
          /><span class={seen.includes(id) ? 'text-quiet' : ''}
            ><span class="font-bold">{side}</span>: {text}</span
          ></label
        >
      </li>
    {/each}
  </ul>
  <button type="button" class="btn mt-1" onclick={ontrouble}>Something is not right …</button>
</section>
