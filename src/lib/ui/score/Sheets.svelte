<script lang="ts">
  import type { Build } from '$lib/core/build';
  import { sheetType } from '$lib/core/exchange';
  import type { BuildPlan } from '$lib/core/plan';
  import Part from '../kit/Part.svelte';
  import type { BuildEditor } from '../state/editor.svelte';
  import { droppedSheets } from '../state/dropped.svelte';
  import { keepSheets } from '../state/keep-sheets';
  import { showProblem, showUndo } from '../state/notices';
  import { workroom } from '../state/workroom.svelte';

  // The sheets that came with the tape, opened under the score, and a sheet laid onto it.
  let { editor, build, plan }: { editor: BuildEditor; build: Build; plan: BuildPlan } = $props();
  type Shown = { id: string; name: string } & (
    { is: 'text'; text: string } | { is: 'picture' | 'pdf'; url: string }
  );
  let shown = $state.raw<Shown | null>(null);
  let input = $state<HTMLInputElement>();
  let laying = $state(false);
  /** read at once when the dialog opens */
  let laid = $state.raw<Build['documents'][number] | undefined>();
  const PICTURE = /^image\/(png|jpeg|webp)$/;
  $effect(() => {
    const url = shown && shown.is !== 'text' ? shown.url : null;
    return () => {
      if (url) URL.revokeObjectURL(url);
    };
  });

  $effect(() => {
    if (droppedSheets.waiting.length) void keep(droppedSheets.take());
  });
  /** Keeps sheets with the build; the first is shown, or laid onto the build where there is text in it. */
  async function keep(files: readonly File[]) {
    const { kept, problems } = await keepSheets(files, build.documents.length);
    for (const problem of problems) showProblem(problem);
    const [first] = kept;
    if (!first) return;
    editor.change({ documents: [...build.documents, ...kept] });
    if (/^image/.test(sheetType(first.name) ?? '')) await open(first.id, first.name);
    else {
      laid = first;
      laying = true;
    }
  }
  function takeAway(id: string) {
    const gone = build.documents.filter((d) => d.id === id);
    shown = null;
    editor.change({ documents: build.documents.filter((d) => d.id !== id) });
    showUndo('The sheet is taken away.', () => editor.change({ documents: [...build.documents, ...gone] }));
  }

  async function open(id: string, name: string) {
    if (shown?.id === id) return void (shown = null);
    const sheet = await workroom.store.sheet(id);
    if (!sheet)
      return showProblem({
        code: 'no-sheet',
        message: 'This sheet is not in this browser.',
        next: 'Drop its bundle again; the build itself is whole.',
      });
    const is = sheet.type === 'application/pdf' ? 'pdf' : PICTURE.test(sheet.type) ? 'picture' : 'text';
    // Only what a browser shows without running it.
    shown =
      is === 'text'
        ? { id, name, is, text: new TextDecoder().decode(sheet.bytes) }
        : { id, name, is, url: URL.createObjectURL(new Blob([sheet.bytes.slice()], { type: sheet.type })) };
  }
</script>

<div class="flex flex-wrap items-center gap-2">
  <button type="button" class="btn btn-small" onclick={() => ((laid = undefined), (laying = true))}
    >Lay a sheet onto it …</button
  >
  <button type="button" class="btn btn-small" onclick={() => input?.click()}>Keep a sheet …</button>
  <input
    bind:this={input}
    type="file"
    class="hidden"
    multiple
    accept=".pdf,.txt,.md,.rtf,.png,.jpg,.jpeg,.webp"
    aria-label="Sheets to keep"
    onchange={() => {
      if (input) void keep([...(input.files ?? [])]).finally(() => input && (input.value = ''));
    }}
  />
  {#if build.documents.length}
    <ul class="contents" aria-label="Its sheets" data-testid="sheets">
      {#each build.documents as sheet (sheet.id)}
        <li>
          <button
            type="button"
            class="btn btn-small"
            aria-expanded={shown?.id === sheet.id}
            onclick={() => open(sheet.id, sheet.name)}>{sheet.name}</button
          >
        </li>
      {/each}
    </ul>
  {/if}
</div>
{#if shown}
  <section class="rounded border border-rule bg-paper" aria-label={shown.name} data-testid="sheet">
    {#if shown.is === 'text'}<pre
        class="max-h-[60vh] overflow-auto p-3 font-sans whitespace-pre-wrap">{shown.text}</pre>
    {:else if shown.is === 'picture'}<img class="max-h-[60vh]" src={shown.url} alt={shown.name} />
    {:else}<iframe class="h-[60vh] w-full" src={shown.url} title={shown.name}></iframe>{/if}
    <p class="border-t border-rule p-2 text-right">
      <button type="button" class="btn btn-small" onclick={() => takeAway(shown?.id ?? '')}
        >Take it away</button
      >
    </p>
  </section>
{/if}
{#if laying}<Part load={() => import('./LaySheetDialog.svelte')}
    >{#snippet children({ default: LaySheetDialog })}<LaySheetDialog
        bind:open={laying}
        {editor}
        {build}
        {plan}
        sheet={laid}
      />{/snippet}</Part
  >{/if}
