<script lang="ts" generics="Item">
  import type { Snippet } from 'svelte';

  // A long list a screenful at a time: the rest comes as it is scrolled to, or at a press.
  interface Props {
    items: readonly Item[];
    /** shown at first, and added each time */
    size?: number;
    children: Snippet<[readonly Item[]]>;
  }
  let { items, size = 30, children }: Props = $props();
  let more = $state(0);
  const most = $derived(size * (more + 1));

  function onscreen(button: HTMLElement) {
    const seen = new IntersectionObserver(([entry]) => entry?.isIntersecting && more++);
    seen.observe(button);
    return () => seen.disconnect();
  }
</script>

{@render children(items.slice(0, most))}
{#if items.length > most}
  {#key most}<button type="button" class="btn btn-small my-3" {@attach onscreen} onclick={() => more++}
      >Show more of {items.length}</button
    >{/key}
{/if}
