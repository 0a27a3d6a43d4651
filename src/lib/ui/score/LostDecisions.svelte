<script lang="ts">
  // What of the maker's decisions found no block on a newer tape.
  let { lost, onclose }: { lost: readonly string[]; onclose: () => void } = $props();
</script>

<div class="border-l-4 border-needle bg-needle-soft px-3 py-1" role="status" data-testid="lost">
  <p class="flex gap-3">
    <span class="flex-1"
      >{lost.length
        ? 'On the newer tape these decisions had no block any more:'
        : 'The newer tape is in its place; every decision was kept.'}</span
    >
    <button type="button" class="tap text-needle underline" onclick={onclose}>Close</button>
  </p>
  {#each lost as line, place (place)}<p class="text-sm">{line}</p>{/each}
</div>
