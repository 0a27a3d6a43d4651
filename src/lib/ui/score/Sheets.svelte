<script lang="ts">
  import type { Build } from '$lib/core/build';
  import type { BuildPlan } from '$lib/core/plan';
  import Part from '../kit/Part.svelte';
  import type { BuildEditor } from '../state/editor.svelte';
  import { showProblem } from '../state/notices';
  import { workroom } from '../state/workroom.svelte';

  // The sheets that came with the tape, opened under the score, and a sheet laid onto it.
  let { editor, build, plan }: { editor: BuildEditor; build: Build; plan: BuildPlan } = $props();
  type Shown = { id: string; name: string } & (
    { is: 'text'; text: string } | { is: 'picture' | 'pdf'; url: string }
  );
  let shown = $state.raw<Shown | null>(null);
  let laying = $state(false);
  const PICTURE = /^image\/(png|jpeg|webp)$/;
  $effect(() => {
    const url = shown && shown.is !== 'text' ? shown.url : null;
    return () => {
      if (url) URL.revokeObjectURL(url);
    };
  });

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
  <button type="button" class="btn btn-small" onclick={() => (laying = true)}>Lay a sheet onto it …</button>
  {#if build.documents.length}
    <ul class="contents" aria-label="Sheets that came with the tape" data-testid="sheets">
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
  </section>
{/if}
{#if laying}<Part load={() => import('./LaySheetDialog.svelte')}
    >{#snippet children({ default: LaySheetDialog })}<LaySheetDialog
        bind:open={laying}
        {editor}
        {build}
        {plan}
      />{/snippet}</Part
  >{/if}
