<script lang="ts">
  import type { NeedleStep } from '$lib/core/score';
  import type { BuildEditor } from '../state/editor.svelte';
  import ThreadFields from './ThreadFields.svelte';

  // At a change of thread: which comes next, or that none does.
  let { editor, next }: { editor: BuildEditor; next: NeedleStep } = $props();
</script>

<div class="flex flex-wrap items-end gap-3">
  <ThreadFields {editor} block={next.block} />
  {#if next.stop > 0}
    <button type="button" class="btn" onclick={() => editor.keepThread(next.block)}
      >Same thread as before</button
    >
    <button type="button" class="btn" onclick={() => editor.oneThread()}>All in one thread</button>
  {/if}
</div>
