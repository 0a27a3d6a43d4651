<script lang="ts">
  import { formatLength, formatSize } from '$lib/core/units';
  import { workroom } from '../state/workroom.svelte';
  import { drawPlan, isSmallInHoop, pageColours, piecesNow, viewOf, type PlanDrawing } from './draw';

  let { drawing, theme }: { drawing: PlanDrawing; theme: string } = $props();
  let canvas: HTMLCanvasElement;
  let width = $state(380);
  let height = $state(320);
  let chosen = $state<boolean | null>(null);
  const close = $derived(chosen ?? isSmallInHoop(drawing.plan, drawing.reading));

  const step = $derived(drawing.plan.score.steps[drawing.cursor]);
  const pieces = $derived(piecesNow(step, drawing.plan.pieces));
  const opening = $derived(
    step?.kind === 'needle' ? drawing.reading.blocks[step.block].openings[0] : undefined,
  );
  const caption = $derived(
    [
      `Hoop ${drawing.plan.hoop.name}${drawing.plan.field.turned ? ', design turned a quarter' : ''}.`,
      ...pieces.map((p) => `${p.name}: ${formatSize(p.width.cutMm, p.height.cutMm, workroom.unit)}.`),
      opening ? `Opening of ${formatLength(opening.lengthMm, workroom.unit)} on the ${opening.side}.` : '',
      step?.kind === 'hand' && step.along !== null ? 'Dashed: the line to cut along.' : '',
    ]
      .filter(Boolean)
      .join(' '),
  );

  $effect(() => {
    void theme;
    const ratio = devicePixelRatio;
    canvas.width = width * ratio;
    canvas.height = height * ratio;
    const ctx = canvas.getContext('2d');
    if (!ctx) return;
    ctx.setTransform(ratio, 0, 0, ratio, 0, 0);
    ctx.clearRect(0, 0, width, height);
    drawPlan(ctx, viewOf(drawing.plan, drawing.reading, width, height, close), drawing, pageColours());
  });
</script>

<figure class="flex min-h-0 flex-1 flex-col">
  <div
    class="relative min-h-40 flex-1"
    role="img"
    aria-label="The hoop from above. {caption}"
    bind:clientWidth={width}
    bind:clientHeight={height}
  >
    <canvas bind:this={canvas} class="absolute inset-0 h-full w-full"></canvas>
  </div>
  <figcaption class="label mt-1 flex items-end gap-2 px-1">
    <span class="flex-1">{caption}</span>
    <button type="button" class="btn btn-small" onclick={() => (chosen = !close)}
      >{close ? 'Whole hoop' : 'Closer'}</button
    >
  </figcaption>
</figure>
