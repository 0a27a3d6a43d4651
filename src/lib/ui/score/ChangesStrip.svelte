<script lang="ts">
  import { count } from '$lib/core/base';
  import type { BuildEditor } from '../state/editor.svelte';

  // What the last choice did to the score, until it is closed or the next one is made.
  let { editor }: { editor: BuildEditor } = $props();
  const MOST = 4;
  const some = (titles: string[]) =>
    `${titles.slice(0, MOST).join(', ')}${titles.length > MOST ? ` and ${titles.length - MOST} more` : ''}`;
  const lines = $derived.by(() => {
    if (!editor.changes) return [];
    const { added, removed, reworded, pieces } = editor.changes.by;
    return [
      added.length && `${count(added.length, 'step')} new: ${some(added)}`,
      removed.length && `${count(removed.length, 'step')} gone: ${some(removed)}`,
      reworded.length && `${count(reworded.length, 'step')} reworded: ${some(reworded)}`,
      pieces.length && `${count(pieces.length, 'piece')} of another size or stuff: ${some(pieces)}`,
    ].filter((l) => typeof l === 'string');
  });
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
    <button type="button" class="text-needle underline" onclick={() => editor.undo()}>Undo</button>
    <button type="button" class="text-needle underline" onclick={() => (editor.changes = null)}>Close</button>
  </p>
{/if}
