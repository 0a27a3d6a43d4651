<script lang="ts">
  import Layers from '@lucide/svelte/icons/layers-2';
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { onDestroy, untrack } from 'svelte';
  import type { MayTurn } from '$lib/core/arrange';
  import type { Build } from '$lib/core/build';
  import type { BuildPlan } from '$lib/core/plan';
  import { arrangeWatched, gapForMoreWatched, outlineInWorker } from '$lib/workers';
  import type { BuildEditor } from '../state/editor.svelte';
  import { hoopForMore } from '$lib/core/hoop';
  import { edgesInHoop, thingInHoop } from '$lib/core/thing';
  import { HoopTable } from '../state/hoop-table.svelte';
  import { HoopWays } from '../state/hoop-ways.svelte';
  import { showProblem } from '../state/notices';
  import { addHooping } from '../state/shared-hoopings';
  import { workroom } from '../state/workroom.svelte';
  import HoopChoice from './HoopChoice.svelte';
  import HoopPlaces from './HoopPlaces.svelte';
  import HowMany from './HowMany.svelte';
  import Fold from '../kit/Fold.svelte';
  import Part from '../kit/Part.svelte';
  import Radios from '../kit/Radios.svelte';
  import OneTape from './OneTape.svelte';

  // Which hoop, how many of the design it holds, and where each lies.
  let { editor, build, plan }: { editor: BuildEditor; build: Build; plan: BuildPlan } = $props();

  /** Figures are still being typed for so long, ms. */
  const SOON_MS = 300;

  const ways = new HoopWays({
    outline: async () => {
      const { tape, reading } = editor;
      if (!tape || !reading) throw new RangeError('An open build has its tape and reading.');
      return outlineInWorker(tape, reading);
    },
    arrange: arrangeWatched,
    gapForMore: gapForMoreWatched,
    tell: showProblem,
  });
  onDestroy(() => ways.stop());
  let mayTurn = $state<MayTurn>('half');
  let quantity = $state<number | null>(null);
  const table = new HoopTable({
    build: () => build,
    plan: () => plan,
    ways,
    change: (next) => editor.change(next),
  });

  let onThing = $state(false);
  let seen = $state<'hoop' | 'thing'>('hoop');
  let chosenSewing = $state(0);
  const sewing = $derived(Math.min(chosenSewing, Math.max(0, (build.thing?.places.length ?? 1) - 1)));
  /** the edges of each item's cloth where they come in the hoop */
  const clothEdges = $derived.by(() => {
    const { thing } = build;
    const on = thing?.places[sewing];
    return thing && on
      ? table.places.flatMap((place) => edgesInHoop(thingInHoop(thing, on, place), plan.hooping.field))
      : [];
  });

  // A design with other stitches has another outline.
  const stitches = $derived(JSON.stringify([build.tapeId, build.typed, build.insertions]));
  $effect(() => {
    void stitches;
    untrack(() => void ways.read());
  });
  const larger = $derived.by(() => {
    const most = ways.found.free?.placements.length ?? 0;
    return hoopForMore(workroom.workshop, plan.numbers, plan.design.size, table.gapMm, most)?.name;
  });
  async function fillLast() {
    const id = await addHooping(build.id, { name: `Last of ${build.name}`, places: table.lastPlaces });
    await goto(resolve(`/hoop?together=${encodeURIComponent(id)}`));
  }
  const { width, height, inset, oval } = $derived(plan.hooping.field);
  const isOver = $derived(plan.hooping.over !== null);
  $effect(() => {
    const wanted = { field: { width, height, inset, oval }, gapMm: table.gapMm, mayTurn, quantity };
    if (!ways.outline?.length || isOver) return;
    const soon = setTimeout(() => void ways.look(wanted), SOON_MS);
    return () => clearTimeout(soon);
  });
</script>

