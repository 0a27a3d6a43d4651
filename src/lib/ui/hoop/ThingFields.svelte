<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { formatLength, type Path } from '$lib/core/base';
  import type { ItemPlace } from '$lib/core/hoop';
  import { MOST_SEWINGS, type Thing } from '$lib/core/build';
  import {
    atCorners,
    atEdges,
    cornersMeeting,
    fromEdges,
    fromNearest,
    inARow,
    marksOf,
    type Mark,
  } from '$lib/core/thing';
  import TemplateButtons from '../cut/TemplateButtons.svelte';
  import LengthField from '../kit/LengthField.svelte';
  import NameField from '../kit/NameField.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import { workroom } from '../state/workroom.svelte';

  // The made thing that a design is sewn on: how large it is, where the design comes on it, and what to mark.
  interface Props {
    thing: Thing | null;
    /** of the design, about its middle */
    outline: Path;
    /** what the design is called */
    subject: string;
    /** beside what is sewn, mm */
    gapMm: number;
    /** the sewing that is looked at */
    sewing: number;
    onchange: (thing: Thing | null) => void;
    onsewing: (n: number) => void;
    /** lays items in the hoop */
    onlay: (places: ItemPlace[]) => void;
  }
  let { thing, outline, subject, gapMm, sewing, onchange, onsewing, onlay }: Props = $props();
  const length = (mm: number) => formatLength(Math.round(mm * 10) / 10, workroom.unit);

  const STARTS = [
    ['Napkin', 400, 400],
    ['Towel', 500, 1000],
    ['Pillow front', 500, 500],
    ['Scarf', 300, 1600],
  ] as const;
  const all = $derived(thing ? marksOf(thing, outline, gapMm) : []);
  const place = $derived(thing?.places[sewing]);
  const marks = $derived(all[sewing]);
  const put = (change: Partial<Thing['places'][number]>) =>
    thing &&
    onchange({ ...thing, places: thing.places.map((p, n) => (n === sewing ? { ...p, ...change } : p)) });
  function measured(mark: Mark): string {
    if (!thing) return '';
    const { across, up } = fromNearest(thing, mark);
    return `${length(across.mm)} from the ${across.edge}, ${length(up.mm)} from the ${up.edge}`;
  }
  const NAMES: Record<Mark['kind'], string> = {
    middle: 'Cross at the middle',
    axis: 'End of the axis',
    join: 'Cross for the next sewing',
  };
  const notes = $derived(marks?.marks[0] ? `cross: ${measured(marks.marks[0])}` : '');
</script>

{#if !thing}
  <p class="label">
    A napkin, a towel, a panel that is there already: its edges are shown in the hoop, and what to mark on it.
  </p>
  <div class="flex flex-wrap gap-1.5">
    {#each STARTS as [name, widthMm, heightMm] (name)}
      <button
        type="button"
        class="btn btn-small"
        onclick={() => onchange({ name, widthMm, heightMm, places: [{ x: 0, y: 0, turnDeg: 0 }] })}
        ><Plus size={14} />{name}</button
      >
    {/each}
  </div>
{:else}
  <div class="flex flex-wrap items-end gap-3">
    <label class="flex flex-col gap-1"
      ><span class="label">What it is</span><NameField
        class="w-36"
        label="What it is"
        value={thing.name}
        most={80}
        onchange={(name) => onchange({ ...thing, name })}
      /></label
    >
    <LengthField
      label="Width"
      class="w-20"
      valueMm={thing.widthMm}
      limits={{ min: 10, max: 5000 }}
      onchange={(widthMm) => onchange({ ...thing, widthMm })}
    />
    <LengthField
      label="Height"
      class="w-20"
      valueMm={thing.heightMm}
      limits={{ min: 10, max: 5000 }}
      onchange={(heightMm) => onchange({ ...thing, heightMm })}
    />
  </div>
  {#if thing.places.length > 1}
    <div class="flex flex-wrap items-center gap-1" role="group" aria-label="Sewing">
      <span class="label mr-1">Sewing</span>
      {#each thing.places as { turnDeg }, n (n)}<button
          type="button"
          class={['btn btn-small', n === sewing && 'border-needle font-bold']}
          title={turnDeg ? `turned by ${turnDeg}°` : undefined}
          aria-pressed={n === sewing}
          onclick={() => onsewing(n)}>{n + 1}</button
        >{/each}
    </div>
  {/if}
  {#if place}
    {@const edges = fromEdges(thing, place)}
    <div class="flex flex-wrap items-end gap-3">
      <LengthField
        label="Middle from the left"
        class="w-20"
        valueMm={edges.left}
        limits={{ min: -1000, max: 6000 }}
        onchange={(mm) => put(atEdges(thing, mm, edges.bottom))}
      />
      <LengthField
        label="From the lower edge"
        class="w-20"
        valueMm={edges.bottom}
        limits={{ min: -1000, max: 6000 }}
        onchange={(mm) => put(atEdges(thing, edges.left, mm))}
      />
      <NumberField
        label="Turned"
        class="w-20"
        suffix="°"
        step="any"
        live={false}
        value={place.turnDeg}
        limits={{ min: -360, max: 360 }}
        onchange={(turnDeg) => put({ turnDeg })}
      />
    </div>
    <div class="flex flex-wrap gap-1.5">
      <button
        type="button"
        class="btn btn-small"
        onclick={() => onchange({ ...thing, places: atCorners(thing, place) })}>At all four corners</button
      >
      <button
        type="button"
        class="btn btn-small"
        onclick={() => onchange({ ...thing, places: inARow(thing, place, outline, gapMm) })}
        >In a row along it</button
      >
      <button
        type="button"
        class="btn btn-small"
        title="Four things in one hoop, each lying outward from the middle"
        onclick={() => onlay(cornersMeeting(thing, place, 4))}>Four corners in one hoop</button
      >
      {#if thing.places.length < MOST_SEWINGS}<button
          type="button"
          class="btn btn-small"
          onclick={() => {
            onchange({ ...thing, places: [...thing.places, { ...place }] });
            onsewing(thing.places.length - 1);
          }}><Plus size={14} />Another</button
        >{/if}
      {#if thing.places.length > 1}<button
          type="button"
          class="btn btn-small"
          onclick={() => {
            onchange({ ...thing, places: thing.places.filter((_, n) => n !== sewing) });
            onsewing(Math.max(0, sewing - 1));
          }}><Trash size={14} />This sewing</button
        >{/if}
    </div>
  {/if}
  {#if marks}
    {#if marks.beyondMm > 0}<p class="border-l-4 border-madder pl-2" role="status">
        The design reaches {length(marks.beyondMm)} beyond the {thing.name.toLowerCase()}.
      </p>{/if}
    <dl class="flex flex-col gap-1" data-testid="marks">
      {#each marks.marks as mark, n (n)}
        <div>
          <dt class="label inline">{NAMES[mark.kind]}:</dt>
          <dd class="inline">{measured(mark)}</dd>
        </div>
      {/each}
    </dl>
    {#if place}<TemplateButtons
        name="{subject} on {thing.name}"
        drawing={async () => {
          const { placingTemplate } = await import('$lib/core/template');
          return placingTemplate(outline, thing, place, subject, notes);
        }}
      />{/if}
  {/if}
  <button type="button" class="btn btn-small self-start" onclick={() => onchange(null)}
    ><Trash size={14} />It is on no made thing</button
  >
{/if}
