<script lang="ts">
  import { formatLength, heightOf, middleOf, widthOf, type Point } from '$lib/core/base';
  import { svgPath } from '../kit/svg-path';
  import type { Outlining } from '../state/outlining.svelte';
  import type { WorkedOut } from '$lib/core/recipe';
  import { workroom } from '../state/workroom.svelte';
  import { barOf, boundsOf, lookOf, stitchesOf } from './looks';
  import OpeningHandle from './OpeningHandle.svelte';

  // The stitches to scale. The line that is looked at stands out; an opening is dragged along its outline.
  let { outlining, worked }: { outlining: Outlining; worked: WorkedOut } = $props();
  const drawing = $derived(worked.drawing);
  const box = $derived(boundsOf(drawing));
  let wide = $state(600);
  let high = $state(400);
  /** mm of one px */
  const px = $derived(Math.max(widthOf(box) / wide, heightOf(box) / high));
  const byId = $derived(new Map(outlining.rows.map((row) => [row.id, row])));
  const blocks = $derived(stitchesOf(drawing.hoopings));
  // What lies under a border is seen through it.
  const shown = $derived(
    blocks
      .flatMap(({ d, rows }, n) => {
        const row = byId.get(rows[0] ?? '');
        if (!row) return [];
        const isWide = row.part.widthMm > 0;
        const isChosen = outlining.chosenId !== null && rows.includes(outlining.chosenId);
        const isDim = outlining.chosenId !== null && !isChosen;
        return [{ id: n, d, isWide, isChosen, opacity: isDim ? 0.3 : isWide ? 0.55 : 1, look: lookOf(row) }];
      })
      .sort((a, b) => Number(b.isWide) - Number(a.isWide)),
  );
  const open = $derived(
    outlining.rows.find(({ isOn, part }) => isOn && part.kind === 'final' && part.opening !== null),
  );
  const bar = $derived(barOf(widthOf(box)));
  const marks = $derived(
    worked.advice.flatMap(({ at, severity }, n): { id: number; at: Point; isStop: boolean }[] =>
      at ? [{ id: n, at, isStop: severity === 'stop' }] : [],
    ),
  );
  const middle = $derived(middleOf(box));
  const words = $derived(
    `Plan: ${formatLength(drawing.size.finished.width, workroom.unit)} by ${formatLength(drawing.size.finished.height, workroom.unit)} finished`,
  );
</script>

<div
  class="relative min-h-64 flex-1 overflow-hidden rounded border border-rule bg-paper"
  bind:clientWidth={wide}
  bind:clientHeight={high}
>
  <svg
    class={['absolute inset-0 size-full', !outlining.isDrawn && 'opacity-40']}
    viewBox="{middle.x - (wide * px) / 2} {-middle.y - (high * px) / 2} {wide * px} {high * px}"
    role="img"
    aria-label={words}
    data-testid="outline-plan"
  >
    <path
      d={drawing.finished.map((ring) => svgPath(ring)).join('')}
      fill="var(--ground)"
      fill-rule="evenodd"
      stroke="none"
    />
    {#each shown as { id, d, isWide, isChosen, opacity, look } (id)}
      <path
        {d}
        fill="none"
        stroke={look.colour}
        stroke-width={isWide ? Math.max(px, 0.25) : Math.max((isChosen ? 3 : 1.8) * px, 0.3)}
        stroke-dasharray={look.dash
          ?.split(' ')
          .map((v) => Number(v) * px)
          .join(' ')}
        stroke-linejoin="round"
        {opacity}
      />
    {/each}
    {#each marks as { id, at, isStop } (id)}
      <circle
        cx={at.x}
        cy={-at.y}
        r={9 * px}
        fill="none"
        stroke={isStop ? 'var(--madder)' : 'var(--hands)'}
        stroke-width={2.5 * px}
      />
    {/each}
    {#if open?.part.opening && drawing.rings[0]}
      <OpeningHandle
        ring={drawing.rings[0]}
        opening={open.part.opening}
        name={open.name}
        {px}
        onchange={(opening) => outlining.setPart(open.id, { opening })}
      />
    {/if}
    <g transform="translate({middle.x - (wide * px) / 2 + 12 * px} {-middle.y + (high * px) / 2 - 12 * px})">
      <path d="M0 {-5 * px}V0H{bar}V{-5 * px}" fill="none" stroke="var(--ink)" stroke-width={1.5 * px} />
      <text x={bar + 6 * px} y="0" font-size={12 * px} fill="var(--ink)"
        >{formatLength(bar, workroom.unit)}</text
      >
    </g>
  </svg>
</div>
