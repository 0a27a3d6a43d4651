<script lang="ts">
  import { liesBeneath, type Beside } from '$lib/core/run';
  import Care from '../kit/Care.svelte';
  import type { RunSession } from '../state/run-session.svelte';
  import InspectList from './InspectList.svelte';

  // What stands beside a step, on a screen of its own: a look before the hoop is opened, the hoop put back on.
  let { session, beside, ontrouble }: { session: RunSession; beside: Beside; ontrouble: () => void } =
    $props();
  const words = new Intl.ListFormat('en');
  const beneath = $derived(session.run && session.state ? liesBeneath(session.run, session.state.index) : []);
</script>

{#if beside === 'look'}
  <h1 class="run-line font-display" data-testid="run-title">Look before you unhoop</h1>
  <InspectList {session} {ontrouble} />
{:else}
  <h1 class="run-title text-balance" data-testid="run-title">Put the hoop back on</h1>
  <p class="run-text max-w-[36ch] leading-snug">
    {beneath.length
      ? `Feel beneath: ${words.format(beneath.map((n) => `“${n}”`))} must lie flat, nothing folded under.`
      : 'Nothing must lie beneath it or be folded under.'}
    Push the hoop in until it holds, and pull at it once.
  </p>
  <Care cautions={['arm']} large />
{/if}
