<script lang="ts">
  import { onDestroy, untrack } from 'svelte';
  import { count, formatDuration, formatNumber, type Problem } from '$lib/core/base';
  import type { BuildPlan } from '$lib/core/plan';
  import type { Reordered } from '$lib/core/reorder';
  import { drawStandingOut, pageColours } from '../hoop/draw-tape';
  import Dialog from '../kit/Dialog.svelte';
  import { saveBytesAs } from '../kit/save-as';
  import type { BuildEditor } from '../state/editor.svelte';
  import { showNote } from '../state/notices';
  import { findFewestChanges } from '../state/reorder';
  import { theme } from '../state/theme.svelte';
  import OrderStrip, { type StripBlock } from './OrderStrip.svelte';

  // The order with the fewest changes of thread: what it gains, what moves, and what was looked at to be sure of it.
  let {
    editor,
    plan,
    open = $bindable(false),
  }: { editor: BuildEditor; plan: BuildPlan; open: boolean } = $props();

  let made = $state.raw<Reordered | null>(null);
  let problem = $state.raw<Problem | null>(null);
  let ends: AbortController | null = null;
  const stop = () => ends?.abort();
  onDestroy(stop);

  $effect(() => {
    if (open) untrack(() => void look());
    else stop();
  });
  async function look() {
    stop();
    [made, problem] = [null, null];
    const mine = (ends = new AbortController());
    const answer = await findFewestChanges(editor, mine.signal);
    if (mine.signal.aborted) return;
    if (answer.ok) made = answer.value;
    else problem = answer.problem;
  }

  const titles = $derived(
    new Map(plan.score.steps.flatMap((s) => (s.kind === 'needle' ? [[s.block, s.title] as const] : []))),
  );
  const blockOf = (found: Reordered, block: number, colour: string | undefined): StripBlock => ({
    number: block + 1,
    title: titles.get(block) ?? '',
    colour: colour ?? null,
    standsOut: found.moved.includes(block),
  });
  const nowIn = (found: Reordered) =>
    found.groups
      .flat()
      .toSorted((a, b) => a - b)
      .map((block) => [blockOf(found, block, plan.threads[block]?.colour)]);
  const thenIn = (found: Reordered) =>
    found.groups.map((group) => group.map((block) => blockOf(found, block, plan.threads[block]?.colour)));
  const gains = $derived(made !== null && (made.tape !== null || made.after.changes < made.before.changes));
  const rows = $derived(
    made && [
      { what: 'Changes of thread', before: String(made.before.changes), after: String(made.after.changes) },
      { what: 'Stops of the machine', before: String(made.before.stops), after: String(made.after.stops) },
      {
        what: 'One item',
        before: formatDuration(made.before.seconds),
        after: formatDuration(made.after.seconds),
      },
    ],
  );
  const bound = ({ isLeast, least, after, rethreads }: Reordered) =>
    isLeast
      ? `No order that leaves all else as it is${rethreads ? ', and threads so few needles anew,' : ''} has fewer.`
      : least < after.changes
        ? `Whatever the order, there are at least ${least}; whether one between is possible is not known.`
        : 'No order has fewer.';
  const anew = ({ rethreads }: Reordered) =>
    rethreads === null
      ? ''
      : rethreads
        ? `${count(rethreads, 'needle')} must be threaded anew on the way.`
        : 'Every thread has a needle of its own.';
  const inPlace = ({ kept }: Reordered) =>
    `${kept.map((title) => `“${title}”`).join(' and ')} ${kept.length > 1 ? 'keep their places' : 'keeps its place'}: elsewhere it would be taken for something else.`;
  const gained = ({ before, after }: Reordered) =>
    before.changes > after.changes
      ? `${count(before.changes - after.changes, 'change')} of thread fewer.`
      : `${count(before.stops - after.stops, 'stop')} fewer.`;

  async function take() {
    if (!made) return;
    const words = gained(made);
    if (!(await editor.takeTape(made.build, made.tape))) return;
    open = false;
    showNote(words, 'Undo brings the order back.');
  }
  const SIZE = 220;
  let canvas = $state<HTMLCanvasElement>();
  $effect(() => {
    const parts = editor.parts();
    const ctx = canvas?.getContext('2d');
    void theme.current;
    if (!canvas || !ctx || !parts || !made) return;
    const { moved } = made;
    canvas.width = canvas.height = SIZE * devicePixelRatio;
    ctx.scale(devicePixelRatio, devicePixelRatio);
    drawStandingOut(ctx, { size: SIZE, ...parts }, (block) => moved.includes(block), pageColours());
  });
