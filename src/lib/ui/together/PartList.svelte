<script lang="ts">
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import Minus from '@lucide/svelte/icons/minus';
  import Plus from '@lucide/svelte/icons/plus';
  import type { Together } from '../state/together.svelte';
  import { workroom } from '../state/workroom.svelte';
  import { partColour } from './part-colour';

  // The builds in the order in which they are sewn, how many of each, and which could come to them.
  let { together }: { together: Together } = $props();
  const others = $derived(workroom.builds.filter((b) => !together.hooping?.parts.some((p) => p.id === b.id)));
  const nameOf = (id: string) => workroom.builds.find((b) => b.id === id)?.name;
</script>

<h2 class="text-xl">In this order</h2>
{#if together.parts.length}
  <ol class="flex flex-col gap-1.5">
    {#each together.parts as { part, known }, n (part.id)}
      {@const stored = nameOf(part.id)}
      {@const name = stored ?? 'a build that is gone'}
      {@const open = together.openOf(n)}
      <li class="flex items-center gap-2 rounded-lg border border-rule bg-paper p-2">
        <span class="h-8 w-1.5 shrink-0 rounded" style:background={partColour(n)}></span>
        <span class="min-w-0 flex-1">
          <strong class="block leading-tight font-semibold">{n + 1}. {name}</strong>
          <span class="label block"
            >{part.places.length} here{#if open !== null}, {open} still to make{/if}{#if stored && !known},
              reading …{/if}</span
          >
        </span>
        <span class="flex shrink-0 flex-col">
          <button
            type="button"
            class="btn btn-small px-1.5"
            disabled={n === 0}
            aria-label="Sew {name} earlier"
            onclick={() => together.reorder(n, -1)}><ArrowUp size={16} /></button
          >
          <button
            type="button"
            class="btn btn-small px-1.5"
            disabled={n === together.parts.length - 1}
            aria-label="Sew {name} later"
            onclick={() => together.reorder(n, 1)}><ArrowDown size={16} /></button
          >
        </span>
        <span class="flex shrink-0 flex-col">
          <button
            type="button"
            class="btn btn-small px-1.5"
            disabled={!known}
            aria-label="One more {name}"
            onclick={() => void together.add(part.id)}><Plus size={16} /></button
          >
          <button
            type="button"
            class="btn btn-small px-1.5"
            aria-label="One {name} fewer"
            onclick={() => together.removeOne(n)}><Minus size={16} /></button
          >
        </span>
      </li>
    {/each}
  </ol>
{:else}
  <p>Nothing lies in it yet. Take in what is to be sewn on one base: each build keeps its own steps.</p>
{/if}
{#if others.length}
  <h3 class="label">Take in</h3>
  <ul class="flex flex-wrap gap-1.5">
    {#each others as build (build.id)}
      <li>
        <button type="button" class="btn btn-small" onclick={() => void together.add(build.id)}
          ><Plus size={14} />{build.name}</button
        >
      </li>
    {/each}
  </ul>
{/if}
