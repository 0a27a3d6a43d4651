<script lang="ts">
  import { quarterTurned, type PieceShape } from '$lib/core/template';
  import type { CutGroup } from '$lib/core/cut';
  import type { CutPlan, LayoutSheet } from '$lib/core/nesting';

  import { svgPath } from '../kit/svg-path';
  import { drawnCuts } from './cut-tags';
  import { isLying } from './sheets';

  // One sheet with its pieces; and where they are to be cut, the straight cuts, numbered where they begin.
  interface Props {
    sheet: LayoutSheet;
    group: CutGroup;
    widthMm: number;
    /** of what is shown: of a roll only what is used, and a little of the rest */
    heightMm: number;
    name: string;
    cuts?: CutPlan['cuts'];
    done?: (cut: number) => boolean;
    /** its print or nap looks along its length */
    hasDirection?: boolean;
    /** outlines of pieces that are cut to shape */
    shapeOf: (pieceId: string) => PieceShape | null;
  }
  let {
    sheet,
    group,
    widthMm,
    heightMm,
    name,
    cuts = [],
    done,
    hasDirection = false,
    shapeOf,
  }: Props = $props();
  const font = $derived(Math.max(widthMm, heightMm) / 40);
  /** beside the cloth: for the corner that is measured from, and the way of a print */
  const rim = $derived(cuts.length || hasDirection ? font * 1.5 : 0);
  const drawn = $derived(drawnCuts(cuts, heightMm, font * 1.3));
  const lying = $derived(isLying(widthMm, heightMm));
  const piece = (id: string) => group.pieces.find((p) => p.id === id);
  const pieceNumber = (id: string) => group.pieces.findIndex((p) => p.id === id) + 1;
  const outline = (id: string, turned: boolean) => {
    const shape = shapeOf(id);
    return shape ? (turned ? quarterTurned(shape) : shape) : null;
  };
  const upright = $derived(lying ? 'rotate(-90)' : '');
</script>

<svg
  viewBox={lying
    ? `${-rim} ${-rim} ${heightMm + 2 * rim} ${widthMm + 2 * rim}`
    : `${-rim} ${-rim} ${widthMm + 2 * rim} ${heightMm + 2 * rim}`}
  preserveAspectRatio="xMinYMin meet"
  class="max-h-80 w-full max-w-2xl"
  role="img"
  aria-label="{name}: {sheet.placements.length} pieces{cuts.length ? `, ${cuts.length} cuts` : ''}"
>
  <g transform={lying ? `translate(${heightMm} 0) rotate(90)` : ''}>
    <rect
      width={widthMm}
      height={heightMm}
      fill="var(--paper)"
      stroke="var(--ink)"
      stroke-width={font / 12}
    />
    {#each sheet.placements as p, i (i)}
      {@const shape = outline(p.pieceId, p.turned)}
      <g transform="translate({p.xMm} {heightMm - p.yMm - p.heightMm})">
        <title>{piece(p.pieceId)?.name}, {piece(p.pieceId)?.buildName}</title>
        {#each [group.colour, `url(#mat-${group.material})`] as fill (fill)}<rect
            width={p.widthMm}
            height={p.heightMm}
            {fill}
            fill-opacity={shape ? 0.25 : 0.7}
          />{/each}
        <rect
          width={p.widthMm}
          height={p.heightMm}
          fill="none"
          stroke="var(--ink)"
          stroke-width={font / 12}
        />
        {#each shape?.outlines ?? [] as path, k (k)}<path
            d={svgPath(path, { top: p.heightMm })}
            fill={group.colour}
            stroke="var(--ink)"
            stroke-width={font / 14}
          />{/each}
        {#if Math.min(p.widthMm, p.heightMm) > font * 1.6}
          <circle
            cx={p.widthMm / 2}
            cy={p.heightMm / 2}
            r={font * 0.75}
            fill="var(--paper)"
            fill-opacity="0.85"
          />
          <text
            transform="translate({p.widthMm / 2} {p.heightMm / 2}) {upright}"
            font-size={font}
            text-anchor="middle"
            dominant-baseline="central"
            fill="var(--ink)">{pieceNumber(p.pieceId)}</text
          >
        {/if}
      </g>
    {/each}
    {#each drawn as cut, i (i)}
      <path
        d={cut.across ? `M${cut.x} ${cut.y}h${cut.lengthMm}` : `M${cut.x} ${cut.y}v${-cut.lengthMm}`}
        stroke={done?.(cut.number) ? 'var(--quiet)' : 'var(--madder)'}
        stroke-width={font / (cut.level ? 9 : 5)}
        stroke-dasharray={done?.(cut.number) ? `${font / 2}` : undefined}
      />
    {/each}
    {#each drawn as cut, i (i)}
      <g transform="translate({cut.tag.x} {cut.tag.y}) {upright}">
        <rect
          x={-font * 0.62}
          y={-font * 0.5}
          width={font * 1.24}
          height={font}
          rx={font * 0.2}
          fill={done?.(cut.number) ? 'var(--quiet)' : 'var(--madder)'}
        />
        <text font-size={font * 0.8} text-anchor="middle" dominant-baseline="central" fill="var(--paper)"
          >{cut.number}</text
        >
      </g>
    {/each}
    {#if cuts.length}
      <g transform="translate({-rim / 2} {heightMm + rim / 2})">
        <path d="M0 {-rim / 2}V0H{rim / 2}" fill="none" stroke="var(--madder)" stroke-width={font / 5} />
        <circle r={font * 0.55} fill="var(--madder)" />
        <text
          transform={upright}
          font-size={font * 0.8}
          text-anchor="middle"
          dominant-baseline="central"
          fill="var(--paper)">0</text
        >
      </g>
    {/if}
    {#if hasDirection}
      <g
        transform="translate({-rim / 2} {heightMm / 2})"
        stroke="var(--ink)"
        stroke-width={font / 8}
        fill="none"
      >
        <title>The print or nap looks this way</title>
        <path
          d="M0 {font * 2.4}V{-font * 2.4}M{-font * 0.5} {-font * 1.5}L0 {-font * 2.4}L{font * 0.5} {-font *
            1.5}"
        />
      </g>
    {/if}
  </g>
</svg>
