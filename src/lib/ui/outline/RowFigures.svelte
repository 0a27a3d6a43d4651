<script lang="ts">
  import { limitsOf } from '$lib/core/base';
  import { CORNERS, isWide, SIDES, UNDERLAYS, type Corners, type Side } from '$lib/core/maker';
  import { changeSchema, type DraftRow } from '$lib/core/recipe';
  import Check from '../kit/Check.svelte';
  import LengthField from '../kit/LengthField.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import Select from '../kit/Select.svelte';
  import type { Outlining } from '../state/outlining.svelte';
  import { workroom } from '../state/workroom.svelte';
  import { CORNER_NAMES, stitchesFor, UNDERLAY_NAMES } from './words';

  // The figures of one line. Widths of stitches are in mm, as every machine tells them.
  let { outlining, row, mayJoin }: { outlining: Outlining; row: DraftRow; mayJoin: boolean } = $props();
  const { part, places } = $derived(row);
  const limits = (
    key:
      | 'widthMm'
      | 'advanceMm'
      | 'stitchMm'
      | 'offsetMm'
      | 'pullMm'
      | 'ringMm'
      | 'fromEdgeMm'
      | 'capitalMm'
      | 'dxMm'
      | 'dyMm',
  ) => limitsOf(changeSchema.shape[key].unwrap());
  const set = (change: Parameters<Outlining['setPart']>[1]) => outlining.setPart(row.id, change);
  const toggled = <T,>(list: readonly T[], item: T, on: boolean) =>
    on ? [...list, item] : list.filter((each) => each !== item);
  const threads = $derived(workroom.workshop.threads);
  const thread = $derived(row.thread);
  const threadOptions = $derived([
    ['', thread && !threads.some((t) => t.name === thread.name) ? thread.name : 'not named yet'] as const,
    ...threads.map((t) => [t.id, t.name] as const),
  ]);
  function takeThread(id: string) {
    const own = threads.find((t) => t.id === id);
    set({ thread: own && { name: own.name, colour: own.colour } });
  }
</script>

