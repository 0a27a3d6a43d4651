<script lang="ts">
  import Check from '../kit/Check.svelte';
  import { inspections } from '$lib/core/run';
  import type { RunSession } from '../state/run-session.svelte';
  import { workroom } from '../state/workroom.svelte';

  // Before the hoop is opened: afterwards nothing can be sewn in its place again.
  let { session, ontrouble }: { session: RunSession; ontrouble: () => void } = $props();
  const list = $derived(
    session.run && session.state ? inspections(session.run, session.state, workroom.unit) : [],
  );
  let seen = $state<string[]>([]);
</script>

<section aria-label="Look before you unhoop" data-testid="inspect">
  <p class="mb-2 text-xl">Nothing can be sewn in its place again afterwards.</p>
  <ul class="flex flex-col">
    {#each list as { id, side, text, because } (id)}
      <li>
        <Check
          class="min-h-11 text-xl"
          checked={seen.includes(id)}
          onchange={(on) => (seen = on ? [...seen, id] : seen.filter((s) => s !== id))}
          top
          large
          ><span class={seen.includes(id) ? 'text-quiet' : ''}
            ><span class="font-bold">{side}</span>: {text}<span class="block text-base text-quiet"
              >{because}</span
            ></span
          ></Check
        >
      </li>
    {/each}
  </ul>
  <button type="button" class="btn mt-2 min-h-14 text-lg" onclick={ontrouble}>Something is not right …</button
  >
</section>
