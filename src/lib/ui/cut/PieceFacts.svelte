<script lang="ts">
  import { MATERIAL_NAMES } from '../kit/names';
  import Select from '../kit/Select.svelte';
  import Check from '../kit/Check.svelte';
  import { FUSIBLES, TRAITS, type Build, type Trait } from '$lib/core/build';
  import type { ScorePiece } from '$lib/core/score';
  import { fromShownMm, shownMm } from '../kit/lengths';
  import { workroom } from '../state/workroom.svelte';

  // What a maker knows about a piece and no tape can tell: the plan check asks for it.
  interface Props {
    piece: ScorePiece;
    /** as it is cut now */
    preCut: boolean;
    mayTurn: boolean;
    /** hooped: its size is the hoop's */
    hooped: boolean;
    onmaterial: (change: Build['materials'][string]) => void;
  }
  let { piece, preCut, mayTurn, hooped, onmaterial }: Props = $props();
  const TRAIT_NAMES: Record<Trait, string> = {
    stretch: 'stretches',
    pile: 'has pile',
    slippery: 'slippery',
    directional: 'print or nap has a direction',
    metal: 'metal teeth',
    'keep-dry': 'must not get wet',
  };
  const offered = $derived(
    TRAITS.filter((t) => (t === 'metal') === (piece.material === 'zip') || piece.traits.includes(t)),
  );
  const toggle = (trait: Trait, on: boolean) =>
    onmaterial({ traits: on ? [...piece.traits, trait] : piece.traits.filter((t) => t !== trait) });
  function ownSize(side: 'widthMm' | 'heightMm', typed: number) {
    if (!(typed > 0)) return onmaterial({ own: undefined });
    const mm = fromShownMm(typed, workroom.unit);
    onmaterial({
      own: { widthMm: piece.own?.widthMm ?? mm, heightMm: piece.own?.heightMm ?? mm, [side]: mm },
    });
  }
</script>

<div class="flex flex-wrap items-end gap-x-5 gap-y-2 py-2 text-sm">
  <label class="flex flex-col gap-1"
    ><span class="label">Called</span><input
      class="w-40"
      maxlength="80"
      value={piece.name}
      onchange={(e) => e.currentTarget.value.trim() && onmaterial({ name: e.currentTarget.value.trim() })}
    /></label
  >
  <label class="flex flex-col gap-1"
    ><span class="label">Material</span><Select
      value={piece.material}
      options={MATERIAL_NAMES}
      onchange={(kind) => onmaterial({ kind })}
    /></label
  >
  <label class="flex flex-col gap-1"
    ><span class="label">Layers</span><input
      class="w-16 text-right"
      type="number"
      min="1"
      max="6"
      value={piece.layers}
      onchange={(e) => {
        const n = e.currentTarget.valueAsNumber;
        if (Number.isInteger(n) && n >= 1 && n <= 6) onmaterial({ layers: n });
      }}
    /></label
  >
  <label class="flex flex-col gap-1"
    ><span class="label">Fusible on its back</span><Select
      value={piece.fusible}
      options={FUSIBLES.map((f) => [f, f] as const)}
      onchange={(fusible) => onmaterial({ fusible })}
    /></label
  >
  <label class="flex flex-col gap-1"
    ><span class="label">Own margin, {workroom.unit === 'mm' ? 'mm' : 'in'}</span><input
      class="w-20 text-right"
      type="number"
      step="any"
      min="0"
      placeholder="table"
      value={piece.marginMm === null ? '' : shownMm(piece.marginMm, workroom.unit)}
      onchange={(e) => {
        const typed = e.currentTarget.valueAsNumber;
        const mm = Number.isNaN(typed) ? undefined : fromShownMm(typed, workroom.unit);
        if (mm === undefined || (mm >= 0 && mm <= 200)) onmaterial({ marginMm: mm });
      }}
    /></label
  >
  {#if !hooped}
    <label class="flex flex-col gap-1"
      ><span class="label">Cut as</span><Select
        value={preCut ? 'shape' : 'rectangle'}
        options={[
          ['rectangle', 'rectangle, trimmed later'],
          ['shape', 'its shape, before'],
        ]}
        onchange={(cutTo) => onmaterial({ cutTo })}
      /></label
    >
  {/if}
  <span class="flex flex-col gap-1"
    ><span class="label">Already cut, {workroom.unit === 'mm' ? 'mm' : 'in'}</span><span
      class="flex items-center gap-1"
      ><input
        class="w-20 text-right"
        type="number"
        step="any"
        min="0"
        aria-label="Width of the piece you have"
        value={piece.own ? shownMm(piece.own.widthMm, workroom.unit) : ''}
        onchange={(e) => ownSize('widthMm', e.currentTarget.valueAsNumber)}
      />×<input
        class="w-20 text-right"
        type="number"
        step="any"
        min="0"
        aria-label="Height of the piece you have"
        value={piece.own ? shownMm(piece.own.heightMm, workroom.unit) : ''}
        onchange={(e) => ownSize('heightMm', e.currentTarget.valueAsNumber)}
      /></span
    ></span
  >
  <span class="flex basis-full flex-wrap gap-x-4 gap-y-1">
    <Check checked={piece.prewashed} onchange={(on) => onmaterial({ prewashed: on })}>prewashed</Check>
    <Check checked={piece.interfacing} onchange={(on) => onmaterial({ interfacing: on })}>interfacing</Check>
    <Check checked={mayTurn} onchange={(on) => onmaterial({ mayTurn: on })}>may be turned on the stock</Check>
    {#each offered as trait, place (place)}
      <Check checked={piece.traits.includes(trait)} onchange={(on) => toggle(trait, on)}
        >{TRAIT_NAMES[trait]}</Check
      >
    {/each}
  </span>
</div>
