<script lang="ts">
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import type { Build } from '$lib/core/build';
  import Part from '../kit/Part.svelte';
  import { droppedSheets } from '../state/dropped.svelte';
  import { importFile, type Imported } from '../state/import';
  import { jobs } from '../state/jobs.svelte';
  import { showNote, showProblem } from '../state/notices';
  import Overlay from './Overlay.svelte';

  // Files as they come in: read one after the other; what the maker has to choose about is asked in turn.
  let { files, ontaken }: { files: readonly File[]; ontaken: () => void } = $props();
  let reading = $state('');
  let waiting = $state.raw<Exclude<Imported, { kind: 'build' | 'sheet' }>[]>([]);
  const first = $derived(waiting.at(0));
  const next = () => (waiting = waiting.slice(1));

  $effect(() => {
    const taken = files;
    if (!taken.length) return;
    untrack(() => {
      ontaken();
      void take(taken);
    });
  });
  async function take(all: readonly File[]) {
    for (const file of all) {
      reading = file.name;
      const result = await importFile(file).catch(() => ({
        ok: false as const,
        problem: {
          code: 'unreadable',
          message: `${file.name} could not be read from the disk.`,
          next: 'Copy it to this computer and drop it again; nothing here was changed.',
        },
      }));
      reading = '';
      if (!result.ok) showProblem(result.problem);
      else if (result.value.kind === 'build') await show(result.value.build);
      else if (result.value.kind === 'sheet') keepSheet(result.value.file);
      else waiting = [...waiting, result.value];
    }
  }
  /** A sheet belongs to a build: the page of one takes it. */
  function keepSheet(file: File) {
    if (page.route.id === '/builds/[id]') droppedSheets.put(file);
    else
      showProblem({
        code: 'sheet-alone',
        message: `${file.name} is a sheet, and belongs to a build.`,
        next: 'Open the build and drop it there; without a tape, type or paste its stops.',
      });
  }
  async function show({ id, name }: Build) {
    // Where lines are drawn round a design, it is taken for that.
    if (page.route.id === '/builds/outline')
      return void (await goto(resolve(`/builds/outline?design=${encodeURIComponent(id)}`)));
    showNote(`${name} is here.`, 'Look over its roles and pieces before you cut.');
    await goto(resolve('/builds/[id]', { id }));
  }
</script>

{#if reading && !jobs.current}<Overlay>Reading {reading} …</Overlay>{/if}
{#if first?.kind === 'bundle'}
  <Part load={() => import('../builds/BundleDialog.svelte')}
    >{#snippet children({ default: BundleDialog })}{#key first}
        <BundleDialog
          name={first.name}
          bundle={first.bundle}
          onknown={(known) => (waiting = [first, known, ...waiting.slice(1)])}
          onclose={next}
        />{/key}{/snippet}</Part
  >
{:else if first}
  <Part load={() => import('../builds/KnownTapeDialog.svelte')}
    >{#snippet children({ default: KnownTapeDialog })}{#key first}
        <KnownTapeDialog tape={first} onmade={show} onclose={next} />{/key}{/snippet}</Part
  >
{/if}
