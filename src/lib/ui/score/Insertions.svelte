<script lang="ts">
  import LengthField from '../kit/LengthField.svelte';
  import Select from '../kit/Select.svelte';
  import Check from '../kit/Check.svelte';
  import Plus from '@lucide/svelte/icons/plus';
  import { insertionSchema, type Build, type Insertion } from '$lib/core/build';
  import type { BuildPlan } from '$lib/core/plan';
  import { limitsOf } from '$lib/core/base';
  import { insertionRange } from '$lib/core/score';
  import { writeTape } from '$lib/core/tape';
  import { mergedTape } from '$lib/core/plan';
  import { saveBytesAs } from '../kit/save-as';
  import type { BuildEditor } from '../state/editor.svelte';
  import InsertionDialog from './InsertionDialog.svelte';

  let { editor, build, plan }: { editor: BuildEditor; build: Build; plan: BuildPlan } = $props();
  const range = $derived(insertionRange(plan.score, plan.design.own));
  let adding = $state(false);

  const set = (id: string, change: Partial<Insertion>) =>
    editor.change({ insertions: build.insertions.map((i) => (i.id === id ? { ...i, ...change } : i)) });
  const offset = (insertion: Insertion, side: 'dxMm' | 'dyMm', label: string) => ({
    class: 'w-20',
    label,
    labelled: 'beside' as const,
    valueMm: insertion[side],
    limits: limitsOf(insertionSchema.shape[side]),
    onchange: (mm: number) => set(insertion.id, { [side]: mm }),
  });
  const remove = (id: string) => editor.change({ insertions: build.insertions.filter((i) => i.id !== id) });
  const places = $derived(
    Array.from({ length: plan.design.own.blocks.length + 1 }, (_, b) => ({
      b,
      safe: b >= range.from && b <= range.to,
    })),
  );
  function download() {
    const parts = editor.parts();
    if (!parts) return;
    saveBytesAs(
      `${build.name}, one tape.dst`,
      writeTape(mergedTape(build, parts.tape, parts.reading, parts.inserted)),
    );
  }
</script>

<section class="flex flex-col gap-2" aria-label="Sewn in between" data-testid="insertions">
  <div class="flex items-center gap-3">
    <h2 class="flex-1 text-xl">Sewn in between</h2>
    <button type="button" class="btn btn-small" onclick={() => (adding = true)}
      ><Plus size={15} />Name or motif</button
    >
  </div>
  {#each build.insertions as insertion (insertion.id)}
    <div class="flex flex-col gap-2 border-l-4 border-needle bg-needle-soft/50 px-3 py-2">
      <p class="flex items-baseline justify-between gap-2">
        <strong>{insertion.name}</strong>
        <button type="button" class="tap text-needle underline" onclick={() => remove(insertion.id)}
          >Take out</button
        >
      </p>
      <label class="flex flex-wrap items-center gap-2">
        <span class="label">before block</span>
        <Select
          label="Before which block"
          value={insertion.beforeBlock}
          options={places.map(
            ({ b, safe }) =>
              [
                b,
                `${b < places.length - 1 ? b + 1 : 'none: at the end'}${safe ? '' : ' (not safe)'}`,
              ] as const,
          )}
          onchange={(beforeBlock) => set(insertion.id, { beforeBlock })}
        />
      </label>
      {#if insertion.tapeId}
        <div class="flex flex-wrap items-center gap-2 text-sm">
          <span class="label">from the middle</span>
          <LengthField {...offset(insertion, 'dxMm', 'right')} />
          <LengthField {...offset(insertion, 'dyMm', 'up')} />
        </div>
        <Check class="text-sm" checked={insertion.merged} onchange={(on) => set(insertion.id, { merged: on })}
          >One tape for both: the machine’s stops count through</Check
        >
        {#if insertion.merged}<button type="button" class="btn btn-small self-start" onclick={download}
            >Export the joined tape</button
          >{/if}
      {/if}
    </div>
  {:else}
    <p class="label">
      Nothing yet. A name or motif goes on after block {range.from} and before block {range.to + 1}.
    </p>
  {/each}
  {#if build.insertions.length}<p class="label">
      Safe before blocks {range.from + 1} to {range.to + 1}. {range.because}
    </p>{/if}
</section>
{#if adding}<InsertionDialog {editor} {build} before={range.to} bind:open={adding} />{/if}
