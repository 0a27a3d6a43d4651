<script lang="ts">
  import { formatSize } from '$lib/core/base';
  import { cutting } from './cutting.svelte';
  import { workroom } from '../state/workroom.svelte';

  // One label for each stack of equal pieces, or for each piece: 24 a page, three across.
  const PER_PAGE = 24;
  let { each }: { each: boolean } = $props();
  const labels = $derived(
    cutting.groups.flatMap((group) =>
      group.pieces.flatMap((p) =>
        Array.from({ length: each ? p.quantity : 1 }, (_, i) => ({
          key: `${p.id} ${i}`,
          build: p.buildName,
          name: p.name,
          size: formatSize(p.widthMm, p.heightMm, workroom.unit),
          count: each ? `${i + 1} of ${p.quantity}` : `${p.quantity} ×`,
          words: [
            p.cut.side === 'base' ? 'hooped' : `right side ${p.cut.layFace}, on the ${p.cut.side}`,
            p.cut.fold && 'with a fold',
            p.cut.preCut && 'cut to shape',
            p.cut.prewash === 'first' && 'prewash',
          ]
            .filter(Boolean)
            .join(', '),
        })),
      ),
    ),
  );
  const pages = $derived(
    Array.from({ length: Math.ceil(labels.length / PER_PAGE) }, (_, i) =>
      labels.slice(i * PER_PAGE, (i + 1) * PER_PAGE),
    ),
  );
</script>

{#each pages as page, i (i)}
  <div class="label-page" data-testid="label-page">
    {#each page as label (label.key)}
      <div class="label-cell">
        <strong>{label.name}</strong><span>{label.build} · {label.count}</span><span>{label.size}</span><span
          class="text-quiet">{label.words}</span
        >
      </div>
    {/each}
  </div>
{:else}
  <p class="text-quiet">Everything for these orders is cut: no labels.</p>
{/each}

<style>
  .label-page {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    grid-template-rows: repeat(8, 31mm);
  }
  .label-page + .label-page {
    break-before: page;
    margin-top: 6mm;
  }
  .label-cell {
    display: flex;
    flex-direction: column;
    justify-content: center;
    overflow: hidden;
    border: 1px dashed var(--rule);
    padding: 1mm 3mm;
    font-size: 9.5pt;
    line-height: 1.25;
  }
</style>
