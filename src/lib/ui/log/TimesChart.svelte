<script lang="ts">
  import { theme } from '../state/theme.svelte';
  import type { LogRow } from './rows';

  let { rows }: { rows: readonly LogRow[] } = $props();
  let canvas: HTMLCanvasElement;
  const shown = $derived(
    rows
      .filter((r) => r.result === 'finished')
      .slice(0, 12)
      .toReversed(),
  );

  $effect(() => {
    // The colours are read anew when the look changes.
    void theme.current;
    const data = shown;
    let destroy = () => {};
    let gone = false;
    void import('./times-chart').then(({ drawTimesChart }) => {
      if (!gone) destroy = drawTimesChart(canvas, data);
    });
    return () => {
      gone = true;
      destroy();
    };
  });
</script>

<figure>
  <div
    class="relative h-72"
    role="img"
    aria-label="Minutes planned and taken of the last finished runs; the same figures are in the table."
  >
    <canvas bind:this={canvas}></canvas>
  </div>
  <figcaption class="label">Minutes, planned and taken, of the last finished runs.</figcaption>
</figure>
