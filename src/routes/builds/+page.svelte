<script lang="ts">
  import Guard from '$lib/ui/kit/Guard.svelte';
  import Portion from '$lib/ui/kit/Portion.svelte';
  import Select from '$lib/ui/kit/Select.svelte';
  import { onMount, untrack } from 'svelte';
  import { resolve } from '$app/paths';
  import ListPlus from '@lucide/svelte/icons/list-plus';
  import Spline from '@lucide/svelte/icons/spline';
  import type { Build } from '$lib/core/build';
  import BuildRow from '$lib/ui/builds/BuildRow.svelte';
  import EmptyWorkroom from '$lib/ui/shell/EmptyWorkroom.svelte';
  import PickFile from '$lib/ui/shell/PickFile.svelte';
  import { BuildList, ORDERS, type RowOrder } from '$lib/ui/state/build-list.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  const list = new BuildList({
    builds: () => workroom.builds,
    orders: () => workroom.workshop.orders,
    runs: () => workroom.log.all,
    movements: () => workroom.movements,
    facts: async (build) => (await import('$lib/ui/state/build-facts')).buildFacts(build),
    breathe: () => new Promise((next) => setTimeout(next, 30)),
  });
  const orders = Object.entries(ORDERS) as [RowOrder, string][];
  let typing = $state(false);
  let asked = $state('');
  /** of which more is asked, as it is now */
  const more = $derived(workroom.builds.find(({ id }) => id === asked));

  const left = new AbortController();
  onMount(() => {
    // How far orders have come is told by all runs since.
    void workroom.log.readAll(left.signal);
    return () => left.abort();
  });
  $effect(() => {
    void [workroom.builds, list.words, list.only];
    untrack(() => void list.follow(left.signal));
  });
  /** the build whose run is being begun: it is read and planned first */
  let beginning = $state('');
  async function run(build: Build) {
    beginning = build.id;
    const { beginRun } = await import('$lib/ui/state/begin-run');
    await beginRun(build);
    beginning = '';
  }
</script>

<div class="max-w-7xl p-6">
  <header class="mb-4 flex flex-wrap items-center gap-3">
    <h1 class="mr-auto text-3xl">Builds</h1>
    <a class="btn" href={resolve('/builds/outline')}><Spline size={18} />Draw an outline</a>
    <button type="button" class="btn" onclick={() => (typing = true)}
      ><ListPlus size={18} />Type the stops</button
    >
    <PickFile strong />
  </header>
  {#if workroom.builds.length === 0}
    <EmptyWorkroom />
  {:else}
    {#if workroom.builds.length > 1}
      <div class="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2">
        <label class="flex items-center gap-2"
          ><span class="label">Find</span><input type="search" bind:value={list.words} class="w-44" /></label
        >
        <span class="flex items-center gap-2"
          ><span class="label" aria-hidden="true">Show</span><Select
            label="Show"
            class="min-h-11 max-w-56"
            value={list.only}
            options={list.kinds}
            onchange={(only) => (list.only = only)}
          /></span
        >
        <span class="flex items-center gap-2"
          ><span class="label" aria-hidden="true">Order</span><Select
            label="Order"
            class="min-h-11"
            value={list.order}
            options={orders}
            onchange={(order) => (list.order = order)}
          /></span
        >
      </div>
    {/if}
    <Portion items={list.rows}>
      {#snippet children(shown)}
        <ul class="divide-y divide-rule border-y border-rule">
          {#each shown as row (row.build.id)}
            <Guard what={row.build.name} row>
              <BuildRow
                {row}
                isBusy={beginning !== ''}
                onrun={() => void run(row.build)}
                onmore={() => (asked = row.build.id)}
              />
            </Guard>
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
{#if more}
  {#await import('$lib/ui/builds/MoreDialog.svelte') then { default: MoreDialog }}
    <MoreDialog build={more} onclose={() => (asked = '')} />
  {/await}
{/if}
