<script lang="ts" generics="Module">
  import type { Snippet } from 'svelte';
  import Later from './Later.svelte';

  // A part of a place that is fetched when it is opened, and built in a task of its own: even where it was fetched before,
  // the press that opens it is answered first. Where it cannot be had, it says so in its own place.
  interface Props {
    /** import('…'), so that the bundler knows what is fetched */
    load: () => Promise<Module>;
    children: Snippet<[Module]>;
  }
  let { load, children }: Props = $props();
</script>

{#await load() then module}
  <Later>{@render children(module)}</Later>
{:catch}
  <p class="border-l-4 border-madder bg-madder-soft px-3 py-2" role="alert">
    This part of Jolt Step could not be fetched; nothing is lost.
    <button type="button" class="btn btn-small ml-2" onclick={() => location.reload()}>Reload the page</button
    >
  </p>
{/await}
