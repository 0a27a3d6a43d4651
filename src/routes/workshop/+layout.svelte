<script lang="ts">
  import { page } from '$app/state';
  import { resolve } from '$app/paths';
  import UndoButtons from '$lib/ui/kit/UndoButtons.svelte';
  import { takesHistoryKey } from '$lib/ui/shell/keys';
  import { isBatchPart, workshopSteps } from '$lib/ui/state/workshop-steps.svelte';
  import { SECTIONS } from '$lib/ui/workshop/sections';

  // Everything the plans rest on, in sections with addresses of their own.
  let { children } = $props();
  const steps = $derived(workshopSteps.of((part) => !isBatchPart(part)));
  const onkeydown = (event: KeyboardEvent) => takesHistoryKey(event, steps);
</script>

<svelte:window {onkeydown} />

<div class="max-w-6xl p-6">
  <header class="mb-1 flex items-center gap-2">
    <h1 class="mr-auto text-3xl">Workshop</h1>
    <UndoButtons editor={steps} />
  </header>
  <nav class="mb-6 flex flex-wrap gap-x-1 border-b border-rule" aria-label="Sections of the workshop">
    {#each SECTIONS as { href, name }, place (place)}
      <a
        href={resolve(href)}
        aria-current={page.url.pathname === href ? 'page' : undefined}
        class="flex min-h-11 items-center border-b-3 border-transparent px-3 hover:border-rule aria-[current=page]:border-needle aria-[current=page]:font-bold"
        >{name}</a
      >
    {/each}
  </nav>
  {@render children()}
</div>
