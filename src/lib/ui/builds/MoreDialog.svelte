<script lang="ts">
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import Copy from '@lucide/svelte/icons/copy';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { MOST_TAG, MOST_TAGS, type Build } from '$lib/core/build';
  import Dialog from '../kit/Dialog.svelte';
  import { workroom } from '../state/workroom.svelte';
  import { tagsIn } from './tags';

  // What is done with a build as a whole.
  let { build, onclose }: { build: Build; onclose: () => void } = $props();
  let open = $state(true);
  // svelte-ignore state_referenced_locally
  let name = $state(`${build.name}, variant`);
  $effect(() => {
    if (!open) onclose();
  });
  function setTags(text: string) {
    const tags = tagsIn(text);
    void workroom.changeBuild(build.id, (b) => ({ ...b, tags }));
  }
  async function vary() {
    const variant = await workroom.varyBuild(build, name.trim() || build.name);
    if (!variant) return;
    open = false;
    await goto(resolve('/builds/[id]', { id: variant.id }));
  }
  function remove() {
    open = false;
    void workroom.removeBuild(build);
  }
</script>

<Dialog bind:open title={build.name}>
  <label class="mb-5 block"
    ><span class="label block">Tags, with commas between them</span>
    <input
      class="w-full"
      maxlength={MOST_TAGS * (MOST_TAG + 2)}
      value={build.tags.join(', ')}
      onchange={(e) => setTags(e.currentTarget.value)}
    />
  </label>
  <form
    class="mb-5 flex flex-wrap items-end gap-2"
    onsubmit={(e) => {
      e.preventDefault();
      void vary();
    }}
  >
    <label class="min-w-0 flex-1"
      ><span class="label block">A variant: the same stitches, with choices of its own</span>
      <input class="w-full" maxlength={120} bind:value={name} />
    </label>
    <button type="submit" class="btn"><Copy size={18} />Make the variant</button>
  </form>
  <div class="flex flex-wrap justify-between gap-2">
    <button type="button" class="btn text-madder" onclick={remove}><Trash size={18} />Remove the build</button
    >
    <button type="button" class="btn" onclick={() => (open = false)}>Done</button>
  </div>
</Dialog>
