<script lang="ts">
  import { capital, count, ok } from '$lib/core/base';
  import { threadWords, type Build } from '$lib/core/build';
  import {
    changeBySheet,
    countSheet,
    isPdf,
    laySheet,
    readSheetLines,
    toldLines,
    type SheetHand,
  } from '$lib/core/exchange';
  import type { BuildPlan } from '$lib/core/plan';
  import { pdf } from '$lib/workers';
  import Check from '../kit/Check.svelte';
  import Dialog from '../kit/Dialog.svelte';
  import type { BuildEditor } from '../state/editor.svelte';
  import { newId } from '../state/ids';
  import { showNote, showProblem } from '../state/notices';
  import { workroom } from '../state/workroom.svelte';

  // A colour or step sheet beside the tape: what both say of each stop, before anything is taken.
  interface Props {
    open: boolean;
    editor: BuildEditor;
    build: Build;
    plan: BuildPlan;
    /** read at once */
    sheet?: Build['documents'][number];
  }
  let { open = $bindable(), editor, build, plan, sheet }: Props = $props();
  const SAMPLE = '1 Placement, White\n2 Tack down, White\n3 Petals, Coral';
  let text = $state('');
  let busy = $state('');
  let roles = $state(false);
  let hands = $state(false);
  const told = $derived(toldLines(readSheetLines(text)));
  const laid = $derived(told.length ? laySheet(told, plan) : null);
  const nameOf = (block: number) => {
    const thread = plan.threads[block];
    return thread ? threadWords(thread) : 'not named';
  };
  const counts = $derived(laid && countSheet(laid));
  const takes = $derived(
    counts ? counts.threads + (roles ? counts.roles : 0) + (hands ? counts.hands : 0) : 0,
  );

  async function read(name: string, bytes: Uint8Array) {
    busy = name;
    const answer = isPdf(bytes)
      ? await pdf((worker) => worker.text(bytes))
      : ok(new TextDecoder().decode(bytes));
    busy = '';
    if (answer.ok) text = answer.value;
    else showProblem(answer.problem);
  }
  async function readFile(file: File | undefined) {
    if (file) await read(file.name, new Uint8Array(await file.arrayBuffer()));
  }
  async function readKept(id: string, name: string) {
    const sheet = await workroom.store.sheet(id);
    if (sheet) await read(name, sheet.bytes);
  }
  $effect(() => {
    if (open && sheet) void readKept(sheet.id, sheet.name);
  });
  function take(event: SubmitEvent) {
    event.preventDefault();
    if (!laid || !counts) return;
    const blocks = plan.design.reading.blocks.length;
    // Once it is taken there is nothing left to name.
    const said = `${count(counts.threads, 'thread')} named. One undo takes it back.`;
    editor.choose('The sheet', changeBySheet(laid, build, blocks, { roles, hands }, newId));
    showNote('The sheet is taken.', said);
    open = false;
    text = '';
  }
</script>

{#snippet handRow({ text, step }: SheetHand)}
  <tr class="border-t border-rule text-hands" data-kind={step ? 'same' : 'only-sheet'}>
    <td></td>
    <td class="py-1 pr-3">{step ? step.title : ''}</td>
    <td>{text}{step ? '' : ' (only on the sheet)'}</td>
  </tr>
{/snippet}

<Dialog bind:open title="Lay a sheet onto this build" wide>
  <form onsubmit={take} class="flex flex-col gap-3">
    <p class="text-quiet">
      Paste its colour or step sheet, drop it here, or choose the file: text, a table, or a PDF with text in
      it.
    </p>
    <textarea
      bind:value={text}
      rows="5"
      maxlength="40000"
      aria-label="The sheet"
      placeholder={SAMPLE}
      ondrop={(e) => {
        const file = e.dataTransfer?.files[0];
        if (!file) return;
        e.preventDefault();
        void readFile(file);
      }}></textarea>
    <div class="flex flex-wrap items-center gap-2">
      <input
        type="file"
        accept=".txt,.md,.csv,.pdf"
        aria-label="A file with the sheet"
        onchange={(e) => void readFile(e.currentTarget.files?.[0])}
      />
      {#each build.documents.filter((d) => /\.(txt|md|pdf)$/i.test(d.name)) as sheet (sheet.id)}
        <button type="button" class="btn btn-small" onclick={() => readKept(sheet.id, sheet.name)}
          >{sheet.name}</button
        >
      {/each}
      {#if busy}<span role="status">Reading {busy} …</span>{/if}
    </div>
    {#if laid && counts}
      <table class="w-full text-sm" data-testid="laid-sheet">
        <thead class="label text-left"
          ><tr
            ><th class="w-8 font-normal"></th><th class="font-normal">This build</th><th class="font-normal"
              >The sheet</th
            ></tr
          ></thead
        >
        <tbody>
          {#each laid.rows as { needle, stop, thread, role, hands }, place (place)}
            {#each hands as hand, at (at)}{@render handRow(hand)}{/each}
            <tr class="border-t border-rule" data-kind={needle && stop ? 'pair' : 'alone'}>
              <td class="py-1 pr-2 text-right text-quiet">{needle ? needle.block + 1 : ''}</td>
              <td class="pr-3"
                >{#if needle}{needle.title}
                  <span class="text-quiet">{nameOf(needle.block)}</span>{:else}<span class="text-madder"
                    >no block like it</span
                  >{/if}</td
              >
              <td
                >{#if stop}{stop.title}
                  <span class={thread ? 'font-bold' : 'text-quiet'}
                    >{[stop.thread, stop.threadNumber].filter(Boolean).join(' ')}</span
                  >
                  {#if role}<span class="text-madder">here {capital(role.replace('-', ' '))}</span>{/if}
                {:else}<span class="text-quiet">not on the sheet</span>{/if}</td
              >
            </tr>
          {/each}
          {#each laid.after as hand, at (at)}{@render handRow(hand)}{/each}
        </tbody>
      </table>
      <p>
        {counts.threads
          ? `${count(counts.threads, 'thread')} will be named.`
          : 'It names no thread that is not here already.'}
        {#if counts.alone}{count(counts.alone, 'stop')} of the sheet {counts.alone > 1 ? 'have' : 'has'} no block
          of their own: it may be for another version of the design.{/if}
      </p>
      {#if counts.roles}<Check checked={roles} onchange={(on) => (roles = on)}
          >Take what it says of {count(counts.roles, 'block')}, against the reading</Check
        >{/if}
      {#if counts.hands}<Check checked={hands} onchange={(on) => (hands = on)}
          >Put in {count(counts.hands, 'step')} for the hands that this score does not have there</Check
        >{/if}
    {:else if text.trim()}
      <p role="status">
        Nothing in this text reads as a stop. Write one a line, such as “1 Placement, White”.
      </p>
    {/if}
    <div class="sticky -bottom-6 -mx-6 -mb-6 flex justify-end gap-2 border-t border-rule bg-paper px-6 py-3">
      <button type="button" class="btn" onclick={() => (open = false)}>Leave it</button>
      <button class="btn btn-strong" disabled={!takes}>Take it</button>
    </div>
  </form>
</Dialog>
