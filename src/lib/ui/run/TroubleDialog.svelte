<script lang="ts">
  import Select from '../kit/Select.svelte';
  import Check from '../kit/Check.svelte';
  import { untrack } from 'svelte';
  import {
    againAfter,
    goingBack,
    judging,
    leaving,
    redoable,
    stitchesBack,
    troubleFlow,
    troublesAt,
    type BareEvent,
    type ItemResult,
    type RunRecord,
    type RunState,
    type TroubleFlow,
    type TroubleKind,
  } from '$lib/core/run';
  import { itemAt, formatNumber } from '$lib/core/base';
  import Care from '../kit/Care.svelte';
  import type { FollowedMachine } from '../state/run-machine.svelte';
  import type { RunSession } from '../state/run-session.svelte';
  import { workroom } from '../state/workroom.svelte';
  import RunDialog from './RunDialog.svelte';

  // Something went wrong: what is safe, what to look at first, and how it goes on.
  interface Props {
    open: boolean;
    /** asked for by the machine itself; else the maker chooses */
    kind: TroubleKind | null;
    session: RunSession;
    machine: FollowedMachine;
  }
  let { open = $bindable(), kind = $bindable(), session, machine }: Props = $props();
  const flows = $derived(troublesAt(session.step));
  const flow = $derived(kind && troubleFlow(kind));
  const again = $derived(session.run && session.state ? redoable(session.run, session.state.index) : []);
  let at = $state<number | null>(0);
  const stitch = $derived(session.stitchOf(at));
  /** stitches back, until the maker says otherwise as far as the overlap needs */
  let ownBack = $state<number | null>(null);
  const back = $derived(ownBack ?? (flow ? stitchesBack(flow, session.block, stitch, workroom.numbers) : 0));
  let redo = $state(0);
  const to = $derived(session.stitchOf(stitch - back));
  /** a piece that shifted is laid anew first, with its size and its tape before the eyes */
  const lay = $derived(flow?.kind === 'shifted' ? (again.find((a) => a.index === redo)?.lay ?? null) : null);
  /** which of the hooping, from 0 */
  let item = $state(0);
  const items = $derived(session.itemsOut);
  let words = $state('');
  let looked = $state<number[]>([]);
  /** clock at which it went wrong: what hands do until they go on belongs to it */
  let opened = 0;

  // Filled in once when a flow opens: what is typed must not be overwritten while the clock ticks.
  $effect(() => {
    if (!open || !flow) return;
    untrack(() => {
      opened = performance.now();
      at = session.state?.stitch || session.stitch;
      ownBack = null;
      redo = again[0]?.index ?? 0;
      words = '';
      looked = [];
    });
  });
  const close = () => ((open = false), (kind = null));
  /** Kept as a whole; what cannot be kept stays on the screen. */
  async function keep(way: (standing: { run: RunRecord; state: RunState }) => BareEvent[]): Promise<boolean> {
    const { run, state } = session;
    const kept = !!run && !!state && (await session.addAll(way({ run, state }), { begun: opened }));
    if (kept) close();
    return kept;
  }
  async function goBack(f: TroubleFlow) {
    const here = to;
    if (!(await keep((at) => goingBack(at, f, words, stitch, here)))) return;
    if (f.freshBobbin) await machine.freshBobbin();
    await machine.goTo(here);
  }
  const sewAgain = (f: TroubleFlow) => keep((at) => againAfter(at, f, words, redo, lay));
  async function leave(f: TroubleFlow) {
    const where = stitch;
    if (machine.sewing) await machine.halt();
    await keep((at) => leaving(at, f, words, where));
  }
  const judge = (f: TroubleFlow, result: ItemResult) => keep((at) => judging(at, f, words, item, result));
</script>

