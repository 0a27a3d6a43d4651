<script lang="ts">
  import { count } from '$lib/core/base';
  import { isSameThread, threadWords, UNNAMED, type Build, type Thread } from '$lib/core/build';
  import type { BuildPlan } from '$lib/core/plan';
  import { haltsOf } from '$lib/core/score';
  import {
    hiddenTakeWhatIsOn,
    knownThreads,
    planNeedles,
    threadList,
    type ThreadRow,
  } from '$lib/core/thread';
  import Check from '../kit/Check.svelte';
  import Part from '../kit/Part.svelte';
  import Select from '../kit/Select.svelte';
  import BobbinPlan from './BobbinPlan.svelte';
  import NeedlePlan from './NeedlePlan.svelte';
  import OtherOrder from './OtherOrder.svelte';
  import type { BuildEditor } from '../state/editor.svelte';
  import { showNote } from '../state/notices';
  import { workroom } from '../state/workroom.svelte';

  // What each block is sewn in, whether anybody sees it, how much it takes, and what the stop after it is for.
  let {
    editor,
    build,
    plan,
    onstep,
  }: { editor: BuildEditor; build: Build; plan: BuildPlan; onstep: () => void } = $props();

  const { machine, design } = $derived(plan);
  const shelf = $derived(workroom.workshop.threads);
  const rows = $derived(threadList({ ...plan, reading: design.reading }));
  const needles = $derived(planNeedles(rows, machine, shelf));
  const byHand = $derived(machine.kind === 'one-needle');
  /** stands for a thread that is not among those known */
  const OTHER = 'other';
  let chosen = $state.raw<readonly number[]>([]);

  const known = $derived(knownThreads(rows, shelf));
  const keyOf = (thread: Thread | undefined) =>
    String(thread ? known.findIndex((t) => isSameThread(t, thread)) : -1);
  const options = $derived([
    ['-1', 'not named yet'] as const,
    ...known.map((t, n) => [String(n), threadWords(t)] as const),
    [OTHER, 'another thread …'] as const,
  ]);
  function set(blocks: readonly number[], key: string) {
    if (key === OTHER) {
      otherFor = blocks;
      isOther = true;
      return;
    }
    setThread(blocks, known[Number(key)] ?? UNNAMED);
  }
  function setThread(blocks: readonly number[], thread: Thread) {
    editor.setThreads(blocks, thread);
    chosen = [];
  }

  /** blocks that another thread is asked for */
  let otherFor = $state.raw<readonly number[]>([]);
  let isOther = $state(false);
  let isSheet = $state(false);
  let isFewest = $state(false);
  const fewer = $derived(hiddenTakeWhatIsOn(rows, build, design.reading.blocks.length));
  const saved = $derived(fewer.before - fewer.after);
  function takeFewer() {
    const many = saved;
    editor.change({ threads: fewer.threads });
    showNote(`${count(many, 'change')} of thread fewer.`, 'Undo brings the threads back.');
  }
  const STOPS: Record<NonNullable<ThreadRow['stop']>, string> = {
    hands: 'for your hands',
    thread: 'for the thread',
    both: 'for hands and thread',
    none: 'for nothing: start again',
  };
  const seen = ({ hidden }: ThreadRow) => (hidden ? `under ${hidden.by}` : '');
  const stopAfter = ({ stop }: ThreadRow) => (stop ? STOPS[stop] : '–');
  function goTo(stepId: string) {
    editor.goToStep(stepId);
    onstep();
  }
  const m = (metres: number) => `${metres.toFixed(1)} m`;
  const isIn = (block: number) => chosen.includes(block);
  const toggle = (block: number) =>
    (chosen = isIn(block) ? chosen.filter((b) => b !== block) : [...chosen, block]);
</script>

