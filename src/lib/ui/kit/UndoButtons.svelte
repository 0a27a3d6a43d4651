<script lang="ts">
  import Redo from '@lucide/svelte/icons/redo-2';
  import Undo from '@lucide/svelte/icons/undo-2';

  // The last change taken back or made again, by press; the page knows the keys.
  interface Props {
    editor: { canUndo: boolean; canRedo: boolean; undo: () => void; redo: () => void };
  }
  let { editor }: Props = $props();
</script>

<button
  type="button"
  class="btn px-2.5"
  disabled={!editor.canUndo}
  onclick={() => editor.undo()}
  aria-label="Undo"
  title="Undo (Ctrl + Z)"><Undo size={18} /></button
>
<button
  type="button"
  class="btn px-2.5"
  disabled={!editor.canRedo}
  onclick={() => editor.redo()}
  aria-label="Redo"
  title="Redo (Ctrl + Shift + Z)"><Redo size={18} /></button
>
