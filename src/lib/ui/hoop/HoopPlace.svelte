<script lang="ts">
  import { resolve } from '$app/paths';
  import { onMount } from 'svelte';
  import { count } from '$lib/core/base';
  import { loadingsFor } from '$lib/core/order';
  import Guard from '../kit/Guard.svelte';
  import { takesHistoryKey } from '../shell/keys';
  import { openEditor } from '../score/open-editor';
  import UndoButtons from '../kit/UndoButtons.svelte';
  import { workroom } from '../state/workroom.svelte';
  import HoopPicker from './HoopPicker.svelte';
  import HoopView from './HoopView.svelte';

  // The hoop by itself, large: one build after the other.
  let { id }: { id: string } = $props();
  const editor = openEditor();
  onMount(() => void editor.load(id));
  // Another tab has stored it: this one follows.
  $effect(() => void editor.follow(workroom.builds.find((b) => b.id === id)));

  const machine = $derived(editor.plan?.machine);
  const onkeydown = (event: KeyboardEvent) => takesHistoryKey(event, editor);
</script>

<svelte:window {onkeydown} />

<div class="flex min-h-full flex-col gap-4 p-6 lg:h-full">
  <header class="flex flex-wrap items-center gap-3">
    <h1 class="text-3xl">Hoop</h1>
    <HoopPicker value={{ build: id }} />
    {#if editor.build && editor.plan}
      <p class="label mr-auto">
        {count(editor.plan.order.load, 'item')} to load,
        {count(editor.plan.order.hoopings, 'hooping')}{#if machine?.headsTogether}, {count(
            loadingsFor(editor.plan.order.hoopings, machine),
            'loading',
          )} of {machine.heads} heads{/if}
      </p>
      <UndoButtons {editor} />
      <a class="btn" href={resolve('/builds/[id]', { id })}>To its score</a>
    {/if}
  </header>
  {#if editor.problem}
    <section class="max-w-xl" role="alert">
      <h2 class="mb-2 text-2xl">{editor.problem.message}</h2>
      <p class="mb-4">{editor.problem.next}</p>
      <a class="btn" href={resolve('/builds')}>To the builds</a>
    </section>
  {:else if editor.build && editor.plan && editor.tape}
    <Guard what="The hoop of {editor.build.name}">
      <HoopView {editor} build={editor.build} plan={editor.plan} />
    </Guard>
  {:else if editor.fault}
    <p role="alert">
      This build cannot be worked out as it stands; its own page says what can be done.
      <a class="text-needle underline" href={resolve('/builds/[id]', { id })}>Open it</a>
    </p>
  {:else}
    <p class="text-quiet" role="status">Reading the tape …</p>
  {/if}
</div>
