<script lang="ts">
  import { itemAt } from '$lib/core/base';
  import { theme } from '../state/theme.svelte';
  import type { LogChart } from './charts';

  // A chart, and the same figures as a table for those who do not see it.
  let { chart, title, tall = false }: { chart: LogChart; title: string; tall?: boolean } = $props();
  let canvas: HTMLCanvasElement;
  $effect(() => {
    // The colours are read anew when the look changes.
    void theme.current;
    const data = chart;
    let destroy = () => {};
    let gone = false;
    void import('./charts').then(({ drawChart }) => {
      if (!gone) destroy = drawChart(canvas, data);
    });
    return () => {
      gone = true;
      destroy();
    };
  });
  const rounded = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 2 });
</script>

<figure class="min-w-0">
  <figcaption class="mb-1 font-bold">{title} <span class="label font-normal">{chart.unit}</span></figcaption>
  <!-- It takes its width from the page, never the page from it: a chart is redrawn later than the page. -->
  <div class={['relative overflow-hidden contain-inline-size', tall ? 'h-80' : 'h-56']} aria-hidden="true">
    <canvas bind:this={canvas}></canvas>
  </div>
  <!-- A table is never narrower than its words: what hides it stands round it. -->
  <div class="sr-only">
    <table>
      <caption>{title}, {chart.unit}</caption>
      <thead
        ><tr
          ><th scope="col">What</th>{#each chart.series as { label }, place (place)}<th scope="col"
              >{label}</th
            >{/each}</tr
        ></thead
      >
      <tbody>
        {#each chart.labels as label, i (i)}
          <tr
            ><th scope="row">{[label].flat().join(' ')}</th
            >{#each chart.series as { values }, place (place)}<td>{rounded.format(itemAt(values, i))}</td
              >{/each}</tr
          >
        {/each}
      </tbody>
    </table>
  </div>
</figure>
