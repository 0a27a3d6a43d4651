<script lang="ts">
  import { distance, formatLength, type Path, type Point } from '$lib/core/base';
  import { between, lengthOf, middleOfOpening, openingAt, pointAt, type Opening } from '$lib/core/maker';
  import { svgPath } from '../kit/svg-path';
  import { arrowMove } from '../shell/keys';
  import { workroom } from '../state/workroom.svelte';

  // An opening on its outline: its middle is dragged along, an end makes it longer. Arrows do the same.
  interface Props {
    ring: Path;
    opening: Opening;
    /** of the line that is left open */
    name: string;
    /** mm of one px */
    px: number;
    onchange: (opening: { atMm: number; lengthMm: number }) => void;
  }
  let { ring, opening, name, px, onchange }: Props = $props();
  const LEAST_MM = 4;

  /** as it is dragged; it is taken when it is let go */
  let held = $state.raw<{ by: 'middle' | 'end'; opening: Opening } | null>(null);
  const total = $derived(lengthOf(ring));
  const shown = $derived(held?.opening ?? opening);
  const middle = $derived(middleOfOpening(ring, shown));
  const from = $derived(middle - shown.lengthMm / 2);
  const to = $derived(middle + shown.lengthMm / 2);
  const words = $derived(formatLength(shown.lengthMm, workroom.unit));
  const handles = $derived([
    { id: 'middle', by: 'middle', at: pointAt(ring, middle), label: `Opening of ${name}: where` },
    { id: 'from', by: 'end', at: pointAt(ring, from), label: `Opening of ${name}: how long` },
    { id: 'to', by: 'end', at: pointAt(ring, to), label: `Opening of ${name}: how long, other end` },
  ] as const);

  const within = (lengthMm: number) => Math.round(Math.min(total - LEAST_MM, Math.max(LEAST_MM, lengthMm)));
  function moved(by: 'middle' | 'end', p: Point): { atMm: number; lengthMm: number } {
    const here = openingAt(ring, pointAt(ring, middle), shown.lengthMm);
    if (by === 'middle') {
      const { atMm } = openingAt(ring, p, shown.lengthMm);
      return { atMm: Math.round(atMm), lengthMm: shown.lengthMm };
    }
    const off = Math.abs(openingAt(ring, p, 0).atMm - here.atMm);
    return { ...here, lengthMm: within(2 * Math.min(off, total - off)) };
  }
  function onpointerdown(event: PointerEvent & { currentTarget: SVGElement }, by: 'middle' | 'end') {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    held = { by, opening };
  }
  function onpointermove(event: PointerEvent & { currentTarget: SVGElement }) {
    const matrix = event.currentTarget.ownerSVGElement?.getScreenCTM()?.inverse();
    if (!held || !matrix) return;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    held = { by: held.by, opening: moved(held.by, { x, y: -y }) };
  }
  function onpointerup() {
    const now = held?.opening;
    held = null;
    if (now && 'atMm' in now && now !== opening) onchange(now);
  }
  function onkeydown(event: KeyboardEvent, by: 'middle' | 'end') {
    if (event.key === 'Escape') held = null;
    const step = arrowMove(event);
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    const by1 = step[0] + step[1];
    const here = openingAt(ring, pointAt(ring, middle + (by === 'middle' ? by1 : 0)), opening.lengthMm);
    onchange(by === 'middle' ? here : { ...here, lengthMm: within(opening.lengthMm + by1) });
  }
  const isClear = $derived(distance(pointAt(ring, from), pointAt(ring, to)) > 40 * px);
</script>

<path
  d={svgPath(between(ring, from, to), { closed: false })}
  fill="none"
  stroke="var(--hands-fill)"
  stroke-width={7 * px}
  opacity="0.75"
/>
{#each handles as { id, by, at, label } (id)}
  {#if by === 'middle' || isClear}
    <g
      role="slider"
      tabindex="0"
      aria-label={label}
      aria-valuenow={Math.round(by === 'middle' ? middle : shown.lengthMm)}
      aria-valuemin={by === 'middle' ? 0 : LEAST_MM}
      aria-valuemax={Math.round(total)}
      aria-valuetext={words}
      class="cursor-grab touch-none"
      onpointerdown={(event) => onpointerdown(event, by)}
      {onpointermove}
      {onpointerup}
      onpointercancel={() => (held = null)}
      onkeydown={(event) => onkeydown(event, by)}
    >
      <circle cx={at.x} cy={-at.y} r={22 * px} fill="transparent" />
      <circle
        cx={at.x}
        cy={-at.y}
        r={(by === 'middle' ? 9 : 6) * px}
        fill={by === 'middle' ? 'var(--hands)' : 'var(--paper)'}
        stroke="var(--hands)"
        stroke-width={2 * px}
      />
    </g>
  {/if}
{/each}
<text
  x={pointAt(ring, middle).x}
  y={-pointAt(ring, middle).y + 26 * px}
  font-size={13 * px}
  text-anchor="middle"
  fill="var(--ink)"
  stroke="var(--paper)"
  stroke-width={3 * px}
  paint-order="stroke">{words} open</text
>
