<script lang="ts">
  import Paper from '$lib/ui/kit/Paper.svelte';
  import Check from '$lib/ui/kit/Check.svelte';
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import { formatSize } from '$lib/core/base';
  import CuttingOrder from '$lib/ui/cut/CuttingOrder.svelte';
  import Gather from '$lib/ui/cut/Gather.svelte';
  import Labels from '$lib/ui/cut/Labels.svelte';
  import Shopping from '$lib/ui/cut/Shopping.svelte';
  import { cutting, followWorkroom } from '$lib/ui/cut/cutting.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  const TITLES: Record<string, string> = {
    pieces: 'Pieces to cut',
    layout: 'Cutting order',
    order: 'Cutting order',
    shopping: 'Shopping',
    gather: 'Lay ready',
    labels: 'Labels',
  };
  const what = $derived(page.url.searchParams.get('what') ?? 'order');
  const builds = $derived(
    workroom.builds
      .filter((b) => cutting.chosen.includes(b.id))
      .map((b) => `${b.name} (${b.order.quantity})`),
  );
  let each = $state(false);
  followWorkroom();
</script>

<svelte:head>
  <title>{TITLES[what] ?? 'Cut'} · Jolt Step</title>
</svelte:head>

<Paper>
  {#snippet actions()}
    <a class="btn" href={resolve('/cut')}>Back to Cut</a>
    {#if what === 'labels'}<Check checked={each} onchange={(on) => (each = on)}
        >one for every single piece</Check
      >{/if}
  {/snippet}
  {#if cutting.status === 'loading'}
    <p role="status">Working out the pieces …</p>
  {:else if cutting.problem}
    <p role="alert"><strong>{cutting.problem.message}</strong> {cutting.problem.next}</p>
  {:else if what === 'labels'}
    <Labels {each} />
  {:else}
    <h1 class="text-2xl">{TITLES[what] ?? 'Cut'}</h1>
    <p>{builds.join(', ')}</p>
    <p class="label mb-3">Cut on a mat, away from the hand, and cap the blade at once.</p>
    {#if what === 'pieces'}
      {#each cutting.groups as group (group.key)}
        <h2 class="mt-3 text-lg">{group.name}</h2>
        <table class="w-full">
          <tbody class="divide-y divide-rule"
            >{#each group.pieces as p (p.id)}<tr class="break-inside-avoid"
                ><td class="w-8"><span class="inline-block h-3 w-3 border border-ink"></span></td><td
                  >{p.name} <span class="text-quiet">{p.buildName}</span></td
                ><td class="text-right">{formatSize(p.widthMm, p.heightMm, workroom.unit)}</td><td
                  class="w-16 text-right">{p.quantity} ×</td
                ></tr
              >{/each}</tbody
          >
        </table>
      {/each}
    {:else if what === 'shopping'}
      <Shopping />
    {:else if what === 'gather'}
      <Gather />
    {:else}
      {#each cutting.laid as laid (laid.id)}<CuttingOrder {laid} plain />{:else}<p>
          Nothing is laid out yet.
        </p>{/each}
    {/if}
  {/if}
</Paper>
