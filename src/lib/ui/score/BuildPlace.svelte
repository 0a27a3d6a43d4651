<script lang="ts">
  import { gatherFindings } from '$lib/core/check';
  import { replaceState } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import { onMount, untrack } from 'svelte';
  import { buildCommands } from './build-commands';
  import BuildBanners from './BuildBanners.svelte';
  import BuildHeader from './BuildHeader.svelte';
  import CrossSection from './CrossSection.svelte';
  import ScoreView from './ScoreView.svelte';
  import StepCard from './StepCard.svelte';
  import Plan from '../hoop/Plan.svelte';
  import Guard from '../kit/Guard.svelte';
  import Later from '../kit/Later.svelte';
  import Part from '../kit/Part.svelte';
  import Tabs from '../kit/Tabs.svelte';
  import type { Build } from '$lib/core/build';
  import { hasOwnArrows, isTyping, takesHistoryKey } from '../shell/keys';
  import { openCheck } from './open-check';
  import { openEditor } from './open-editor';
  import { commands } from '../shell/commands.svelte';
  import { droppedSheets } from '../state/dropped.svelte';
  import { showProblem } from '../state/notices';
  import { theme } from '../state/theme.svelte';
  import { workroom } from '../state/workroom.svelte';

  let { id }: { id: string } = $props();

  const VIEWS = [
    ['step', 'At this step'],
    ['list', 'All steps'],
    ['how', 'How it is made'],
    ['check', 'Check'],
    ['thread', 'Thread'],
    ['cut', 'Cut list'],
    ['hoop', 'Hoop'],
    ['order', 'Order'],
    ['notes', 'Notes'],
  ] as const;
  type View = (typeof VIEWS)[number][0];
  /** beside these the score only shows the way */
  const IN_LINE: readonly View[] = ['list', 'cut', 'order', 'notes'];

  const editor = openEditor();
  const check = openCheck(editor);
  let view = $state<View>('step');
  const inLine = $derived(IN_LINE.includes(view));
  /** The same, after the press that asked for it was answered. */
  let isFolded = $state(false);
  $effect(() => {
    const wanted = inLine;
    const later = setTimeout(() => (isFolded = wanted));
    return () => clearTimeout(later);
  });
  let ready = $state(false);

  onMount(async () => {
    const wantedView = page.url.searchParams.get('view') as View | null;
    if (VIEWS.some(([name]) => name === wantedView)) view = wantedView as View;
    await editor.load(id);
    const wanted = page.url.searchParams.get('step');
    if (wanted) editor.goToStep(wanted);
    ready = true;
  });
  // The address names the step, so that it can be kept and shared.
  $effect(() => {
    const stepId = editor.step?.id;
    const shown = view;
    if (!ready || !stepId) return;
    untrack(() => {
      const url = new URL(page.url);
      url.searchParams.set('step', stepId);
      if (shown === 'step') url.searchParams.delete('view');
      else url.searchParams.set('view', shown);
      // The path is the one this page already has.
      // eslint-disable-next-line svelte/no-navigation-without-resolve
      replaceState(url, {});
    });
  });

  $effect(() =>
    commands.offer(() =>
      buildCommands(editor, id, {
        views: VIEWS.map(([name, label]) => ({ label, show: () => (view = name) })),
        run,
        newer: () => newer?.click(),
      }),
    ),
  );
  $effect(() => {
    if (droppedSheets.waiting.length) view = 'notes';
  });
  // Another tab has stored it: this one follows.
  $effect(() => void editor.follow(workroom.builds.find((b) => b.id === id)));
  const ways = (build: Build) => [
    ...(editor.canUndo ? [{ name: 'Undo the last change', run: () => editor.undo() }] : []),
    { name: 'Export the build', run: () => void exportBuild(build) },
  ];
  let newer = $state<HTMLInputElement>();
  let lost = $state.raw<string[] | null>(null);
  async function takeNewer(event: Event & { currentTarget: HTMLInputElement }) {
    const [file] = event.currentTarget.files ?? [];
    event.currentTarget.value = '';
    if (!file) return;
    const { readTapeFile } = await import('../state/import');
    const tape = await readTapeFile(file);
    if (!tape.ok) return showProblem(tape.problem);
    lost = await editor.replaceTape(tape.value.id, file.name, tape.value.bytes);
  }

  const drawing = $derived(
    editor.plan && editor.reading && editor.tape && editor.build
      ? {
          plan: editor.plan,
          reading: editor.reading,
          tape: editor.tape,
          cursor: editor.cursor,
        }
      : null,
  );

  async function exportBuild(build: Build) {
    await (await import('../state/export')).exportBuild(build);
  }
  async function run() {
    const { build } = editor;
    if (!build) return;
    const { beginRun } = await import('../state/begin-run');
    await beginRun(build);
  }

  function onkeydown(event: KeyboardEvent) {
    if (takesHistoryKey(event, editor)) return;
    const command = event.ctrlKey || event.metaKey;
    if (isTyping(event) || command || hasOwnArrows(event)) return;
    const step = editor.step;
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key] as -1 | 1 | undefined;
    if (by && event.altKey) {
      event.preventDefault();
      if (step?.kind === 'hand') editor.shift(step.id, by);
    } else if (by) {
      event.preventDefault();
      editor.goTo(editor.cursor + by);
    } else if (event.key === 'Home') editor.goTo(0);
    else if (event.key === 'End') editor.goTo(editor.steps.length - 1);
    else if (event.key === 'Delete' && step?.kind === 'hand') editor.remove(step.id);
    else if (event.key === 'r' && !event.altKey) void run();
  }
