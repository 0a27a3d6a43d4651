<script lang="ts">
  import { page } from '$app/state';
  import { resolve } from '$app/paths';
  import { SECTIONS } from '$lib/ui/workshop/sections';

  // Everything the plans rest on, in sections with addresses of their own.
  let { children } = $props();
</script>

<div class="max-w-6xl p-6">
  <h1 class="mb-1 text-3xl">Workshop</h1>
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