{#if ways.outline && !ways.outline.length}
  <p class="max-w-xl p-4">
    Nobody has said how large this design is, so no hoop can be chosen for it here. Its width and height are
    asked where its stops are typed; or lay it onto its tape.
  </p>
{:else if ways.outline}
  {@const { outline } = ways}
  <div class="grid min-h-0 flex-1 gap-4 lg:grid-cols-[17rem_minmax(0,1fr)_18rem]">
    <section class="min-h-0 overflow-y-auto pr-1" aria-label="Which hoop">
      <h2 class="mb-1 text-xl">Which hoop</h2>
      <HoopChoice
        {outline}
        hoopId={plan.hooping.hoop.id}
        machineId={plan.machine.id}
        onchoose={(hoop, machine, fit) => table.choose(hoop, machine, fit)}
      />
    </section>
    <section
      class="flex min-h-96 flex-col rounded-lg border border-rule bg-paper p-2"
      aria-label="In the hoop"
    >
      {#if build.thing}
        <Radios
          label="What is seen"
          value={seen}
          options={[
            ['hoop', 'In the hoop'],
            ['thing', `On the ${build.thing.name.toLowerCase()}`],
          ]}
          onchange={(next) => (seen = next)}
        />
      {/if}
      {#if build.thing && seen === 'thing'}
        {@const { thing } = build}
        <Part load={() => import('./ThingDrawing.svelte')}
          >{#snippet children({ default: ThingDrawing })}
            <ThingDrawing
              {thing}
              {outline}
              gapMm={table.gapMm}
              {sewing}
              field={plan.hooping.field}
              item={table.places[0] ?? { x: 0, y: 0, turnDeg: 0 }}
              onsewing={(n) => (chosenSewing = n)}
            />{/snippet}</Part
        >
      {:else}<HoopPlaces {table} {plan} edges={clothEdges} />{/if}
    </section>
    <section class="flex min-h-0 flex-col gap-3 overflow-y-auto px-1" aria-label="How many">
      {#if plan.hooping.over}<Part load={() => import('./OverPositions.svelte')}
          >{#snippet children({ default: OverPositions })}<OverPositions {editor} {plan} />{/snippet}</Part
        >{:else}<h2 class="text-xl">How many</h2>
        <HowMany
          {table}
          {ways}
          {quantity}
          {mayTurn}
          {larger}
          onquantity={(n) => (quantity = n)}
          onturn={(turns) => (mayTurn = turns)}
          onmirror={build.typed ? undefined : () => void editor.mirror()}
        />{/if}
      {#if table.lastPlaces.length}
        <p class="label">
          The last of {plan.order.hoopings} hoopings holds {plan.order.lastHooping} of {plan.order.inHooping}.
        </p>
        <button type="button" class="btn shrink-0" onclick={() => void fillLast()}
          ><Layers size={16} />Lay others beside them</button
        >
      {/if}
      {#if editor.tape && !build.typed && ((plan.hooping.repeats?.places.length ?? 0) > 1 || plan.hooping.over?.moves)}
        <OneTape parts={[{ plan, tape: editor.tape }]} name={build.name} />
      {/if}
      <Fold bind:open={onThing} class="border-t border-rule pt-1" testid="made-thing"
        >{#snippet title()}<span class="flex min-h-10 items-center font-bold"
            >{build.thing ? `On a ${build.thing.name.toLowerCase()}` : 'On a made thing'}</span
          >{/snippet}
        <div class="flex flex-col gap-3 pb-2">
          <Part load={() => import('./ThingFields.svelte')}
            >{#snippet children({ default: ThingFields })}
              <ThingFields
                thing={build.thing}
                {outline}
                subject={build.name}
                gapMm={table.gapMm}
                {sewing}
                onchange={(thing) => editor.change({ thing })}
                onsewing={(n) => (chosenSewing = n)}
                onlay={(places) => table.put(places)}
              />{/snippet}</Part
          >
        </div>
      </Fold>
    </section>
  </div>
{:else}
  <p class="p-4 text-quiet" role="status">Working out what the design takes of the hoop …</p>
{/if}
