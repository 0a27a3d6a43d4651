<script lang="ts">
  import { formatDuration } from '$lib/core/base';
  import { theme } from '../state/theme.svelte';
  import { moment } from '../run/when';
  import { drawBatch, LABELS } from './draw-batch';
  import { whole, zoomed, type BatchLayout, type HeadBar, type Window } from './score-layout';

  // The score of a batch: a Needle stave a head, a Hands stave a person. Dragged aside, wheeled nearer; a hooping is dragged to
  // another head or time.
  interface Props {
    layout: BatchLayout;
    /** ms since 1970: second 0 */
    from: number;
    now: number;
    chosen: string | null;
    onchoose: (hoopingId: string | null) => void;
    onmove: (hoopingId: string, headId: string, atS: number) => void;
    /** whether a hooping may be sewn on a head */
    maySew: (hoopingId: string, headId: string) => boolean;
  }
  let { layout, from, now, chosen, onchoose, onmove, maySew }: Props = $props();
  let canvas: HTMLCanvasElement;
  let width = $state(900);
  let view = $state.raw<Window | null>(null);
  const shown = $derived(view ?? whole(layout.finishS, width - LABELS));
  let moving = $state.raw<{ hoopingId: string; stave: number; fromS: number } | null>(null);
  let hovered = $state.raw<{ x: number; y: number; text: string } | null>(null);
  const words = $derived(
    `Plan of ${layout.bars.length} hoopings on ${layout.staves.length} staves, done ${moment(from + 1000 * layout.finishS, now)}. The list below says the same.`,
  );
  // A plan that changes while it is dragged is drawn with the next frame, once.
  $effect(() => {
    void theme.current;
    const drawing = { layout, view: shown, from, nowS: (now - from) / 1000, chosen, moving };
    const [wide, high] = [width, layout.height];
    const frame = requestAnimationFrame(() => {
      const ratio = devicePixelRatio;
      if (canvas.width !== Math.round(wide * ratio) || canvas.height !== Math.round(high * ratio)) {
        canvas.width = Math.round(wide * ratio);
        canvas.height = Math.round(high * ratio);
      }
      const ctx = canvas.getContext('2d');
      if (!ctx) return;
      ctx.setTransform(ratio, 0, 0, ratio, 0, 0);
      drawBatch(ctx, drawing, wide);
    });
    return () => cancelAnimationFrame(frame);
  });

  const secondAt = (x: number) => shown.fromS + (x - LABELS) / shown.scale;
  const staveAt = (y: number) => layout.staves.findIndex((s) => y >= s.y && y < s.y + s.height);
  const barAt = (x: number, y: number): HeadBar | undefined => {
    const stave = staveAt(y);
    // As wide as a finger finds it.
    const slack = 4 / shown.scale;
    return layout.bars.find(
      (b) => b.stave === stave && secondAt(x) >= b.fromS - slack && secondAt(x) <= b.toS + slack,
    );
  };
  const callAt = (x: number, y: number) => {
    const stave = staveAt(y);
    const s = secondAt(x);
    return layout.calls.find((c) => c.stave === stave && s >= c.startS && s <= c.endS);
  };
  let grip: { x: number; y: number; view: Window; bar: HeadBar | null; isMoved: boolean } | null = null;
  function down(e: PointerEvent) {
    if (e.button !== 0) return;
    canvas.setPointerCapture(e.pointerId);
    const bar = barAt(e.offsetX, e.offsetY) ?? null;
    grip = { x: e.offsetX, y: e.offsetY, view: shown, bar, isMoved: false };
  }
  function move(e: PointerEvent) {
    if (!grip) return void hover(e);
    const [dx, dy] = [e.offsetX - grip.x, e.offsetY - grip.y];
    if (!grip.isMoved && Math.hypot(dx, dy) < 5) return;
    grip.isMoved = true;
    hovered = null;
    const { bar } = grip;
    if (!bar || bar.isBegun) {
      view = { ...grip.view, fromS: grip.view.fromS - dx / grip.view.scale };
      return;
    }
    const stave = staveAt(e.offsetY);
    const head = layout.staves[stave];
    const mayGo = head?.kind === 'head' && maySew(bar.hoopingId, head.id);
    moving = {
      hoopingId: bar.hoopingId,
      stave: mayGo ? stave : bar.stave,
      fromS: Math.max(0, bar.fromS + dx / shown.scale),
    };
  }
  function up() {
    const done = grip;
    grip = null;
    if (!done) return;
    if (!done.isMoved) return onchoose((done.bar ?? callAt(done.x, done.y))?.hoopingId || null);
    const head = moving && layout.staves[moving.stave];
    if (moving && head) onmove(moving.hoopingId, head.id, moving.fromS);
    moving = null;
  }
  function hover(e: PointerEvent) {
    const call = callAt(e.offsetX, e.offsetY);
    const bar = barAt(e.offsetX, e.offsetY);
    const about = call
      ? `${call.name}: ${call.title}, ${formatDuration(call.endS - call.startS)}`
      : bar && `${bar.name}, ${formatDuration(bar.toS - bar.fromS)} on the head`;
    const at = call?.startS ?? bar?.fromS ?? 0;
    hovered = about
      ? { x: e.offsetX, y: e.offsetY, text: `${moment(from + 1000 * at, now)} · ${about}` }
      : null;
  }
  const zoom = (factor: number, x = width / 2) => (view = zoomed(shown, factor, x - LABELS, width - LABELS));
  const pan = (share: number) => (view = { ...shown, fromS: shown.fromS + (share * (width - LABELS)) / shown.scale }); // prettier-ignore
  function wheel(e: WheelEvent) {
    e.preventDefault();
    if (Math.abs(e.deltaX) > Math.abs(e.deltaY) || e.shiftKey) pan((e.deltaX || e.deltaY) / width);
    else zoom(Math.exp(-e.deltaY / 400), e.offsetX);
  }
  const KEYS: Record<string, () => void> = {
    ArrowLeft: () => pan(-0.2),
    ArrowRight: () => pan(0.2),
    '+': () => zoom(1.5),
    '-': () => zoom(1 / 1.5),
    Home: () => (view = null),
    Escape: () => onchoose(null),
  };
  function key(e: KeyboardEvent) {
    const act = KEYS[e.key];
    if (!act || e.ctrlKey || e.metaKey || e.altKey) return;
    e.preventDefault();
    act();
  }
