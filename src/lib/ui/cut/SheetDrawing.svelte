<script lang="ts">
  import type { CutGroup } from '$lib/core/cut';
  import { cutsOf, type LayoutSheet } from '$lib/core/layout';
  import { formatLength, formatSize } from '$lib/core/units';
  import { workroom } from '../state/workroom.svelte';

  // One sheet with its pieces, and the straight cuts in their order, numbered where they begin.
  interface Props {
    sheet: LayoutSheet;
    group: CutGroup;
    widthMm: number;
    heightMm: number;
    name: string;
    roll: boolean;
    edgeToEdge: boolean;
    count: number;
  }
  let { sheet, group, widthMm, heightMm, name, roll, edgeToEdge, count }: Props = $props();
  /** of a roll only what is used is shown, and a little of the rest */
  const shown = $derived(roll ? Math.min(heightMm, sheet.usedHeightMm * 1.06) : heightMm);
  const cuts = $derived(edgeToEdge ? cutsOf(sheet.placements, widthMm, shown) : null);
  const piece = (id: string) => group.pieces.find((p) => p.id === id);
  const font = $derived(Math.max(widthMm, shown) / 34);
  const done = $state<Record<number, boolean>>({});
  const lying = $derived(shown > widthMm * 1.6);
</script>

<figure class="border-t border-rule py-3">
  <figcaption class="mb-1">
    <strong>{name}</strong>{count > 1 ? ` × ${count}, all alike` : ''}
    <span class="label"
      >{roll
        ? `${formatLength(widthMm, workroom.unit)} wide, ${formatLength(sheet.usedHeightMm, workroom.unit)} off it`
        : formatSize(widthMm, heightMm, workroom.unit)}</span
    >
  </figcaption>
  <div class="flex flex-wrap gap-5">
    <svg
      viewBox={lying ? `0 0 ${shown} ${widthMm}` : `0 0 ${widthMm} ${shown}`}
      class="max-h-80 w-full max-w-2xl"
      role="img"
      aria-label="{name}: {sheet.placements.length} pieces"
    >
      <g transform={lying ? `rotate(-90) translate(${-widthMm} 0)` : ''}>
        <rect
          width={widthMm}
          height={shown}
          fill="var(--paper)"
          stroke="var(--ink)"
          stroke-width={font / 12}
        />
        {#each sheet.placements as p, i (i)}
          <g transform="translate({p.xMm} {shown - p.yMm - p.heightMm})">
            {#each [group.colour, `url(#mat-${group.material})`] as fill (fill)}<rect
                width={p.widthMm}
                height={p.heightMm}
                {fill}
                fill-opacity="0.7"
              />{/each}
            <rect
              width={p.widthMm}
              height={p.heightMm}
              fill="none"
              stroke="var(--ink)"
              stroke-width={font / 12}
            />
          </g>
        {/each}
        {#each cuts ?? [] as cut (cut.number)}
          {@const along = cut.direction === 'across'}
          {@const x = cut.part.xMm + (along ? 0 : cut.atMm)}
          {@const y = shown - cut.part.yMm - (along ? cut.atMm : 0)}
          <path
            d={along ? `M${x} ${y}h${cut.part.widthMm}` : `M${x} ${y}v${-cut.part.heightMm}`}
            stroke={done[cut.number] ? 'var(--quiet)' : 'var(--madder)'}
            stroke-width={font / (cut.level ? 9 : 5)}
            stroke-dasharray={done[cut.number] ? `${font / 2}` : undefined}
          />
        {/each}
      </g>
    </svg>
    {#if cuts?.length}
      <ol class="min-w-56 flex-1 columns-2 text-sm" aria-label="Cuts in order">
        {#each cuts as cut (cut.number)}
          <li class="break-inside-avoid">
            <label class={['flex items-center gap-2', done[cut.number] && 'text-quiet line-through']}
              ><input type="checkbox" bind:checked={done[cut.number]} />{cut.number}. {cut.direction} at {formatLength(
                cut.atMm,
                workroom.unit,
              )}{cut.level ? '' : ', a strip'}</label
            >
          </li>
        {/each}
      </ol>
    {/if}
  </div>
  <p class="label mt-1">
    {#each Object.entries(Object.groupBy(sheet.placements, (p) => p.pieceId)) as [id, list] (id)}
      <span class="mr-4 inline-block"
        >{list?.length} × {piece(id)?.name}, {piece(id)?.buildName} ({formatSize(
          piece(id)?.widthMm ?? 0,
          piece(id)?.heightMm ?? 0,
          workroom.unit,
        )})</span
      >
    {/each}
  </p>
</figure>