<div class="flex flex-wrap items-center gap-3">
  <p class="mr-auto" data-testid="changes">
    {count(fewer.before, 'change')} of thread{byHand ? ', by hand' : ''}; {count(
      rows.filter((r) => r.hidden).length,
      'block',
    )} of {rows.length} nobody sees.
  </p>
  {#if saved > 0}
    <button type="button" class="btn" onclick={takeFewer}
      >Hidden ones take what is on: {count(saved, 'change')} fewer</button
    >
  {/if}
  {#if !build.typed && rows.some((r) => r.thread)}
    <button type="button" class="btn btn-strong" onclick={() => (isFewest = true)}>Fewest changes …</button>
    {#if isFewest}
      <Part load={() => import('./FewerChanges.svelte')}>
        {#snippet children({ default: FewerChanges })}
          <FewerChanges {editor} {plan} bind:open={isFewest} />
        {/snippet}
      </Part>
    {/if}
  {/if}
  <button type="button" class="btn" onclick={() => (isSheet = true)}>From a sheet …</button>
  {#if isSheet}
    <Part load={() => import('./LaySheetDialog.svelte')}>
      {#snippet children({ default: LaySheetDialog })}
        <LaySheetDialog bind:open={isSheet} {editor} {build} {plan} />
      {/snippet}
    </Part>
  {/if}
  {#if isOther}
    <Part load={() => import('./OtherThread.svelte')}>
      {#snippet children({ default: OtherThread })}
        <OtherThread
          bind:open={isOther}
          title={otherFor.length > 1 ? `${otherFor.length} blocks in another thread` : 'Another thread'}
          onthread={(thread) => setThread(otherFor, thread)}
        />
      {/snippet}
    </Part>
  {/if}
  {#if chosen.length}
    <label class="flex items-center gap-2"
      ><span class="label">Sew the {count(chosen.length, 'block')} in</span>{#key otherFor}<Select
          label="Thread of the chosen blocks"
          value=""
          options={[['', 'choose …'] as const, ...options]}
          onchange={(key) => set(chosen, key)}
        />{/key}</label
    >
  {/if}
</div>
<div class="flex min-h-0 flex-1 flex-col gap-3 overflow-auto">
  {#if build.earlier}<OtherOrder {editor} {plan} blocks={build.earlier.blocks} />{/if}
  <div class="flex flex-wrap gap-x-8 gap-y-1">
    <BobbinPlan {editor} {plan} />
    {#if !byHand}<NeedlePlan {needles} halts={haltsOf(plan.score)} onstep={goTo} />{/if}
  </div>
  <table class="w-full text-left" data-testid="thread-list">
    <thead class="label sticky top-0 border-b border-rule bg-ground">
      <tr>
        <th class="w-10 py-1 font-normal" scope="col"><span class="sr-only">Chosen</span></th>
        <th class="py-1 font-normal" scope="col">Block</th>
        <th class="py-1 font-normal" scope="col">Thread</th>
        <th class="py-1 font-normal max-sm:hidden" scope="col">Seen</th>
        <th class="py-1 pl-4 text-right font-normal max-sm:hidden" scope="col">Above</th>
        <th class="py-1 pl-4 text-right font-normal max-sm:hidden" scope="col">Below</th>
        {#if !byHand}<th class="py-1 pl-4 text-right font-normal max-sm:hidden" scope="col">Needle</th>{/if}
        <th class="py-1 pl-4 font-normal max-sm:hidden" scope="col">Stop after it</th>
      </tr>
    </thead>
    <tbody class="divide-y divide-rule">
      {#each rows as row (row.step.id)}
        {@const { step, thread, topM, bobbinM } = row}
        {@const needle = byHand ? undefined : needles.needleOf.get(step.id)}
        <tr>
          <td class="py-1"
            ><Check
              label="Choose {step.title}"
              checked={isIn(step.block)}
              onchange={() => toggle(step.block)}
            /></td
          >
          <td class="py-1 pr-3"
            ><button type="button" class="tap text-left hover:underline" onclick={() => goTo(step.id)}
              >{step.title}</button
            ><span class="label block sm:hidden"
              >{[
                row.hidden && `not seen: ${seen(row)}`,
                `${m(topM)} and ${m(bobbinM)}`,
                needle && `needle ${needle}`,
                row.stop && `stop ${stopAfter(row)}`,
              ]
                .filter(Boolean)
                .join(' · ')}</span
            ></td
          >
          <td class="py-1 pr-3">
            <span class="flex items-center gap-2">
              <span
                class="inline-block h-5 w-5 shrink-0 rounded-full border border-ink"
                style:background={thread?.colour ?? 'transparent'}
              ></span>
              {#if step.thread}
                {threadWords(step.thread)}
              {:else}
                <!-- Where another was asked for and none was told, it shows what it is again. -->
                {#key otherFor}
                  <Select
                    label="Thread of {step.title}"
                    value={keyOf(thread)}
                    {options}
                    onchange={(key) => set([step.block], key)}
                  />
                {/key}
              {/if}
            </span>
          </td>
          <td class="label py-1 max-sm:hidden">{row.hidden ? `no: ${seen(row)}` : 'yes'}</td>
          <td class="py-1 pl-4 text-right whitespace-nowrap max-sm:hidden">{m(topM)}</td>
          <td class="py-1 pl-4 text-right whitespace-nowrap max-sm:hidden">{m(bobbinM)}</td>
          {#if !byHand}<td class="py-1 pl-4 text-right max-sm:hidden">{needle ?? '–'}</td>{/if}
          <td class="py-1 pl-4 max-sm:hidden">{stopAfter(row)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
</div>
