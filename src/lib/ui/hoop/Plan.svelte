<script lang="ts">
  import Maximize from '@lucide/svelte/icons/maximize';
  import Minus from '@lucide/svelte/icons/minus';
  import Plus from '@lucide/svelte/icons/plus';
  import type { DensityMap } from '$lib/core/reading';
  import { count, itemAt, formatLength, formatNumber, formatSize } from '$lib/core/base';
  import { showProblem } from '../state/notices';
  import { workroom } from '../state/workroom.svelte';
  import { pageColours, seenThread } from './draw-tape';
  import {
    drawEmptyHoop,
    drawPlan,
    isFromBack,
    isSmallInHoop,
    piecesNow,
    viewOf,
    type PlanDrawing,
  } from './draw-plan';
  import type { StitchScrubber } from './scrubber';
  import { Lens } from './lens.svelte';

  interface Props {
    drawing: PlanDrawing;
    theme: string;
    /** called when the scrubber is let go in another block */
    onblock?: (block: number) => void;
  }
  let { drawing, theme, onblock }: Props = $props();
  let canvas: HTMLCanvasElement;
  let width = $state(380);
  let height = $state(320);
  let chosen = $state<boolean | null>(null);
  let showsDensity = $state(false);
  /** record up to which the scrubber shows the design; null: the step under the cursor */
  let scrubbedTo = $state<number | null>(null);
  const lens = new Lens();
  const step = $derived(drawing.plan.score.steps[drawing.cursor]);
  const isAhead = $derived(
    step?.kind === 'hand' &&
      !drawing.plan.score.steps.slice(0, drawing.cursor).some((s) => s.kind === 'needle'),
  );
  // As it is hooped, the whole hoop is seen.
  const close = $derived(chosen ?? (!isAhead && isSmallInHoop(drawing.plan, drawing.reading)));
  const scrubs = $derived(scrubbedTo !== null);
  // What is sewn stitch by stitch is seen from the front.
  const fromBack = $derived(!scrubs && isFromBack(drawing.plan, drawing.cursor));
  const view = $derived(lens.through(viewOf(drawing.plan, drawing.reading, width, height, close, fromBack)));

  const pieces = $derived(piecesNow(step, drawing.plan.cut.pieces));
  const opening = $derived(
    step?.kind === 'needle' ? itemAt(drawing.reading.blocks, step.block).openings[0] : undefined,
  );
  const stiff = $derived(drawing.plan.numbers['check.stiff']);
  let density = $state.raw<DensityMap | null>(null);
  let dense = $state.raw<typeof import('./density') | null>(null);
  // Another design, or the same with something put in between: worked out anew.
  const { tape, reading } = $derived(drawing);
  $effect(() => {
    if (!showsDensity) return void (density = null);
    let isWanted = true;
    const measure = async () => (await import('$lib/workers')).densityInWorker(tape, reading);
    void Promise.all([measure(), import('./density')]).then(([made, drawn]) => {
      if (!isWanted) return;
      dense = drawn;
      if (made.ok) density = made.value;
      else showProblem(made.problem);
    });
    return () => (isWanted = false);
  });
  const spots = $derived(density && dense ? dense.denseSpots(density, stiff) : []);
  /** in the order they are sewn */
  const sewn = $derived(
    drawing.plan.score.steps.flatMap((s) =>
      s.kind === 'needle' && !s.skipped
        ? [{ index: s.block, block: itemAt(drawing.reading.blocks, s.block) }]
        : [],
    ),
  );
  const records = $derived(sewn.reduce((sum, { block }) => sum + block.to - block.from, 0));
  const inHoop = $derived(drawing.plan.hooping.repeats?.places.length ?? 1);
  const caption = $derived(
    [
      `Hoop ${drawing.plan.hooping.hoop.name}${drawing.plan.hooping.field.turned ? ', design turned a quarter' : ''}${inHoop > 1 ? `, ${inHoop} in it` : ''}.`,
      ...pieces.map((p) => `${p.name}: ${formatSize(p.width.cutMm, p.height.cutMm, workroom.unit)}.`),
      opening ? `Opening of ${formatLength(opening.lengthMm, workroom.unit)} on the ${opening.side}.` : '',
      fromBack ? 'Seen from the back: left and right change places.' : '',
      isAhead ? 'Faint: the whole design; dashed: what the machine traces.' : '',
      step?.kind === 'hand' && step.along !== null ? 'Dashed: the line to cut along.' : '',
      showsDensity && !density ? 'Counting stitches …' : '',
      density
        ? spots.length
          ? `${count(spots.length, 'spot')} above ${stiff} stitches a cm²: stiff, or cut through.`
          : `No spot above ${stiff} stitches a cm².`
        : '',
    ]
      .filter(Boolean)
      .join(' '),
  );

  // One scrubber a view: a new one when zoom, size, theme or design change.
  let Scrubber = $state.raw<typeof StitchScrubber | null>(null);
  async function scrubTo(record: number) {
    scrubbedTo = record;
    Scrubber ??= (await import('./scrubber')).StitchScrubber;
  }
  const scrubber = $derived.by(() => {
    void theme;
    if (scrubbedTo === null || !Scrubber) return null;
    const colours = pageColours();
    const ratio = devicePixelRatio;
    return new Scrubber(
      drawing.tape,
      sewn.map(({ index, block }) => ({
        block,
        colour: seenThread(drawing.plan.threads[index]?.colour ?? colours.quiet, colours.paper, colours.ink),
      })),
      view,
      Math.max(1, Math.round(width * ratio)),
      Math.max(1, Math.round(height * ratio)),
      ratio,
    );
  });

  $effect(() => {
    void theme;
    const ratio = devicePixelRatio;
    canvas.width = Math.round(width * ratio);
    canvas.height = Math.round(height * ratio);
    const ctx = canvas.getContext('2d');
    if (!ctx) return;
    const colours = pageColours();
    const wanted = scrubbedTo;
    const shown = scrubber;
    let frame = 0;
    const paint = () => {
      ctx.setTransform(1, 0, 0, 1, 0, 0);
      ctx.clearRect(0, 0, canvas.width, canvas.height);
      ctx.setTransform(ratio, 0, 0, ratio, 0, 0);
      if (wanted === null || !shown) {
        if (!density || !dense) drawPlan(ctx, view, drawing, colours);
        else {
          drawEmptyHoop(ctx, view, drawing, colours);
          dense.drawDensity(ctx, view, density, stiff, colours);
        }
        return;
      }
      drawEmptyHoop(ctx, view, drawing, colours);
      ctx.setTransform(1, 0, 0, 1, 0, 0);
      const reached = shown.draw(ctx, wanted);
      const needle = shown.needle(reached);
      ctx.setTransform(ratio, 0, 0, ratio, 0, 0);
      if (needle) {
        ctx.strokeStyle = colours.madder;
        ctx.lineWidth = 2;
        ctx.beginPath();
        ctx.arc(
          view.offsetX + needle.x * view.scale,
          view.offsetY - needle.y * view.scale,
          6,
          0,
          2 * Math.PI,
        );
        ctx.stroke();
      }
      // Kept pictures are made over several frames; each shows how far it came.
      if (reached < wanted) frame = requestAnimationFrame(paint);
    };
    paint();
    return () => cancelAnimationFrame(frame);
  });
  // Another step under the cursor ends the scrubbing.
  $effect(() => {
    void drawing.cursor;
    scrubbedTo = null;
  });
  const scrubbedBlock = $derived(
    scrubbedTo !== null && scrubber
      ? itemAt(sewn, scrubber.at(Math.max(0, scrubbedTo - 1)).index).index
      : null,
  );
