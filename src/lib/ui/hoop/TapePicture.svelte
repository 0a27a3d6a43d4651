<script lang="ts">
  import { threadsOf, type Build } from '$lib/core/build';
  import { readStored } from '../state/read-stored';
  import { workroom } from '../state/workroom.svelte';
  import { theme } from '../state/theme.svelte';
  import { drawTape, pageColours } from './draw-tape';

  // A small picture of the stitches in their threads.
  let { build, size = 84 }: { build: Build; size?: number } = $props();
  let canvas: HTMLCanvasElement;
  let isSeen = $state(false);
  // A list of years has many that nobody scrolls to.
  $effect(() => {
    const seen = new IntersectionObserver(([entry]) => (isSeen ||= entry?.isIntersecting ?? false));
    seen.observe(canvas);
    return () => seen.disconnect();
  });

  $effect(() => {
    const { tapeId } = build;
    const threads = threadsOf(build);
    void theme.current;
    if (!isSeen) return;
    void (async () => {
      const answer = await readStored(tapeId, {
        trimJumps: workroom.numbers['reading.trimJumps'],
        roles: {},
        byTechniques: false,
      });
      const ctx = canvas?.getContext('2d');
      if (!answer.ok || !ctx) return;
      canvas.width = canvas.height = size * devicePixelRatio;
      ctx.scale(devicePixelRatio, devicePixelRatio);
      drawTape(ctx, { size, ...answer.value }, threads, pageColours());
    })();
  });
</script>

<canvas bind:this={canvas} style:width="{size}px" style:height="{size}px" class="shrink-0" aria-hidden="true"
></canvas>
