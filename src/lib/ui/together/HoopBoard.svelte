<script lang="ts">
  import { formatLength, formatSize, heightOf, widthOf } from '$lib/core/base';
  import { edgesInHoop } from '$lib/core/thing';
  import ClothEdges from '../hoop/ClothEdges.svelte';
  import HoopField from '../hoop/HoopField.svelte';
  import { svgPath } from '../kit/svg-path';
  import type { ItemAt, Together } from '../state/together.svelte';
  import { arrowMove } from '../shell/keys';
  import { workroom } from '../state/workroom.svelte';
  import { partColour } from './part-colour';

  // The hoop from above with all that lies in it; each item is dragged, or moved by keys.
  let { together }: { together: Together } = $props();
  const { field, items, trace, clashes, snap } = $derived(together);
  const unit = $derived(workroom.unit);
  const length = (mm: number) => formatLength(Math.round(mm), unit);

  const px = $derived(Math.max(field.outerWidth, field.outerHeight) / 500);
  const lying = $derived(
    new Set(
      clashes.flatMap(({ kind, item, other }) =>
        kind === 'piece' ? [] : other === null ? [item] : [item, other],
      ),
    ),
  );
  const clothEdges = $derived(items.flatMap(({ cloth }) => (cloth ? edgesInHoop(cloth, field) : [])));

  let svg: SVGSVGElement | undefined;
  /** where the pointer took hold of an item, mm */
  let held: { item: ItemAt; x: number; y: number; moved: boolean } | null = null;
  function pointAt(event: PointerEvent): { x: number; y: number } | null {
    const matrix = svg?.getScreenCTM()?.inverse();
    if (!matrix) return null;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    return { x, y: -y };
  }
  function onpointerdown(event: PointerEvent & { currentTarget: SVGGElement }, item: ItemAt) {
    const at = pointAt(event);
    if (!at || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    held = { item, ...at, moved: false };
    together.chosen = item;
  }
  function onpointermove(event: PointerEvent) {
    const at = held && pointAt(event);
    if (!held || !at) return;
    const [dx, dy] = [at.x - held.x, at.y - held.y];
    held.moved ||= Math.hypot(dx, dy) > 2 * px;
    if (held.moved) together.drag(held.item, dx, dy, event.altKey);
  }
  function onpointerup() {
    if (held?.moved) together.drop();
    held = null;
  }
  function onkeydown(event: KeyboardEvent, item: ItemAt) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const by = arrowMove(event);
    if (by) together.move(item, ...by);
    else if (event.key.toLowerCase() === 'r') together.turn(item, event.shiftKey ? 90 : -90);
    else if (event.key === 'Delete' || event.key === 'Backspace') together.remove(item);
    else if (event.key === 'Escape' && held) {
      together.letGo();
      held = null;
    } else if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    event.stopPropagation();
    if (event.key !== 'Delete' && event.key !== 'Backspace') together.chosen = item;
  }
</script>

<svg
  bind:this={svg}
  viewBox="{-field.outerWidth / 2 - px} {-field.outerHeight / 2 - px} {field.outerWidth +
    2 * px} {field.outerHeight + 2 * px}"
  class="h-full max-h-[70vh] min-h-0 w-full flex-1 select-none lg:max-h-none"
  role="group"
  aria-label="Hoop {together.hoop.name} from above, {together.words} in it"
>
  <HoopField {field} magnetic={together.hoop.magnetic} {px} {trace}>
    <ClothEdges edges={clothEdges} {px} />
    {#each items as { at, name, many, place, path, isChosen }, n (n)}
      <g
        role="button"
        tabindex="0"
        aria-pressed={isChosen}
        aria-label="{name}{many > 1 ? ` ${at.n + 1}` : ''}, {length(place.x)} right, {length(
          place.y,
        )} above the middle"
        class="cursor-grab touch-none outline-none focus-visible:[&>path]:stroke-[4]"
        onpointerdown={(event) => onpointerdown(event, at)}
        {onpointermove}
        {onpointerup}
        onpointercancel={() => {
          together.letGo();
          held = null;
        }}
        onfocus={() => (together.chosen = at)}
        onkeydown={(event) => onkeydown(event, at)}
      >
        <path
          d={svgPath(path)}
          fill={lying.has(n) ? 'var(--madder-soft)' : isChosen ? 'var(--hands-soft)' : 'var(--needle-soft)'}
          stroke={partColour(at.part)}
          stroke-width={(isChosen ? 3 : 1.5) * px}
        />
        <text
          x={place.x}
          y={-place.y}
          font-size={13 * px}
          text-anchor="middle"
          dominant-baseline="central"
          fill="var(--ink)"
          pointer-events="none">{at.part + 1}{many > 1 ? `.${at.n + 1}` : ''}</text
        >
      </g>
    {/each}
    {#each clashes as clash, place (place)}
      {#each clash.at as path, k (k)}
        <path d={svgPath(path)} fill="var(--madder)" fill-opacity="0.7" pointer-events="none" />
      {/each}
    {/each}
    {#if snap?.x != null}
      <path
        d="M{snap.x} {-field.height / 2}V{field.height / 2}"
        stroke="var(--hands)"
        stroke-width={px}
        pointer-events="none"
      />
    {/if}
    {#if snap?.y != null}
      <path
        d="M{-field.width / 2} {-snap.y}H{field.width / 2}"
        stroke="var(--hands)"
        stroke-width={px}
        pointer-events="none"
      />
    {/if}
  </HoopField>
</svg>
<p class="label mt-1">
  {#if trace && together.clearance}
    Dashed: what the needle traces, {formatSize(
      Math.round(widthOf(trace)),
      Math.round(heightOf(trace)),
      unit,
    )}. To the frame: {length(together.clearance.left)} left, {length(together.clearance.right)} right, {length(
      together.clearance.above,
    )} above, {length(together.clearance.below)} below.
    {#if clothEdges.length}Dash and dot: the edges of the cloth; a dot is a corner.{/if}
  {:else}
    An empty hoop.
  {/if}
</p>
