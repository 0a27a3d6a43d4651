<script lang="ts">
  import { onMount } from 'svelte';
  import { amountToBuy } from '$lib/core/cut';
  import { count, formatLength, formatSize } from '$lib/core/units';
  import GroupLayout from '$lib/ui/cut/GroupLayout.svelte';
  import Swatch from '$lib/ui/cut/Swatch.svelte';
  import Tabs from '$lib/ui/kit/Tabs.svelte';
  import EmptyWorkroom from '$lib/ui/shell/EmptyWorkroom.svelte';
  import { Cutting, type LaidGroup } from '$lib/ui/state/cutting.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  const VIEWS = [
    ['pieces', 'Pieces'],
    ['layout', 'Layout and cuts'],
    ['buy', 'To buy'],
  ] as const;
  let view = $state<(typeof VIEWS)[number][0]>('pieces');
  const cutting = new Cutting();
  let ready = $state(false);
  onMount(async () => {
    await cutting.load();
    ready = true;
  });

  async function layOut() {
    view = 'layout';
    await cutting.layOut();
  }
  const short = $derived(cutting.laid.filter((l) => l.toBuy));
  const amount = ({ group, toBuy }: LaidGroup) =>
    toBuy ? amountToBuy(group.material, toBuy, workroom.unit) : '';
  const shoppingText = $derived(
    [
      ...short.map((l) => `${l.group.name}: ${amount(l)}`),
      ...cutting.counted.map(
        (c) =>
          `${c.quantity} × ${c.name}, at least ${formatLength(c.sizeMm, workroom.unit)}, for ${c.buildName}`,
      ),
    ].join('\n'),
  );
</script>

<div class="max-w-6xl p-6">
  <header class="mb-4 flex flex-wrap items-center gap-3">
    <h1 class="mr-auto text-3xl">Cut</h1>
    <label class="flex items-center gap-2"
      ><input type="checkbox" bind:checked={cutting.edgeToEdge} />from edge to edge
      <span class="label">(rotary cutter, scissors)</span></label
    >
    <button
      type="button"
      class="btn btn-strong"
      disabled={!cutting.groups.length || cutting.status === 'working'}
      onclick={layOut}>Lay it out</button
    >
  </header>
  {#if workroom.builds.length === 0}
    <EmptyWorkroom />
  {:else if !ready}
    <p class="text-quiet" role="status">Working out the pieces …</p>
  {:else}
    <fieldset class="mb-4 flex flex-wrap gap-x-5 gap-y-1">
      <legend class="label mb-1">For the orders of</legend>
      {#each workroom.builds as build (build.id)}
        <label class="flex min-h-8 items-center gap-2"
          ><input
            type="checkbox"
            checked={cutting.chosen.includes(build.id)}
            onchange={(e) => cutting.toggle(build.id, e.currentTarget.checked)}
          />{build.name} <span class="label">{build.order.quantity}</span></label
        >
      {/each}
    </fieldset>
    <div class="mb-3"><Tabs views={VIEWS} bind:value={view} label="Views of the cutting" /></div>
    {#if view === 'pieces'}
      {#each cutting.groups as group (group.key)}
        <section class="mb-4" aria-label={group.name}>
          <h2 class="flex items-center gap-3 text-xl">
            <Swatch colour={group.colour} material={group.material} />{group.name}
          </h2>
          <p class="label">
            {group.stock.length
              ? `On the shelf: ${group.stock.map((s) => s.name).join(', ')}`
              : 'None of it on the shelf.'}
          </p>
          <table class="w-full max-w-3xl">
            <tbody class="divide-y divide-rule">
              {#each group.pieces as piece (piece.id)}
                <tr
                  ><td class="py-1">{piece.name} <span class="label">{piece.buildName}</span></td><td
                    class="text-right whitespace-nowrap"
                    >{formatSize(piece.widthMm, piece.heightMm, workroom.unit)}</td
                  ><td class="label pl-4">{piece.mayTurn ? '' : 'not turned'}</td><td
                    class="w-20 text-right text-lg">{piece.quantity} ×</td
                  ></tr
                >
              {/each}
            </tbody>
          </table>
        </section>
      {:else}
        <p class="text-quiet">Choose an order above to see what it needs.</p>
      {/each}
    {:else if view === 'layout'}
      {#if cutting.status === 'idle' && cutting.laid.length && (cutting.outdated || cutting.missing)}
        <p class="mb-3 border-l-4 border-hands bg-hands-soft px-3 py-1">
          {cutting.outdated
            ? 'Something changed since this was laid out: lay it out again.'
            : `${count(cutting.missing, 'material')} not laid out yet.`}
        </p>
      {/if}
      {#each cutting.laid as laid (laid.group.key)}<GroupLayout
          {laid}
          edgeToEdge={cutting.edgeToEdge}
        />{:else}
        <p class="text-quiet">Nothing is laid out yet: press Lay it out.</p>
      {/each}
    {:else}
      {#if !cutting.laid.length}<p class="text-quiet">
          Lay it out first; then this lists what the shelf does not hold.
        </p>{/if}
      <ul class="divide-y divide-rule" data-testid="shopping">
        {#each short as laid (laid.group.key)}
          <li class="flex items-center gap-4 py-2">
            <Swatch colour={laid.group.colour} material={laid.group.material} /><span class="flex-1"
              >{laid.group.name}</span
            ><strong>{amount(laid)}</strong>
          </li>
        {/each}
        {#each cutting.counted as c (c.buildName + c.name)}
          <li class="flex items-center gap-4 py-2">
            <span class="flex-1"
              >{c.name} for {c.buildName}, at least {formatLength(c.sizeMm, workroom.unit)}</span
            ><strong>{c.quantity}</strong>
          </li>
        {/each}
      </ul>
      {#if cutting.laid.length}<button
          type="button"
          class="btn mt-4"
          onclick={() => navigator.clipboard?.writeText(shoppingText)}>Copy as text</button
        >{/if}
    {/if}
  {/if}
</div>
