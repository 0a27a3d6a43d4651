<script lang="ts">
  import type { CutPiece } from '$lib/core/cut';
  import { MATERIALS } from '$lib/core/catalogue';
  import { rightSideUp, type PieceShape } from '$lib/core/template';
  import { formatLength } from '$lib/core/base';
  import { svgPath } from '../kit/svg-path';
  import { workroom } from '../state/workroom.svelte';

  // A piece opened flat, right side up: its edge, fold, the lines that will catch it, and which way the cloth runs.
  interface Props {
    piece: CutPiece;
    /** as it is cut */
    template: PieceShape;
  }
  let { piece, template }: Props = $props();
  const shape = $derived(rightSideUp(template));
  const most = $derived(Math.max(shape.widthMm, shape.heightMm));
  const unit = $derived(most / 100);
  const room = $derived(11 * unit);
  const d = (path: readonly { x: number; y: number }[], closed = false) =>
    svgPath(path, { top: shape.heightMm, closed });
  const arrow = $derived({
    x: shape.widthMm / 2,
    from: shape.heightMm * 0.35,
    to: shape.heightMm * 0.65,
    head: 2.4 * unit,
  });
  const side = $derived(
    MATERIALS[piece.material].twoSided ? 'both sides alike' : piece.of ? 'rough side down' : 'right side',
  );
  const words = $derived(
    [
      side,
      piece.fold && 'dashed: fold',
      piece.mirrored && 'template mirrored, for its wrong side',
      piece.arrow === 'up' && 'arrow: print or nap',
      piece.arrow === 'threads' && 'arrow: along the threads',
      shape.catches.length > 0 && 'dotted: what catches it',
      piece.prewash === 'first' && 'prewash first',
    ]
      .filter(Boolean)
      .join(' · '),
  );
</script>

<figure class="w-56 text-sm" data-testid="piece-sketch">
  <svg
    viewBox="{-room} {-2 * unit} {shape.widthMm + 2 * room} {shape.heightMm + room + 2 * unit}"
    class="max-h-56 w-full"
    role="img"
    aria-label="{piece.name}: {words}"
    font-size={6 * unit}
    fill="var(--ink)"
  >
    {#each shape.outlines as outline, i (i)}
      {#each [piece.colour, `url(#mat-${piece.material})`] as fill (fill)}
        <path d={d(outline, true)} {fill} fill-opacity="0.55" />
      {/each}
      <path d={d(outline, true)} fill="none" stroke="var(--ink)" stroke-width={0.8 * unit} />
    {/each}
    <clipPath id="sketch-{piece.id}"><rect width={shape.widthMm} height={shape.heightMm} /></clipPath>
    {#each shape.catches as line, i (i)}
      <path
        d={d(line)}
        clip-path="url(#sketch-{piece.id})"
        fill="none"
        stroke="var(--needle)"
        stroke-width={0.7 * unit}
        stroke-dasharray="{1.4 * unit} {1.4 * unit}"
      />
    {/each}
    {#each shape.folds as fold, i (i)}
      <path
        d={d(fold)}
        stroke="var(--madder)"
        stroke-width={0.9 * unit}
        stroke-dasharray="{4 * unit} {2 * unit}"
      />
    {/each}
    {#if piece.arrow !== 'none'}
      <g stroke="var(--ink)" stroke-width={0.8 * unit} fill="none">
        <path d="M{arrow.x} {arrow.from}V{arrow.to}" />
        <path
          d="M{arrow.x - arrow.head} {arrow.from +
            arrow.head}l{arrow.head} {-arrow.head}l{arrow.head} {arrow.head}"
        />
        {#if piece.arrow === 'threads'}<path
            d="M{arrow.x - arrow.head} {arrow.to -
              arrow.head}l{arrow.head} {arrow.head}l{arrow.head} {-arrow.head}"
          />{/if}
      </g>
    {/if}
    <text x={shape.widthMm / 2} y={shape.heightMm + 8 * unit} text-anchor="middle"
      >{formatLength(shape.widthMm, workroom.unit)}</text
    >
    <text
      transform="translate({shape.widthMm + 8 * unit} {shape.heightMm / 2}) rotate(-90)"
      text-anchor="middle">{formatLength(shape.heightMm, workroom.unit)}</text
    >
  </svg>
  <figcaption class="label">{words}</figcaption>
</figure>
