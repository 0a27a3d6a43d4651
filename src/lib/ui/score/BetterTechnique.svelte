<script lang="ts">
  import { percent } from '$lib/core/base';
  import type { BuildEditor } from '../state/editor.svelte';
  import { changeLines } from './change-lines';

  // What the maker has corrected may fit another technique clearly better: it is offered at once, with what it would change.
  let { editor }: { editor: BuildEditor } = $props();
  let kept = $state('');
  const better = $derived(editor.better?.best.technique.id === kept ? null : editor.better);
  const lines = $derived(
    better ? changeLines(editor.wouldChange({ technique: better.best.technique.id })) : [],
  );
</script>

{#if better}
  {@const { id, name } = better.best.technique}
  <p
    class="flex flex-wrap items-baseline gap-x-3 gap-y-1 border-l-4 border-needle bg-needle-soft px-3 py-1 text-sm"
    role="status"
    data-testid="better-technique"
  >
    <span class="flex-1 basis-80"
      ><strong>{name} fits better now</strong> ({percent(better.best.fit)}; {better.own.technique.name}
      {percent(better.own.fit)}). {lines.length ? `It would change: ${lines.join('. ')}.` : ''}</span
    >
    <button type="button" class="btn btn-small" onclick={() => editor.choose(name, { technique: id })}
      >Take it</button
    >
    <button type="button" class="btn btn-small" onclick={() => (kept = id)}>Keep what it is</button>
  </p>
{/if}