<div class="flex flex-wrap items-end gap-x-4 gap-y-2 py-2 pl-9" data-testid="figures">
  {#if row.role === null}
    <p class="label w-full">
      Its needle points stay as they are{outlining.draft.tapeId ? '' : '; choose one under “Shape and size”'}.
    </p>
  {:else}
    {#if row.letters}
      {@const { text, capitalMm, dxMm, dyMm } = row.letters}
      <label class="flex flex-col gap-1"
        ><span class="label">What is written</span><input
          class="w-40"
          maxlength="24"
          value={text}
          onchange={(e) => set({ text: e.currentTarget.value })}
        /></label
      >
      <LengthField
        label="Capitals"
        valueMm={capitalMm}
        limits={limits('capitalMm')}
        class="w-20"
        onchange={(mm) => set({ capitalMm: mm })}
      />
      <LengthField
        label="To the right"
        valueMm={dxMm}
        limits={limits('dxMm')}
        class="w-20"
        onchange={(mm) => set({ dxMm: mm })}
      />
      <LengthField
        label="Up"
        valueMm={dyMm}
        limits={limits('dyMm')}
        class="w-20"
        onchange={(mm) => set({ dyMm: mm })}
      />
    {/if}
    {#if !places || part.ringMm > 0}
      <label class="flex flex-col gap-1"
        ><span class="label">Stitch</span><Select
          value={part.stitch}
          options={stitchesFor(row)}
          onchange={(stitch) => set({ stitch })}
        /></label
      >
    {/if}
    {#if isWide(part)}
      <NumberField
        label="Width"
        suffix="mm"
        value={part.widthMm}
        limits={limits('widthMm')}
        step={0.1}
        live={false}
        class="w-20"
        onchange={(widthMm) => set({ widthMm })}
      />
      <NumberField
        label={part.stitch === 'blanket' || part.stitch === 'motif' ? 'One every' : 'Hole every'}
        suffix="mm"
        value={part.advanceMm}
        limits={limits('advanceMm')}
        step={0.05}
        live={false}
        class="w-20"
        onchange={(advanceMm) => set({ advanceMm })}
      />
    {:else if part.kind !== 'markers' || part.ringMm > 0}
      <NumberField
        label="Stitch length"
        suffix="mm"
        value={part.stitchMm}
        limits={limits('stitchMm')}
        step={0.1}
        live={false}
        class="w-20"
        onchange={(stitchMm) => set({ stitchMm })}
      />
    {/if}
    {#if !places && !row.letters}
      <NumberField
        label="Outside the line"
        suffix="mm"
        value={part.offsetMm}
        limits={limits('offsetMm')}
        step={0.1}
        live={false}
        class="w-20"
        onchange={(offsetMm) => set({ offsetMm })}
      />
    {:else if places}
      <LengthField
        label={part.kind === 'basting' ? 'Outside the edge' : 'Inside the edge'}
        valueMm={part.kind === 'basting' ? -places.fromEdgeMm : places.fromEdgeMm}
        limits={part.kind === 'basting' ? { min: 0, max: 60 } : limits('fromEdgeMm')}
        class="w-20"
        onchange={(mm) => set({ fromEdgeMm: part.kind === 'basting' ? -mm : mm })}
      />
    {/if}
    {#if part.kind === 'markers'}
      <NumberField
        label="Ring, 0 for a cross"
        suffix="mm"
        value={part.ringMm}
        limits={limits('ringMm')}
        step={0.5}
        live={false}
        class="w-20"
        onchange={(ringMm) => set({ ringMm })}
      />
      <fieldset class="flex flex-wrap items-center gap-x-3">
        <legend class="label">At</legend>
        {#each SIDES as side (side)}<Check
            checked={places?.sides.includes(side) ?? false}
            onchange={(on) => set({ sides: toggled<Side>(places?.sides ?? [], side, on) })}>{side}</Check
          >{/each}
      </fieldset>
    {/if}
    {#if isWide(part)}
      <NumberField
        label="Pull"
        suffix="mm"
        value={part.pullMm}
        limits={limits('pullMm')}
        step={0.1}
        live={false}
        class="w-20"
        onchange={(pullMm) => set({ pullMm })}
      />
      <label class="flex flex-col gap-1"
        ><span class="label">Corners</span><Select
          value={part.corners}
          options={CORNERS.map((c): [Corners, string] => [c, CORNER_NAMES[c]])}
          onchange={(corners) => set({ corners })}
        /></label
      >
    {/if}
    {#if part.stitch === 'satin'}
      <fieldset class="flex flex-wrap items-center gap-x-3">
        <legend class="label">Underlay</legend>
        {#each UNDERLAYS as kind (kind)}<Check
            checked={part.underlay.includes(kind)}
            onchange={(on) => set({ underlay: toggled(part.underlay, kind, on) })}
            >{UNDERLAY_NAMES[kind]}</Check
          >{/each}
      </fieldset>
    {/if}
    {#if part.kind === 'final'}
      <Check
        checked={part.opening !== null}
        onchange={(on) => set({ opening: on ? { side: 'bottom', lengthMm: 60 } : null })}>Leave it open</Check
      >
      {#if part.opening}
        {@const opening = part.opening}
        <LengthField
          label="Opening"
          valueMm={opening.lengthMm}
          limits={{ min: 4, max: 2000 }}
          class="w-20"
          onchange={(lengthMm) => set({ opening: { ...opening, lengthMm } })}
        />
        <label class="flex flex-col gap-1"
          ><span class="label">Where</span><Select
            value={'side' in opening ? opening.side : 'dragged'}
            options={[
              ...SIDES.map((s): [Side | 'dragged', string] => [s, s]),
              ...('side' in opening ? [] : [['dragged', 'where it was dragged'] as const]),
            ]}
            onchange={(side) => side !== 'dragged' && set({ opening: { side, lengthMm: opening.lengthMm } })}
          /></label
        >
      {/if}
    {/if}
    <label class="flex flex-col gap-1"
      ><span class="label">Thread</span><Select
        value={threads.find((t) => t.name === thread?.name)?.id ?? ''}
        options={threadOptions}
        onchange={takeThread}
        class="max-w-44"
      /></label
    >
    {#if mayJoin}
      <Check checked={!row.isJoined} onchange={(stops) => set({ isJoined: !stops })}>Stop before it</Check>
    {/if}
    {#if outlining.isChanged(row.id)}
      <button type="button" class="btn btn-small" onclick={() => outlining.resetPart(row.id)}>As usual</button
      >
    {/if}
  {/if}
</div>
