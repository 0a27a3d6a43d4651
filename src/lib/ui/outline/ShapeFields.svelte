<script lang="ts">
  import { formatSize } from '$lib/core/base';
  import { SHAPES, type DraftShape } from '$lib/core/recipe';
  import LengthField from '../kit/LengthField.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import Select from '../kit/Select.svelte';
  import type { Outlining } from '../state/outlining.svelte';
  import { workroom } from '../state/workroom.svelte';
  import { SHAPE_NAMES } from './words';

  // The shape and its two sizes: the one that was typed last stays when a border changes, the other follows.
  let { outlining }: { outlining: Outlining } = $props();
  const { draft, worked } = $derived(outlining);
  const { shape, holds } = $derived(draft);
  const size = $derived(worked?.drawing.size);
  const isSized = $derived(!['tape', 'path', 'letters'].includes(shape.kind));
  const edge = $derived(outlining.recipe.edge);
  const sizes = $derived([
    { id: 'finished', name: edge === 'window' ? 'Clear opening' : 'Finished edge' },
    {
      id: 'inside',
      name:
        edge === 'cover'
          ? 'Inside the border'
          : edge === 'raw'
            ? 'Along the last line'
            : edge === 'window'
              ? 'Cut line'
              : '',
    },
  ] as const);
  const LIMITS = { min: 4, max: 1000 };
  const shapes = SHAPES.map((kind): [DraftShape['kind'], string] => [kind, SHAPE_NAMES[kind]]).sort(
    ([a], [b]) => Number(b === 'tape') - Number(a === 'tape'),
  );
  const designs = $derived([
    ['', 'none'] as const,
    ...workroom.builds.filter((b) => !b.typed).map((b) => [b.tapeId, b.name] as const),
  ]);
  function takeDesign(tapeId: string) {
    const build = workroom.builds.find((b) => b.tapeId === tapeId);
    if (build) outlining.goRound(tapeId, build.name);
    else outlining.withoutDesign();
  }
  const set = (change: Partial<DraftShape>) => outlining.setShape(change);
  /** a whole SVG file may be pasted: its first path counts */
  const takePath = (text: string) => set({ svg: /\sd\s*=\s*"([^"]+)"/.exec(text)?.[1] ?? text.trim() });
</script>

<section aria-label="Shape and size" class="flex flex-col gap-2" data-testid="shape">
  <div class="flex flex-wrap items-end gap-3">
    <label class="flex flex-col gap-1"
      ><span class="label">Shape</span><Select
        value={shape.kind}
        options={shapes}
        onchange={(kind) => set({ kind })}
        testid="shape-kind"
      /></label
    >
    <label class="flex min-w-0 flex-col gap-1"
      ><span class="label">Design in the middle</span><Select
        value={draft.tapeId ?? ''}
        options={designs}
        onchange={takeDesign}
        class="max-w-52"
        testid="design"
      /></label
    >
  </div>
  {#if isSized}
    {#each sizes as { id, name } (id)}
      {#if name}
        <div class="flex flex-wrap items-center gap-x-3 gap-y-1" data-testid="size-{id}">
          <span class={['w-34', holds === id && 'font-bold']}>{name}</span>
          <LengthField
            label="{name}, width"
            labelled="hidden"
            valueMm={holds === id ? shape.widthMm : (size?.[id].width ?? null)}
            limits={LIMITS}
            class="w-20"
            suffix={shape.kind === 'circle' ? undefined : '×'}
            onchange={(mm) => outlining.setSize(id, 'width', mm)}
          />
          {#if shape.kind !== 'circle'}
            <LengthField
              label="{name}, height"
              labelled="hidden"
              valueMm={holds === id ? shape.heightMm : (size?.[id].height ?? null)}
              limits={LIMITS}
              class="w-20"
              onchange={(mm) => outlining.setSize(id, 'height', mm)}
            />
          {/if}
        </div>
      {/if}
    {/each}
  {:else if size}
    <dl class="grid grid-cols-[auto_1fr] gap-x-3" data-testid="size-finished">
      {#each sizes as { id, name } (id)}{#if name}<dt>{name}</dt>
          <dd class="font-bold">{formatSize(size[id].width, size[id].height, workroom.unit)}</dd>{/if}{/each}
    </dl>
  {/if}
  <div class="flex flex-wrap items-end gap-3">
    {#if shape.kind === 'rectangle' || shape.kind === 'polygon'}
      <LengthField
        label="Radius of corners"
        valueMm={shape.radiusMm}
        limits={{ min: 0, max: 500 }}
        class="w-20"
        onchange={(radiusMm) => set({ radiusMm })}
      />
    {/if}
    {#if shape.kind === 'polygon'}
      <NumberField
        label="Corners"
        value={shape.corners}
        limits={{ min: 3, max: 12 }}
        class="w-20"
        onchange={(corners) => set({ corners })}
      />
    {/if}
    {#if shape.kind === 'letters'}
      <label class="flex flex-col gap-1"
        ><span class="label">Letters</span><input
          class="w-36"
          maxlength="16"
          value={shape.text}
          onchange={(e) => set({ text: e.currentTarget.value })}
        /></label
      >
      <LengthField
        label="Height of capitals"
        valueMm={shape.heightMm}
        limits={LIMITS}
        class="w-20"
        onchange={(heightMm) => set({ heightMm })}
      />
      <LengthField
        label="Further apart"
        valueMm={shape.apartMm}
        limits={{ min: -20, max: 100 }}
        class="w-20"
        onchange={(apartMm) => set({ apartMm })}
      />
    {/if}
    {#if draft.tapeId}
      <LengthField
        label="Gap to the design"
        valueMm={shape.gapMm}
        limits={{ min: 0, max: 60 }}
        class="w-20"
        onchange={(gapMm) => set({ gapMm })}
      />
    {/if}
    {#if shape.kind === 'tape'}
      <label class="flex flex-col gap-1"
        ><span class="label">Follows</span><Select
          value={shape.way}
          options={[
            ['close', 'its own outline'],
            ['hull', 'a band pulled round it'],
          ]}
          onchange={(way) => set({ way })}
        /></label
      >
      <label class="flex flex-col gap-1"
        ><span class="label">Parts that lie apart</span><Select
          value={shape.pieces}
          options={[
            ['one', 'bridged to one'],
            ['several', 'one outline each'],
          ]}
          onchange={(pieces) => set({ pieces })}
        /></label
      >
      <LengthField
        label="Bays filled up to"
        valueMm={shape.smoothMm}
        limits={{ min: 0, max: 40 }}
        class="w-20"
        onchange={(smoothMm) => set({ smoothMm })}
      />
    {/if}
  </div>
  {#if shape.kind === 'path'}
    <label class="flex flex-col gap-1"
      ><span class="label">An SVG path, in mm: paste its d, or the whole file</span><textarea
        rows="3"
        class="w-full font-mono text-sm"
        maxlength="20000"
        value={shape.svg}
        onchange={(e) => takePath(e.currentTarget.value)}></textarea></label
    >
  {/if}
</section>
