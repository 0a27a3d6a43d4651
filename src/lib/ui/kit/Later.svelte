<script module lang="ts">
  let last: Promise<unknown> = Promise.resolve();
  /** After the tasks that were asked for before, each in a task of its own. */
  const inTurn = () => (last = last.then(() => new Promise((go) => setTimeout(go))));
</script>

<script lang="ts">
  import { onMount, type Snippet } from 'svelte';

  // A part of a place that is built in a task of its own, so that no press waits for the whole place.
  let { children }: { children: Snippet } = $props();
  let due = $state(false);
  onMount(() => void inTurn().then(() => (due = true)));
</script>

{#if due}{@render children()}{/if}