</script>

<div class="no-print mb-2 flex flex-wrap items-center gap-2">
  <button type="button" class="btn btn-small" onclick={() => zoom(1.6)}>Nearer</button>
  <button type="button" class="btn btn-small" onclick={() => zoom(1 / 1.6)}>Farther</button>
  <button type="button" class="btn btn-small" onclick={() => (view = null)}>Whole plan</button>
  <button
    type="button"
    class="btn btn-small"
    onclick={() => (view = { fromS: (now - from) / 1000 - 600, scale: (width - LABELS) / 14_400 })}
    >Next four hours</button
  >
  <span class="label ml-auto flex flex-wrap items-center gap-x-4">
    <span><i class="key bg-needle"></i>the needle sews</span>
    <span><i class="key rest"></i>it waits for hands</span>
    <span><i class="key bg-hands-fill"></i>hands at the machine</span>
    <span><i class="key low bg-hands-soft"></i>at the table</span>
  </span>
</div>
<div class="relative overflow-hidden rounded border border-rule" bind:clientWidth={width}>
  <canvas
    bind:this={canvas}
    class={['block w-full touch-pan-y', moving ? 'cursor-grabbing' : 'cursor-grab']}
    style:height="{layout.height}px"
    tabindex="0"
    aria-label={words}
    onpointerdown={down}
    onpointermove={move}
    onpointerup={up}
    onpointercancel={() => ((grip = null), (moving = null))}
    onpointerleave={() => (hovered = null)}
    onwheel={wheel}
    onkeydown={key}
  ></canvas>
  {#if hovered}
    <p
      class="pointer-events-none absolute z-10 max-w-80 rounded border border-rule bg-paper px-2 py-1 text-sm shadow"
      style:left="{Math.max(0, Math.min(hovered.x + 12, width - 330))}px"
      style:top="{Math.min(hovered.y + 14, layout.height - 50)}px"
    >
      {hovered.text}
    </p>
  {/if}
</div>

<style>
  .key {
    display: inline-block;
    width: 1.4rem;
    height: 0.8rem;
    margin-right: 0.35rem;
    vertical-align: -0.05rem;
    border: 1px solid var(--rule);
  }
  .key.low {
    height: 0.5rem;
  }
  .rest {
    background: repeating-linear-gradient(-45deg, var(--needle) 0 1px, var(--needle-soft) 1px 5px);
  }
</style>
