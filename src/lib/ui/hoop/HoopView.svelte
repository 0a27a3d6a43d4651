<script lang="ts">
  import { onDestroy, untrack } from 'svelte';
  import type { MayTurn } from '$lib/core/arrange';
  import type { Build } from '$lib/core/build';
  import type { BuildPlan } from '$lib/core/plan';
  import { arrangeWatched, gapForMoreWatched, outlineInWorker } from '$lib/workers';
  import type { BuildEditor } from '../state/editor.svelte';
  import { hoopForMore } from '$lib/core/hoop';
  import { HoopTable } from '../state/hoop-table.svelte';
  import { HoopWays } from '../state/hoop-ways.svelte';
  import { showProblem } from '../state/notices';
  import { workroom } from '../state/workroom.svelte';
  import HoopChoice from './HoopChoice.svelte';
  import HoopPlaces from './HoopPlaces.svelte';
  import HowMany from './HowMany.svelte';
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

  // A design with other stitches has another outline.
  const stitches = $derived(JSON.stringify([build.tapeId, build.typed, build.insertions]));
  $effect(() => {
    void stitches;
    untrack(() => void ways.read());
  });
  const larger = $derived.by(() => {
    const most = ways.found.free?.placements.length ?? 0;
    return hoopForMore(workroom.workshopNow(), plan.numbers, plan.design.size, table.gapMm, most)?.name;
  });
  const { width, height, inset, oval } = $derived(plan.hooping.field);
  $effect(() => {
    const wanted = { field: { width, height, inset, oval }, gapMm: table.gapMm, mayTurn, quantity };
    if (!ways.outline?.length) return;
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
  <div class="grid min-h-0 flex-1 gap-4 lg:grid-cols-[17rem_minmax(0,1fr)_18rem]">
    <section class="min-h-0 overflow-y-auto pr-1" aria-label="Which hoop">
      <h2 class="mb-1 text-xl">Which hoop</h2>
      <HoopChoice
        outline={ways.outline}
        hoopId={plan.hooping.hoop.id}
        machineId={plan.machine.id}
        onchoose={(hoop, machine, fit) => table.choose(hoop, machine, fit)}
      />
    </section>
    <section
      class="flex min-h-96 flex-col rounded-lg border border-rule bg-paper p-2"
      aria-label="In the hoop"
    >
      <HoopPlaces {table} {plan} />
    </section>
    <section class="flex min-h-0 flex-col gap-3 overflow-y-auto px-1" aria-label="How many">
      <h2 class="text-xl">How many</h2>
      <HowMany
        {table}
        {ways}
        {quantity}
        {mayTurn}
        {larger}
        onquantity={(n) => (quantity = n)}
        onturn={(turns) => (mayTurn = turns)}
        onmirror={build.typed ? undefined : () => void editor.mirror()}
      />
      {#if editor.tape && !build.typed && (plan.hooping.repeats?.places.length ?? 0) > 1}
        <OneTape {plan} tape={editor.tape} name={build.name} />
      {/if}
    </section>
  </div>
{:else}
  <p class="p-4 text-quiet" role="status">Working out what the design takes of the hoop …</p>
{/if}
