<script lang="ts">
  import { changeLines } from './change-lines';
  import type { BuildEditor } from '../state/editor.svelte';

  // What the last choice did to the score, until it is closed or the next one is made.
  let { editor }: { editor: BuildEditor } = $props();
  const lines = $derived(editor.changes ? changeLines(editor.changes.by) : []);
</script>

{#if editor.changes}
  <p
    class="flex flex-wrap items-baseline gap-x-3 border-l-4 border-needle bg-needle-soft px-3 py-1 text-sm"
    role="status"
  >
    <span class="flex-1 basis-80"
      ><strong>{editor.changes.what}.</strong>
      {lines.length ? `${lines.join('. ')}.` : 'The steps stay as they are.'}</span
    >
    <button type="button" class="tap text-needle underline" onclick={() => editor.undo()}>Undo</button>
    <button type="button" class="tap text-needle underline" onclick={() => (editor.changes = null)}
      >Close</button
    >
  </p>
{/if}
