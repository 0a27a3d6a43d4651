<script lang="ts">
  import { percent } from '$lib/core/base';
  import type { BuildEditor } from '../state/editor.svelte';
  import { changeLines } from './change-lines';

  // Two techniques may fit about as well: that is asked. What the maker has corrected may fit another clearly better: that is
  // offered at once. Either says what it would change.
  let { editor }: { editor: BuildEditor } = $props();
  let kept = $state('');
  const better = $derived(editor.better?.best.technique.id === kept ? null : editor.better);
  const either = $derived(better ? null : editor.eitherTechnique);
  const other = $derived(
    better?.best ?? either?.find((m) => m.technique.id !== editor.build?.technique) ?? null,
  );
  const lines = $derived(other ? changeLines(editor.wouldChange({ technique: other.technique.id })) : []);
  const take = (id: string, name: string) =>
    id === editor.build?.technique
      ? editor.change({ techniqueBy: 'maker' })
      : editor.choose(name, { technique: id, techniqueBy: 'maker' });
</script>

{#if better || either}
  <p
    class="flex flex-wrap items-baseline gap-x-3 gap-y-1 border-l-4 border-needle bg-needle-soft px-3 py-1 text-sm"
    role="status"
    data-testid="better-technique"
  >
    <span class="flex-1 basis-80"
      >{#if better}<strong>{better.best.technique.name} fits better now</strong> ({percent(better.best.fit)}; {better
          .own.technique.name}
        {percent(better.own.fit)}). {lines.length
          ? `It would change: ${lines.join('. ')}.`
          : ''}{:else if either}<strong
          >How is it made? {either[0].technique.name} and {either[1].technique.name} fit about as well</strong
        >
        ({percent(either[0].fit)}, {percent(either[1].fit)}). {other && lines.length
          ? `${other.technique.name} would change: ${lines.join('. ')}.`
          : ''}{/if}</span
    >
    {#if better}
      {@const { id, name } = better.best.technique}
      <button type="button" class="btn btn-small" onclick={() => take(id, name)}>Take it</button>
      <button type="button" class="btn btn-small" onclick={() => (kept = id)}>Keep what it is</button>
    {:else if either}
      {#each either as { technique: { id, name } } (id)}
        <button type="button" class="btn btn-small" onclick={() => take(id, name)}>{name}</button>
      {/each}
    {/if}
  </p>
{/if}
