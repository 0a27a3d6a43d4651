<script lang="ts">
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import HoopPlace from '$lib/ui/hoop/HoopPlace.svelte';
  import Part from '$lib/ui/kit/Part.svelte';
  import EmptyWorkroom from '$lib/ui/shell/EmptyWorkroom.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  const asked = $derived(page.url.searchParams.get('build'));
  /** several builds in one hooping, by its id */
  const together = $derived(page.url.searchParams.get('together'));
  const isEmpty = $derived(!workroom.builds.length);
  /** the build that the address names, or the newest; one that another tab changes meanwhile takes nothing away */
  const id = $derived(asked ?? (isEmpty ? undefined : untrack(() => workroom.builds[0]?.id)));
</script>

{#if together}
  {#key together}<Part load={() => import('$lib/ui/together/TogetherPlace.svelte')}
      >{#snippet children({ default: TogetherPlace })}<TogetherPlace id={together} />{/snippet}</Part
    >{/key}
{:else if id}
  {#key id}<HoopPlace {id} />{/key}
{:else}
  <div class="p-6">
    <h1 class="mb-4 text-3xl">Hoop</h1>
    <EmptyWorkroom />
  </div>
{/if}
