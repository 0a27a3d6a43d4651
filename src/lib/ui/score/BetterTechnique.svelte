<script lang="ts">
  import type { Build } from '$lib/core/build';
  import type { BuildEditor } from '../state/editor.svelte';
  import { changeLines } from './change-lines';

  // What the maker has corrected may fit another technique clearly better: it is offered at once, with what it would change.
  let { editor, build }: { editor: BuildEditor; build: Build } = $props();
  /** share of the fit by which another must be better to be worth a word */
  const CLEARLY = 0.15;
  let kept = $state('');
  const better = $derived.by(() => {
    const [best] = editor.ranking;
    const own = editor.ranking.find((m) => m.technique.id === build.technique);
    const isCorrected = Object.keys(build.roles).length > 0;
    return isCorrected && own && best && best.fit > own.fit + CLEARLY && kept !== best.technique.id
      ? { ...best.technique, fit: best.fit, ownFit: own.fit, ownName: own.technique.name }
      : null;
  });
  const lines = $derived(better ? changeLines(editor.wouldChange({ technique: better.id })) : []);
  const percent = (fit: number) => `${Math.round(100 * fit)} %`;
</script>

{#if better}
  <p
    class="flex flex-wrap items-baseline gap-x-3 border-l-4 border-needle bg-needle-soft px-3 py-1 text-sm"
    role="status"
    data-testid="better-technique"
  >
    <span class="flex-1 basis-80"
      ><strong>{better.name} fits better now</strong> ({percent(better.fit)}; {better.ownName}
      {percent(better.ownFit)}). {lines.length ? `It would change: ${lines.join('. ')}.` : ''}</span
    >
    <button
      type="button"
      class="btn btn-small"
      onclick={() => editor.choose(better.name, { technique: better.id })}>Take it</button
    >
    <button type="button" class="btn btn-small" onclick={() => (kept = better.id)}>Keep what it is</button>
  </p>
{/if}
