<script lang="ts">
  import Check from '@lucide/svelte/icons/check';
  import { formatLength } from '$lib/core/base';
  import type { Clash } from '$lib/core/together';
  import type { Together } from '../state/together.svelte';
  import { workroom } from '../state/workroom.svelte';

  // What lies badly, and which builds cannot share a base.
  let { together }: { together: Together } = $props();
  const length = (mm: number) => formatLength(Math.round(mm * 10) / 10, workroom.unit);
  const named = (n: number | null) => {
    const item = n === null ? undefined : together.items[n];
    return item ? `${item.name}${item.many > 1 ? ` ${item.at.n + 1}` : ''}` : '';
  };
  function words({ kind, item, other, mm, piece }: Clash): string {
    const [a, b] = [named(item), named(other)];
    if (kind === 'outside') return `${a} comes ${length(mm)} too near the frame.`;
    if (kind === 'over') return `${a} and ${b} lie over each other.`;
    if (kind === 'cloth') return `The cloth of ${a} lies under the needle where ${b} is sewn.`;
    if (kind === 'piece')
      return `${piece} of ${together.items[item]?.name} reaches over ${together.items[other ?? item]?.name}: fold it out of the way, or leave more between.`;
    return `${a} and ${b} lie ${length(mm)} apart.`;
  }
  // Of pieces that reach over others each is told once.
  const all = $derived([...new Map(together.clashes.map((clash) => [words(clash), clash])).entries()]);
  const many = $derived(all.length + together.against.length);
</script>

{#if together.items.length}
  <section class="flex flex-col gap-2" aria-label="In the way">
    <h2 class="text-xl">{many ? 'In the way' : 'Nothing in the way'}</h2>
    {#if many}
      <ul class="flex flex-col gap-1.5" role="status">
        {#each together.against as { message, because }, place (place)}
          <li class="border-l-4 border-madder pl-2">
            {message} <span class="label block">{because}</span>
          </li>
        {/each}
        {#each all as [text, clash], place (place)}
          <li
            class={[
              'border-l-4 pl-2',
              ['near', 'piece'].includes(clash.kind) ? 'border-hands' : 'border-madder',
            ]}
          >
            <button
              type="button"
              class="text-left hover:underline"
              onclick={() => (together.chosen = together.items[clash.item]?.at ?? null)}>{text}</button
            >
          </li>
        {/each}
      </ul>
    {:else}
      <p class="label flex items-center gap-1">
        <Check size={16} />All lie in the field, {length(together.hooping?.gapMm ?? 0)} apart or more.
      </p>
    {/if}
  </section>
{/if}
