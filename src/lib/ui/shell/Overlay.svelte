<script lang="ts">
  import type { Snippet } from 'svelte';

  // A few words over the whole page, while a file is held over it or read.
  let { children }: { children: Snippet } = $props();
</script>

<div
  class="pointer-events-none fixed inset-3 z-30 grid place-items-center rounded-xl border-4 border-dashed border-needle bg-ground/85"
>
  <p class="font-display text-3xl" role="status">{@render children()}</p>
</div>
