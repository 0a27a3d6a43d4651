<script lang="ts">
  import Check from '../kit/Check.svelte';
  import Guard from '../kit/Guard.svelte';
  import type { ChecklistLine } from '$lib/core/cut';
  import { cutting } from './cutting.svelte';

  // What must lie ready before the first stitch, build by build.
  const GROUPS: ChecklistLine['group'][] = ['Pieces', 'Thread', 'Small parts', 'Tools', 'Machine'];
</script>

{#each cutting.orders as { build, checklist: lines } (build.id)}<Guard what="What {build.name} needs" row>
    <section class="mb-5 break-inside-avoid" aria-label="Ready for {build.name}" data-testid="gather">
      <h2 class="flex items-baseline gap-3 text-xl">
        {build.name}
        <span class="label font-sans">{cutting.readyWords(lines)}</span>
      </h2>
      <div class="columns-1 gap-8 sm:columns-2 xl:columns-3">
        {#each GROUPS as group (group)}
          {@const own = lines.filter((l) => l.group === group)}
          {#if own.length}
            <div class="mb-2 break-inside-avoid">
              <h3 class="label border-b border-rule">{group}</h3>
              <ul>
                {#each own as line (line.id)}
                  <li>
                    <Check
                      class={['min-h-8', cutting.ticks.includes(line.id) && 'text-quiet line-through']}
                      checked={cutting.ticks.includes(line.id)}
                      onchange={(on) => cutting.tick(line.id, on)}>{line.text}</Check
                    >
                  </li>
                {/each}
              </ul>
            </div>
          {/if}
        {/each}
      </div>
    </section></Guard
  >
{:else}
  <p class="text-quiet">Choose an order above to see what must lie ready for it.</p>
{/each}
