<script lang="ts">
  import { MATERIALS } from '$lib/core/catalogue';
  import { edgeCovered, edgeSection, type WorkedOut } from '$lib/core/recipe';
  import type { Outlining } from '../state/outlining.svelte';
  import { workroom } from '../state/workroom.svelte';
  import { lookOf } from './looks';

  // Across the edge, much enlarged: how far each line reaches, and what lies below. It moves as figures move.
  let { outlining, worked }: { outlining: Outlining; worked: WorkedOut } = $props();
  let wide = $state(500);
  const ROW = 19;
  const NAMES = 128;
  const section = $derived(edgeSection(outlining.recipe, outlining.rows, workroom.numbers));
  const { layers, span } = $derived(section);
  const looks = $derived(new Map(outlining.rows.map((row) => [row.id, lookOf(row)])));
  const bars = $derived(
    section.lines.map((line, n) => ({ ...line, n, look: looks.get(line.id) ?? { colour: 'var(--ink)' } })),
  );
  const isWide = ({ reach }: (typeof bars)[number]) => reach.toMm > reach.fromMm;
  /** what lies across is drawn over the needle's holes */
  const drawn = $derived([...bars.filter((bar) => !isWide(bar)), ...bars.filter(isWide)]);
  const { finishedMm } = $derived(worked.drawing.edges);
  const covered = $derived(edgeCovered(outlining.recipe, outlining.rows, worked.covered));
  const before = $derived(
    outlining.before && edgeCovered(outlining.recipe, outlining.rows, outlining.before.covered),
  );
  const scale = $derived(Math.max(1, wide - NAMES - 16) / (span.toMm - span.fromMm));
  const at = (mm: number) => NAMES + (mm - span.fromMm) * scale;
  const top = 24;
  const cloths = $derived(top + bars.length * ROW + 6);
  const high = $derived(cloths + layers.length * 15 + 22);
  const words = ({ insideMm, outsideMm }: { insideMm: number; outsideMm: number }) =>
    `${mm.format(insideMm)} inside, ${mm.format(outsideMm)} outside`;
  const mm = new Intl.NumberFormat('en-GB', { minimumFractionDigits: 1, maximumFractionDigits: 1 });
</script>

<figure class="min-w-0" bind:clientWidth={wide} data-testid="edge-section">
  <svg
    viewBox="0 0 {wide} {high}"
    width={wide}
    height={high}
    class="block max-w-full"
    role="img"
    aria-label="Across the edge"
  >
    <path d="M{at(finishedMm)} {top - 9}V{high - 18}" stroke="var(--ink)" stroke-dasharray="3 3" />
    <text x={Math.min(at(finishedMm), wide - 42)} y="10" text-anchor="middle" class="small" fill="var(--ink)"
      >finished edge</text
    >
    <text x={at(span.fromMm)} y={high - 6} class="small" fill="var(--quiet)">← inside</text>
    <text x={wide - 4} y={high - 6} text-anchor="end" class="small" fill="var(--quiet)">outside →</text>
    {#each drawn as bar (bar.id)}
      {@const { id, name, reach, look, n } = bar}
      {@const y = top + n * ROW}
      {@const isChosen = outlining.chosenId === id}
      <text
        x="0"
        y={y + 10}
        class="name"
        fill={isChosen ? 'var(--ink)' : 'var(--quiet)'}
        font-weight={isChosen ? 700 : 400}>{name}</text
      >
      {#if isWide(bar)}
        <rect
          x={at(reach.fromMm)}
          {y}
          width={(reach.toMm - reach.fromMm) * scale}
          height="12"
          rx="6"
          fill={look.colour}
          opacity={isChosen || !outlining.chosenId ? 1 : 0.5}
        />
        <text
          x={at((reach.fromMm + reach.toMm) / 2)}
          y={y + 10}
          text-anchor="middle"
          class="small"
          fill="var(--paper)">{mm.format(reach.toMm - reach.fromMm)} mm</text
        >
      {:else}
        <path
          d="M{at(reach.fromMm)} {y - 1}V{cloths + layers.length * 15}"
          stroke={look.colour}
          stroke-width={isChosen ? 3.5 : 2}
          stroke-dasharray={look.dash}
          opacity={isChosen || !outlining.chosenId ? 1 : 0.5}
        />
        <circle cx={at(reach.fromMm)} cy={y + 6} r="4" fill={look.colour} />
      {/if}
    {/each}
    {#each layers as { name, fromMm, toMm, material }, n (n)}
      {@const y = cloths + n * 15}
      {#each [MATERIALS[material].colour, `url(#mat-${material})`] as fill (fill)}
        <rect
          x={at(Math.max(span.fromMm, fromMm))}
          {y}
          width={(Math.min(span.toMm, toMm) - Math.max(span.fromMm, fromMm)) * scale}
          height="12"
          rx="2"
          {fill}
          stroke="var(--ink)"
          stroke-width="0.6"
        />
      {/each}
      <text x="0" y={y + 10} class="name" fill="var(--quiet)">{name}</text>
    {/each}
  </svg>
  <figcaption class="mt-1">
    {#if covered}
      <p data-testid="covered">
        Covers by <strong>{mm.format(covered.insideMm)} mm</strong> inside and
        <strong>{mm.format(covered.outsideMm)} mm</strong> outside, at its weakest place.
        {#if before && words(before) !== words(covered)}<span class="label">Before: {words(before)}.</span
          >{/if}
      </p>
    {/if}
  </figcaption>
</figure>

<style>
  .small {
    font-size: 11px;
  }
  .name {
    font-size: 12.5px;
  }
</style>