</script>

<svelte:window {onkeydown} />

{#if editor.problem}
  <section class="m-8 max-w-xl" role="alert">
    <h1 class="mb-2 text-3xl">{editor.problem.message}</h1>
    <p class="mb-4">{editor.problem.next}</p>
    <a class="btn" href={resolve('/builds')}>To the builds</a>
  </section>
{:else if editor.build && editor.fault}
  {@const build = editor.build}
  <Part load={() => import('./BuildFault.svelte')}>
    {#snippet children({ default: BuildFault })}
      <BuildFault {editor} {build} onexport={() => exportBuild(build)} />
    {/snippet}
  </Part>
{:else if editor.build && editor.plan && editor.reading && drawing}
  {@const { plan, reading, build } = { plan: editor.plan, reading: editor.reading, build: editor.build }}
  <div class="flex min-h-full flex-col gap-3 p-4 lg:h-full">
    <div class="min-h-16">
      <Later
        ><BuildHeader
          {editor}
          {plan}
          {reading}
          {build}
          onrun={run}
          onexport={() => exportBuild(build)}
          onnewer={() => newer?.click()}
        /></Later
      >
    </div>
    <input
      bind:this={newer}
      type="file"
      class="hidden"
      accept=".dst,.DST,.csv"
      onchange={takeNewer}
      data-testid="newer-tape"
    />
    {#if lost}
      {@const told = lost}
      <Part load={() => import('./LostDecisions.svelte')}>
        {#snippet children({ default: LostDecisions })}
          <LostDecisions lost={told} onclose={() => (lost = null)} />
        {/snippet}
      </Part>
    {/if}

    <BuildBanners
      {editor}
      {plan}
      {reading}
      {check}
      isChecking={view === 'check'}
      onshow={(wanted) => (view = wanted)}
    />
    <div class={['rounded-lg border border-rule bg-paper', isFolded ? 'p-1' : 'min-h-[236px] p-2 pb-0']}>
      <Guard what="The score" ways={ways(build)}
        ><Later
          ><ScoreView
            {plan}
            {reading}
            cursor={editor.cursor}
            findings={check.findings}
            line={isFolded}
            onselect={(i) => editor.goTo(i)}
            onmove={(id, before) => editor.moveTo(id, before)}
          /></Later
        ></Guard
      >
    </div>

    <Tabs
      views={VIEWS}
      bind:value={view}
      label="Views of this build"
      badge={(name) =>
        name === 'check' && check.findings.length
          ? {
              text: String(gatherFindings(check.findings).length),
              grave: check.findings[0]?.severity === 'stop',
            }
          : null}
      panelClass="flex min-h-0 flex-1 flex-col gap-3"
    >
      <Guard what="This view of {build.name}" ways={ways(build)}>
        {#if view === 'step' && editor.stack}
          <div
            class="grid min-h-0 flex-1 grid-cols-1 gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_minmax(0,1.05fr)]"
          >
            <section
              class="flex min-h-0 flex-col rounded-lg border border-rule bg-paper p-2"
              aria-label="Cross-section"
            >
              <Later><CrossSection stack={editor.stack} step={editor.step} pieces={plan.cut.pieces} /></Later>
            </section>
            <section
              class="flex min-h-72 flex-col rounded-lg border border-rule bg-paper p-2"
              aria-label="Plan"
            >
              <Later><Plan {drawing} theme={theme.current} onblock={(b) => editor.goToBlock(b)} /></Later>
            </section>
            <section class="min-h-0 overflow-y-auto px-2 pb-1" aria-label="Step">
              <Later><StepCard {editor} {check} /></Later>
            </section>
          </div>
        {:else if view === 'list'}
          <Part load={() => import('./StepList.svelte')}>
            {#snippet children({ default: StepList })}
              <StepList {plan} cursor={editor.cursor} onselect={(i) => editor.goTo(i)} />
            {/snippet}
          </Part>
        {:else if view === 'how'}
          <Part load={() => import('./HowPanel.svelte')}>
            {#snippet children({ default: HowPanel })}
              <HowPanel {editor} {build} {plan} />
            {/snippet}
          </Part>
        {:else if view === 'check'}
          <Part load={() => import('./CheckPanel.svelte')}>
            {#snippet children({ default: CheckPanel })}
              <CheckPanel {editor} {build} {check} onstep={() => (view = 'step')} />
            {/snippet}
          </Part>
        {:else if view === 'thread'}
          <Part load={() => import('./ThreadView.svelte')}>
            {#snippet children({ default: ThreadView })}
              <ThreadView {editor} {build} {plan} onstep={() => (view = 'step')} />
            {/snippet}
          </Part>
        {:else if view === 'cut'}
          <Part load={() => import('./CutView.svelte')}>
            {#snippet children({ default: CutView })}
              <CutView {editor} {plan} />
            {/snippet}
          </Part>
        {:else if view === 'hoop'}
          <Part load={() => import('../hoop/HoopView.svelte')}>
            {#snippet children({ default: HoopView })}
              <HoopView {editor} {build} {plan} />
            {/snippet}
          </Part>
        {:else if view === 'order'}
          <Part load={() => import('../order/OrderPanel.svelte')}>
            {#snippet children({ default: OrderPanel })}
              <OrderPanel
                {build}
                {plan}
                onchange={(order) => editor.change({ order })}
                onundo={editor.canUndo ? () => editor.undo() : null}
              />
            {/snippet}
          </Part>
        {:else}
          <Part load={() => import('./Sheets.svelte')}>
            {#snippet children({ default: Sheets })}
              <Sheets {editor} {build} {plan} />
            {/snippet}
          </Part>
          <label class="flex max-w-3xl flex-1 flex-col gap-1">
            <span class="label">What to remember about this build</span>
            <textarea
              class="min-h-48 flex-1"
              maxlength="20000"
              value={build.notes}
              onchange={(e) => editor.change({ notes: e.currentTarget.value })}></textarea>
          </label>
        {/if}
      </Guard>
    </Tabs>
  </div>
{:else}
  <p class="p-8 text-quiet" role="status">Reading the tape …</p>
{/if}
