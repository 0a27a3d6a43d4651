<script lang="ts">
  import type { Build } from '$lib/core/build';
  import { lastItemPhoto } from '$lib/core/run';
  import TapePicture from '../hoop/TapePicture.svelte';
  import { storedPhoto } from '../run/stored-photo.svelte';
  import { workroom } from '../state/workroom.svelte';

  // How an item of a build looks: the last photo that was taken of one that was done, else its stitches.
  let { build, size }: { build: Build; size: number } = $props();
  const last = $derived(
    lastItemPhoto(
      workroom.log.all
        .filter(({ run }) => run.buildId === build.id)
        .map(({ run, state }) => [run, state] as const),
    ),
  );
  const photo = storedPhoto(() => last?.photoId ?? null);
</script>

{#if photo.url}<img
    src={photo.url}
    alt="{build.name}, as it was made"
    width={size}
    height={size}
    class="rounded object-cover"
    style:width="{size}px"
    style:height="{size}px"
  />{:else}<TapePicture {build} {size} />{/if}