<RunDialog bind:open title={flow?.title ?? 'What went wrong?'} wide>
  {#if !flow}
    <ul class="grid gap-2 sm:grid-cols-2">
      {#each flows as f (f.kind)}
        <li>
          <button
            type="button"
            class="btn min-h-14 w-full text-lg whitespace-normal"
            onclick={() => (kind = f.kind)}>{f.title}</button
          >
        </li>
      {/each}
    </ul>
  {:else}
    <p class="mb-3 border-l-8 border-needle bg-needle-soft px-3 py-2 text-lg">{flow.safe}</p>
    <div class="mb-2 flex flex-col gap-2"><Care cautions={flow.cautions} large /></div>
    <ol class="mb-4 flex flex-col gap-1">
      {#each flow.checks as check, i (i)}
        <li>
          <Check
            class="min-h-11 text-lg"
            checked={looked.includes(i)}
            onchange={(on) => (looked = on ? [...looked, i] : looked.filter((l) => l !== i))}
            top
            large><span class={looked.includes(i) ? 'text-quiet' : ''}>{check}</span></Check
          >
        </li>
      {/each}
    </ol>
    <label class="mb-4 flex flex-col gap-1"
      ><span class="label">In your words, for the log</span><input
        bind:value={words}
        maxlength="400"
      /></label
    >
    <div class="flex flex-col gap-3 border-t border-rule pt-4">
      {#if (flow.ways.includes('go-back') || flow.kind === 'interrupted') && session.step?.kind === 'needle'}
        <div class="flex flex-wrap items-end gap-3">
          <label class="flex flex-col gap-1"
            ><span class="label">At stitch, of {formatNumber(session.blockStitches)}</span><input
              type="number"
              class="w-28 text-right"
              min="0"
              max={session.blockStitches}
              bind:value={at}
            /></label
          >
          {#if flow.ways.includes('go-back')}
            <label class="flex flex-col gap-1"
              ><span class="label">Stitches back</span><input
                type="number"
                class="w-24 text-right"
                min="0"
                max={stitch}
                bind:value={() => back, (v) => (ownBack = v)}
              /></label
            >
            <button type="button" class="btn btn-strong min-h-14 text-lg" onclick={() => goBack(flow)}
              >To stitch {formatNumber(to)}, and on</button
            >
          {/if}
        </div>
      {/if}
      {#if flow.ways.includes('redo') && again.length}
        <div class="flex flex-wrap items-end gap-3">
          <label class="flex min-w-0 flex-col gap-1"
            ><span class="label">{flow.saved ?? 'Sew a block once more.'}</span><Select
              class="max-w-full"
              value={redo}
              options={again.map(
                ({ index, step }) => [index, `${step.title}, block ${step.block + 1}`] as const,
              )}
              onchange={(index) => (redo = index)}
            /></label
          >
          <button type="button" class="btn btn-strong min-h-14 text-lg" onclick={() => sewAgain(flow)}
            >Sew it again</button
          >
          {#if lay !== null}<p class="pb-4 text-quiet">From “{itemAt(session.steps, lay).title}” on.</p>{/if}
        </div>
      {:else if flow.ways.includes('redo')}
        <p>Nothing of this hooping can be sewn again: it was opened, or nothing is sewn yet.</p>
      {/if}
      <div class="flex flex-wrap gap-3">
        {#if flow.ways.includes('leave')}<button
            type="button"
            class="btn min-h-14"
            onclick={() => leave(flow)}>Keep the place and leave</button
          >{/if}
        {#if flow.ways.includes('judge')}
          {#if items > 1}<label class="flex items-center gap-2"
              >Item <Select
                class="min-h-14"
                value={item}
                options={Array.from({ length: items }, (_, n) => [n, String(n + 1)] as const)}
                onchange={(n) => (item = n)}
              /></label
            >{/if}
          <button type="button" class="btn min-h-14" onclick={() => judge(flow, 'second')}
            >Go on as a second</button
          >
          <button
            type="button"
            class="btn min-h-14 border-madder text-madder"
            onclick={() => judge(flow, 'ruined')}>It is ruined</button
          >
        {/if}
        <button type="button" class="btn ml-auto min-h-14" onclick={close}>Never mind</button>
      </div>
    </div>
  {/if}
</RunDialog>