</script>

<Dialog bind:open title="Fewest changes of thread" wide>
  {#if problem}
    <p role="alert">{problem.message}</p>
    <p class="label">{problem.next}</p>
    <button type="button" class="btn mt-3 self-end" onclick={() => (open = false)}>Close</button>
  {:else if !made}
    <p role="status">Looking through the orders of {count(titles.size, 'block')} …</p>
    <button type="button" class="btn mt-3" onclick={() => (open = false)}>Stop</button>
  {:else}
    <div class="flex flex-col gap-4" data-testid="fewest-changes">
      {#if gains && rows}
        <div class="flex flex-wrap gap-6">
          <div class="flex min-w-64 flex-1 flex-col gap-3">
            <table class="w-full text-left">
              <thead class="label"
                ><tr
                  ><td></td><th class="text-right font-normal" scope="col">now</th><th
                    class="text-right font-normal"
                    scope="col">then</th
                  ></tr
                ></thead
              >
              <tbody class="divide-y divide-rule">
                {#each rows as { what, before, after }, place (place)}
                  <tr
                    ><th class="py-1 font-normal" scope="row">{what}</th><td class="text-right">{before}</td
                    ><td class={['pl-3 text-right', before !== after && 'font-semibold']}>{after}</td></tr
                  >
                {/each}
              </tbody>
            </table>
            <p>
              {bound(made)}
              {anew(made)}
            </p>
            {#if made.kept.length}
              <p class="label">
                {inPlace(made)}
              </p>
            {/if}
            {#if made.tape}
              <p class="label">
                Looked at {formatNumber(made.places)} places, half a millimetre apart: the same block is on top
                at each. What hands do, and what is cut, is the same as now.
              </p>
            {:else}
              <p class="label">The tape stays as it is; what nobody sees takes the thread that is on.</p>
            {/if}
          </div>
          {#if made.moved.length}
            <figure class="flex flex-col items-center gap-1">
              <div role="img" aria-label="The design; what moves stands out">
                <canvas bind:this={canvas} style:width="{SIZE}px" style:height="{SIZE}px"></canvas>
              </div>
              <figcaption class="label">{count(made.moved.length, 'block')} sewn at another time</figcaption>
            </figure>
          {/if}
        </div>
        {#if made.tape}
          <OrderStrip label="Sewn now" groups={nowIn(made)} />
          <OrderStrip label="Sewn then, without a stop where blocks stand together" groups={thenIn(made)} />
        {/if}
        <div class="flex flex-wrap justify-end gap-3">
          {#if made.tape}
            {@const { bytes } = made.tape}
            <button
              type="button"
              class="btn mr-auto"
              onclick={() => saveBytesAs(`${editor.build?.name ?? 'design'}, fewest changes.dst`, bytes)}
              >Save this tape as a file</button
            >
          {/if}
          <button type="button" class="btn" onclick={() => (open = false)}>Leave it as it is</button>
          <button type="button" class="btn btn-strong" onclick={() => void take()}>Sew it so</button>
        </div>
      {:else}
        <p>
          {made.before.changes
            ? `${count(made.before.changes, 'change')} of thread: `
            : 'The thread is never changed.'}{made.before.changes
            ? made.isLeast
              ? 'no order that leaves on top what is on top has fewer.'
              : `none better was found; at least ${made.least} there must be.`
            : ''}
        </p>
        <button type="button" class="btn self-end" onclick={() => (open = false)}>Close</button>
      {/if}
    </div>
  {/if}
</Dialog>
