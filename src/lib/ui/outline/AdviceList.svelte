<script lang="ts">
  import CircleAlert from '@lucide/svelte/icons/circle-alert';
  import Info from '@lucide/svelte/icons/info';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
  import type { WorkedOut } from '$lib/core/recipe';
  import type { Outlining } from '../state/outlining.svelte';

  // What to mind before it is made, worst first; one press settles what can be settled.
  let { outlining, worked }: { outlining: Outlining; worked: WorkedOut } = $props();
</script>

{#if worked.advice.length}
  <ul class="flex flex-col gap-1.5" data-testid="advice" aria-label="What to mind">
    {#each worked.advice as advice, n (n)}
      <li
        class={[
          'flex flex-wrap items-start gap-x-3 gap-y-1 border-l-4 px-3 py-1.5',
          advice.severity === 'stop' ? 'border-madder bg-madder-soft' : 'border-hands-fill bg-hands-soft',
        ]}
      >
        <span class="mt-0.5" aria-hidden="true">
          {#if advice.severity === 'stop'}<CircleAlert
              size={18}
            />{:else if advice.severity === 'mind'}<TriangleAlert size={18} />{:else}<Info size={18} />{/if}
        </span>
        <span class="min-w-0 flex-1 basis-56"
          ><strong class="font-bold">{advice.message}</strong> {advice.because}</span
        >
        {#if advice.fix}<button type="button" class="btn btn-small" onclick={() => outlining.settle(advice)}
            >{advice.fix.label}</button
          >{/if}
      </li>
    {/each}
  </ul>
{:else}
  <p class="label" data-testid="advice">Nothing to mind: it can be made as it stands.</p>
{/if}
