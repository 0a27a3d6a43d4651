<script lang="ts">
  import { tapeIdOf } from '$lib/core/tape';
  import type { Build, Insertion } from '$lib/core/build';
  import { readSheetLines, stopsOf } from '$lib/core/exchange';
  import { keep } from '../state/keeping';
  import Dialog from '../kit/Dialog.svelte';
  import type { BuildEditor } from '../state/editor.svelte';
  import { newId } from '../state/ids';
  import { readBytes, tapeBytes } from '../state/import';
  import { workroom } from '../state/workroom.svelte';

  let {
    editor,
    build,
    before,
    open = $bindable(false),
  }: { editor: BuildEditor; build: Build; before: number; open: boolean } = $props();
  let name = $state('');
  let text = $state('');
  let file = $state.raw<File | null>(null);
  let problem = $state('');

  const put = (part: Pick<Insertion, 'tapeId' | 'typed'>, fallback: string) => {
    const insertion: Insertion = {
      id: newId(),
      name: (name.trim() || fallback).slice(0, 80),
      beforeBlock: before,
      dxMm: 0,
      dyMm: 0,
      merged: false,
      ...part,
    };
    editor.change({ insertions: [...build.insertions, insertion] });
    open = false;
  };

  async function save(event: SubmitEvent) {
    event.preventDefault();
    problem = '';
    if (!file) {
      const typed = stopsOf(readSheetLines(text));
      if (!typed.length)
        return void (problem =
          'No stop could be read from this text. Write one a line with its time or stitches, such as “1 letters white 0:40”.');
      return put({ tapeId: null, typed }, 'Name');
    }
    const tape = await tapeBytes(file.name, new Uint8Array(await file.arrayBuffer()));
    if (!tape.ok) return void (problem = tape.problem.message);
    const read = await readBytes(tape.value, file.name);
    if (!read.ok) return void (problem = `${read.problem.message} ${read.problem.next}`);
    const id = tapeIdOf(tape.value);
    const stored = await keep(() => workroom.store.addTape({ id, bytes: tape.value }));
    if (!stored.ok) return;
    put({ tapeId: id, typed: [] }, file.name.replace(/\.[^.]*$/, ''));
  }
</script>

<Dialog bind:open title="Put in a name or motif">
  <form onsubmit={save} class="flex flex-col gap-3">
    <label class="flex flex-col gap-1"
      ><span class="label">What it is called</span><input
        bind:value={name}
        maxlength="80"
        placeholder="Name"
      /></label
    >
    <label class="flex flex-col gap-1"
      ><span class="label">Its tape</span><input
        type="file"
        accept=".dst,.DST,.csv"
        onchange={(e) => (file = e.currentTarget.files?.[0] ?? null)}
      /></label
    >
    <label class="flex flex-col gap-1"
      ><span class="label">or its stops, one a line, where the machine writes it by itself</span><textarea
        bind:value={text}
        rows="3"
        maxlength="4000"
        disabled={!!file}
        placeholder="1 name navy 2:10"></textarea></label
    >
    {#if problem}<p class="text-madder" role="alert">{problem}</p>{/if}
    <div class="mt-1 flex justify-end gap-2">
      <button type="button" class="btn" onclick={() => (open = false)}>Leave it</button>
      <button class="btn btn-strong" disabled={!file && !text.trim()}>Put it in</button>
    </div>
  </form>
</Dialog>
