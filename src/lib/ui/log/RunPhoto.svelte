<script lang="ts">
  import { storedPhoto } from '../run/stored-photo.svelte';

  // A picture kept with a step, loaded when it is shown.
  let { id, name }: { id: string; name: string } = $props();
  const photo = storedPhoto(() => id);
</script>

{#if photo.url}<a href={photo.url} target="_blank" rel="noopener external" class="my-1 block w-fit"
    ><img src={photo.url} alt="Taken at {name}" class="h-24 rounded border border-rule" /></a
  >{/if}
