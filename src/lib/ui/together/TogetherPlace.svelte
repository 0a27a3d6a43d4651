<script lang="ts">
  import Trash from '@lucide/svelte/icons/trash-2';
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { onDestroy } from 'svelte';
  import { arrangeWatched } from '$lib/workers';
  import HoopPicker from '../hoop/HoopPicker.svelte';
  import Guard from '../kit/Guard.svelte';
  import NameField from '../kit/NameField.svelte';
  import UndoButtons from '../kit/UndoButtons.svelte';
  import { takesHistoryKey } from '../shell/keys';
  import { Arranging } from '../state/arranging.svelte';
  import { showNote, showProblem } from '../state/notices';
  import { knownBuilds } from '../state/read-together';
  import { changeHooping, removeHooping } from '../state/shared-hoopings';
  import { Together } from '../state/together.svelte';
  import { workroom } from '../state/workroom.svelte';
  import TogetherView from './TogetherView.svelte';

  // Items of several builds in one hoop.
  let { id }: { id: string } = $props();

  const search = new Arranging({ arrange: arrangeWatched, tell: showProblem });
  onDestroy(() => search.stop());
  const together = new Together({
    // As plain data: what is changed of it is stored.
    hooping: () => workroom.workshop.hoopings.find((h) => h.id === id),
    known: knownBuilds(),
    workshop: () => workroom.workshop,
    change: changeHooping,
    search,
    tell: showProblem,
    note: showNote,
  });
  // A build that is changed elsewhere is read again.
  $effect(() => {
    void workroom.builds;
    void together.readAll();
  });
  const { hooping } = $derived(together);
  const onkeydown = (event: KeyboardEvent) => takesHistoryKey(event, together);
  async function remove() {
    await goto(resolve('/hoop'));
    await removeHooping(id);
  }
</script>

<svelte:window {onkeydown} />

<div class="flex min-h-full flex-col gap-4 p-6 lg:h-full">
  <header class="flex flex-wrap items-center gap-3">
    <h1 class="text-3xl">Hoop</h1>
    <HoopPicker value={{ hooping: id }} />
    {#if hooping}
      <NameField label="Name" value={hooping.name} most={80} onchange={(name) => together.rename(name)} />
      <p class="label mr-auto">{together.words}</p>
      <UndoButtons editor={together} />
      <button
        type="button"
        class="btn px-2.5"
        aria-label="Take this hooping out"
        title="Take this hooping out"
        onclick={() => void remove()}><Trash size={18} /></button
      >
    {/if}
  </header>
  {#if hooping}
    <Guard what="The hooping {hooping.name}">
      <TogetherView {together} {search} {hooping} />
    </Guard>
  {:else}
    <section class="max-w-xl" role="alert">
      <h2 class="mb-2 text-2xl">This hooping is not in this browser.</h2>
      <p class="mb-4">It was taken out, or belongs to another workroom.</p>
      <a class="btn" href={resolve('/hoop')}>To the hoop</a>
    </section>
  {/if}
</div>
