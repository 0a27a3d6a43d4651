<script lang="ts">
  import { MATERIAL_NAMES } from '../kit/names';
  import Select from '../kit/Select.svelte';
  import Check from '../kit/Check.svelte';
  import { limitsOf } from '$lib/core/base';
  import { FUSIBLES, materialSchema, TRAITS, type Build, type Trait } from '$lib/core/build';
  import type { ScorePiece } from '$lib/core/score';
  import LengthField from '../kit/LengthField.svelte';
  import NumberField from '../kit/NumberField.svelte';

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
  const ownSize = (side: 'widthMm' | 'heightMm', label: string) => ({
    class: 'w-20',
    label,
    labelled: 'hidden' as const,
    valueMm: piece.own?.[side] ?? null,
    limits: limitsOf(materialSchema.shape.own.unwrap().shape[side]),
    onchange: (mm: number) =>
      onmaterial({
        own: { widthMm: piece.own?.widthMm ?? mm, heightMm: piece.own?.heightMm ?? mm, [side]: mm },
      }),
    onclear: () => onmaterial({ own: undefined }),
  });
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
  <NumberField
    class="w-16"
    label="Layers"
    value={piece.layers}
    limits={limitsOf(materialSchema.shape.layers)}
    onchange={(layers) => onmaterial({ layers })}
  />
  <label class="flex flex-col gap-1"
    ><span class="label">Fusible on its back</span><Select
      value={piece.fusible}
      options={FUSIBLES.map((f) => [f, f] as const)}
      onchange={(fusible) => onmaterial({ fusible })}
    /></label
  >
  <LengthField
    class="w-20"
    label="Own margin"
    valueMm={piece.marginMm}
    limits={limitsOf(materialSchema.shape.marginMm)}
    placeholder="table"
    onchange={(marginMm) => onmaterial({ marginMm })}
    onclear={() => onmaterial({ marginMm: undefined })}
  />
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
    ><span class="label">Already cut</span><span class="flex items-center gap-1"
      ><LengthField {...ownSize('widthMm', 'Width of the piece you have')} suffix="×" /><LengthField
        {...ownSize('heightMm', 'Height of the piece you have')}
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
