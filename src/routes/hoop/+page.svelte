<script lang="ts">
  import { page } from '$app/state';
  import HoopPlace from '$lib/ui/hoop/HoopPlace.svelte';
  import EmptyWorkroom from '$lib/ui/shell/EmptyWorkroom.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  /** the build that the address names, or the newest */
  const id = $derived(page.url.searchParams.get('build') ?? workroom.builds[0]?.id);
</script>

{#if id}
  {#key id}<HoopPlace {id} />{/key}
{:else}
  <div class="p-6">
    <h1 class="mb-4 text-3xl">Hoop</h1>
    <EmptyWorkroom />
  </div>
{/if}
