<script lang="ts">
  import type { Path } from '$lib/core/base';
  import type { Thing } from '$lib/core/build';
  import type { HoopField, ItemPlace } from '$lib/core/hoop';
  import { hoopOnThing, marksOf } from '$lib/core/thing';
  import { svgPath } from '../kit/svg-path';

  // A made thing as it lies before the maker, to scale: each sewing on it, the hoop round the one that is looked at, its marks.
  interface Props {
    thing: Thing;
    outline: Path;
    gapMm: number;
    sewing: number;
    /** the hoop, and where the item lies in it that is sewn on this thing */
    field: HoopField;
    item: ItemPlace;
    onsewing: (n: number) => void;
  }
  let { thing, outline, gapMm, sewing, field, item, onsewing }: Props = $props();
  const all = $derived(marksOf(thing, outline, gapMm));
  const place = $derived(thing.places[sewing]);
  const [width, height] = $derived([thing.widthMm, thing.heightMm]);
  const px = $derived(Math.max(width, height) / 460);
  const hoop = $derived(place && hoopOnThing(place, item));
</script>

<svg
  viewBox="{-width / 2 - 12 * px} {-height / 2 - 12 * px} {width + 24 * px} {height + 24 * px}"
  class="h-full max-h-[70vh] w-full lg:max-h-none"
  role="img"
  aria-label="{thing.name} from above with {thing.places.length} {thing.places.length === 1
    ? 'sewing'
    : 'sewings'} on it"
>
  <rect
    x={-width / 2}
    y={-height / 2}
    {width}
    {height}
    fill="var(--hands-soft)"
    stroke="var(--hands)"
    stroke-width={1.5 * px}
  />
  {#if hoop}
    <g transform="translate({hoop.x} {-hoop.y}) rotate({-hoop.turnDeg})">
      <rect
        x={-field.width / 2}
        y={-field.height / 2}
        width={field.width}
        height={field.height}
        rx={field.oval ? field.width / 2 : 8}
        ry={field.oval ? field.height / 2 : 8}
        fill="none"
        stroke="var(--quiet)"
        stroke-width={px}
        stroke-dasharray="{6 * px} {4 * px}"
      />
    </g>
  {/if}
  {#each all as { path, place: at, marks }, n (n)}
    <!-- svelte-ignore a11y_no_static_element_interactions, a11y_click_events_have_key_events -->
    <g onclick={() => onsewing(n)}>
      <path
        d={svgPath(path)}
        fill="var(--needle-soft)"
        stroke="var(--needle)"
        stroke-width={(n === sewing ? 3 : 1.5) * px}
      />
      <text
        x={at.x + 9 * px}
        y={-at.y - 9 * px}
        font-size={13 * px}
        dominant-baseline="central"
        fill="var(--ink)">{all.length > 1 ? n + 1 : ''}</text
      >
      {#each marks as { x, y, kind }, k (k)}
        {#if kind === 'axis'}<circle cx={x} cy={-y} r={2.4 * px} fill="var(--ink)" />{:else}
          <path
            d="M{x - 6 * px} {-y}h{12 * px}M{x} {-y - 6 * px}v{12 * px}"
            stroke={kind === 'join' ? 'var(--madder)' : 'var(--ink)'}
            stroke-width={1.6 * px}
          />{/if}
      {/each}
    </g>
  {/each}
</svg>
<p class="label mt-1">
  Crosses and dots: what to mark{all.length > 1 ? '; red: where one sewing meets the next' : ''}. Dashed: the
  hoop’s field round sewing {sewing + 1}.
</p>
