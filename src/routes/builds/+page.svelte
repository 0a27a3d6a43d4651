<script lang="ts">
  import Guard from '$lib/ui/kit/Guard.svelte';
  import Portion from '$lib/ui/kit/Portion.svelte';
  import { resolve } from '$app/paths';
  import ListPlus from '@lucide/svelte/icons/list-plus';
  import Spline from '@lucide/svelte/icons/spline';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { techniqueById } from '$lib/core/techniques';
  import { count } from '$lib/core/base';
  import EmptyWorkroom from '$lib/ui/shell/EmptyWorkroom.svelte';
  import PickFile from '$lib/ui/shell/PickFile.svelte';
  import TapePicture from '$lib/ui/hoop/TapePicture.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  let wanted = $state('');
  let typing = $state(false);
  const found = $derived(
    workroom.builds.filter((b) =>
      `${b.name} ${techniqueById(b.technique).name} ${b.fileName}`
        .toLowerCase()
        .includes(wanted.trim().toLowerCase()),
    ),
  );
</script>

<div class="max-w-6xl p-6">
  <header class="mb-5 flex flex-wrap items-center gap-3">
    <h1 class="mr-auto text-3xl">Builds</h1>
    {#if workroom.builds.length > 1}
      <label class="flex items-center gap-2"
        ><span class="label">Find</span><input type="search" bind:value={wanted} class="w-48" /></label
      >
    {/if}
    <a class="btn" href={resolve('/builds/outline')}><Spline size={18} />Draw an outline</a>
    <button type="button" class="btn" onclick={() => (typing = true)}
      ><ListPlus size={18} />Type the stops</button
    >
    <PickFile strong />
  </header>
  {#if workroom.builds.length === 0}
    <EmptyWorkroom />
  {:else}
    <Portion items={found}>
      {#snippet children(shown)}
        <ul class="divide-y divide-rule border-y border-rule">
          {#each shown as build (build.id)}
            <li class="flex items-center gap-4 py-2">
              <Guard what={build.name} row>
                <a
                  href={resolve('/builds/[id]', { id: build.id })}
                  class="flex min-w-0 flex-1 items-center gap-5 rounded p-2 hover:bg-paper"
                >
                  <TapePicture {build} />
                  <span class="min-w-0 flex-1">
                    <strong class="block truncate text-xl">{build.name}</strong>
                    <span class="text-quiet">{techniqueById(build.technique).name}</span>
                  </span>
                  <span class="text-right"
                    >{count(build.order.quantity, 'item')}<br /><span class="label">{build.fileName}</span
                    ></span
                  >
                </a>
                <button
                  type="button"
                  class="btn btn-small"
                  aria-label="Remove {build.name}"
                  onclick={() => workroom.removeBuild(build)}><Trash size={16} /></button
                ></Guard
              >
            </li>
          {:else}
            <li class="p-4 text-quiet">No build is called that.</li>
          {/each}
        </ul>
      {/snippet}
    </Portion>
    <p class="label mt-3">
      A stitch tape (.dst), a bundle (.zip), a CSV stitch list or an exported build may be dropped anywhere.
    </p>
  {/if}
</div>

{#if typing}
  {#await import('$lib/ui/builds/TypedDialog.svelte') then { default: TypedDialog }}
    <TypedDialog bind:open={typing} />
  {/await}
{/if}
