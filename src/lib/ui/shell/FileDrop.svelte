<script lang="ts">
  import Part from '../kit/Part.svelte';
  import Overlay from './Overlay.svelte';

  // A file may be dropped anywhere; the page under it stays as it is until the file is good.
  let over = $state(0);
  let files = $state.raw<File[]>([]);
  /** what takes them is fetched with the first */
  let isTaking = $state(false);
  const hasFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files');
</script>

<svelte:window
  ondragenter={(e) => hasFiles(e) && over++}
  ondragleave={(e) => hasFiles(e) && (over = Math.max(0, over - 1))}
  ondragover={(e) => hasFiles(e) && e.preventDefault()}
  ondrop={(e) => {
    if (!hasFiles(e) || !e.dataTransfer) return;
    over = 0;
    if (e.defaultPrevented) return;
    e.preventDefault();
    files = [...files, ...e.dataTransfer.files];
    isTaking = true;
  }}
/>

{#if over > 0}<Overlay>Drop the tape or bundle here</Overlay>{/if}
{#if isTaking}
  <Part load={() => import('./TakeFiles.svelte')}
    >{#snippet children({ default: TakeFiles })}<TakeFiles
        {files}
        ontaken={() => (files = [])}
      />{/snippet}</Part
  >
{/if}
