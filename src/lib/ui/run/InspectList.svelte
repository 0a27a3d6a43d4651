<script lang="ts">
  import Check from '../kit/Check.svelte';
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
        <Check
          class="min-h-11 text-lg"
          checked={seen.includes(id)}
          onchange={(on) => (seen = on ? [...seen, id] : seen.filter((s) => s !== id))}
          top
          large
          ><span class={seen.includes(id) ? 'text-quiet' : ''}
            ><span class="font-bold">{side}</span>: {text}<span class="label block">{because}</span></span
          ></Check
        >
      </li>
    {/each}
  </ul>
  <button type="button" class="btn mt-1" onclick={ontrouble}>Something is not right …</button>
</section>
