<script lang="ts">
  import { formatSize } from '$lib/core/base';
  import { theme } from '../state/theme.svelte';
  import { workroom } from '../state/workroom.svelte';
  import { pageColours } from './draw-tape';
  import { drawPlan, isFromBack, isSmallInHoop, piecesNow, viewOf, type PlanDrawing } from './draw-plan';

  // The hoop from above at one step, only to be looked at.
  let { drawing }: { drawing: PlanDrawing } = $props();
  let canvas: HTMLCanvasElement;
  let width = $state(300);
  let height = $state(300);
  const now = $derived(piecesNow(drawing.plan.score.steps[drawing.cursor], drawing.plan.cut.pieces));
  const fromBack = $derived(isFromBack(drawing.plan, drawing.cursor));
  const words = $derived(
    [
      `Hoop ${drawing.plan.hooping.hoop.name} from above${fromBack ? ', its back up' : ''}.`,
      ...now.map((p) => `${p.name}: ${formatSize(p.width.cutMm, p.height.cutMm, workroom.unit)}.`),
    ].join(' '),
  );
  $effect(() => {
    void theme.current;
    const ratio = devicePixelRatio;
    canvas.width = Math.round(width * ratio);
    canvas.height = Math.round(height * ratio);
    const ctx = canvas.getContext('2d');
    if (!ctx) return;
    ctx.scale(ratio, ratio);
    const close = isSmallInHoop(drawing.plan, drawing.reading);
    drawPlan(
      ctx,
      viewOf(drawing.plan, drawing.reading, width, height, close, fromBack),
      drawing,
      pageColours(),
    );
  });
</script>

<div
  class="relative h-full"
  role="img"
  aria-label={words}
  bind:clientWidth={width}
  bind:clientHeight={height}
>
  <canvas bind:this={canvas} class="absolute inset-0 h-full w-full"></canvas>
</div>
