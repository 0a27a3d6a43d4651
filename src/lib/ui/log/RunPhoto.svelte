<script lang="ts">
  import { pictureType } from '$lib/core/picture';
  import { workroom } from '../state/workroom.svelte';

  // A picture kept with a step, loaded when it is shown.
  let { id, name }: { id: string; name: string } = $props();
  let url = $state('');
  $effect(() => {
    let made = '';
    let gone = false;
    void workroom.store.log.photo(id).then((photo) => {
      // By its bytes: what is said of it could make a document of it, with scripts at our own address.
      const type = photo && pictureType(photo.bytes);
      if (!type || gone) return;
      made = URL.createObjectURL(new Blob([photo.bytes as Uint8Array<ArrayBuffer>], { type }));
      url = made;
    });
    return () => {
      gone = true;
      if (made) URL.revokeObjectURL(made);
    };
  });
</script>

{#if url}<a href={url} target="_blank" rel="noopener external" class="my-1 block w-fit"
    ><img src={url} alt="Taken at {name}" class="h-24 rounded border border-rule" /></a
  >{/if}