</script>

<figure class="flex min-h-0 flex-1 flex-col">
  <div
    class={['relative min-h-40 flex-1 touch-none overflow-hidden', lens.zoom > 1 && 'cursor-grab']}
    role="img"
    aria-label="The hoop from above. {caption}"
    bind:clientWidth={width}
    bind:clientHeight={height}
    {...lens.on}
  >
    <canvas bind:this={canvas} class="absolute inset-0 h-full w-full"></canvas>
  </div>
  <div class="flex items-center gap-1">
    <input
      type="range"
      class="min-w-0 flex-1 pointer-coarse:h-11"
      min="0"
      max={records}
      value={scrubbedTo ?? records}
      aria-label="Stitch by stitch through the design"
      aria-valuetext={scrubbedTo === null
        ? 'whole design'
        : `${formatNumber(scrubbedTo)} of ${formatNumber(records)}`}
      oninput={(e) => void scrubTo(e.currentTarget.valueAsNumber)}
      onchange={() => scrubbedBlock !== null && onblock?.(scrubbedBlock)}
      data-testid="scrubber"
    />
    <button
      type="button"
      class="btn btn-small px-1.5"
      aria-label="Closer"
      title="Closer (Ctrl + wheel, pinch)"
      onclick={() => lens.by(1.6, width / 2, height / 2)}><Plus size={16} /></button
    >
    <button
      type="button"
      class="btn btn-small px-1.5"
      aria-label="Further"
      disabled={lens.zoom === 1}
      onclick={() => lens.by(1 / 1.6, width / 2, height / 2)}><Minus size={16} /></button
    >
    <button
      type="button"
      class="btn btn-small px-1.5"
      aria-label={close ? 'Whole hoop' : 'Design only'}
      title={close ? 'Whole hoop' : 'Design only'}
      onclick={() => (lens.reset(), (chosen = !close))}><Maximize size={16} /></button
    >
    <button
      type="button"
      class={['btn btn-small', showsDensity && 'btn-strong']}
      aria-pressed={showsDensity}
      onclick={() => ((showsDensity = !showsDensity), (scrubbedTo = null))}>Density</button
    >
  </div>
  <figcaption class="label mt-1 px-1">
    {scrubbedTo !== null && scrubbedBlock !== null
      ? `Record ${formatNumber(scrubbedTo)} of ${formatNumber(records)}, block ${scrubbedBlock + 1}.`
      : caption}
  </figcaption>
</figure>
