<script lang="ts">
  import { stepFacts, type BuildPlan } from '$lib/core/plan';
  import { itemAt } from '$lib/core/base';
  import { durationWords } from '../kit/names';

  import { workroom } from '../state/workroom.svelte';

  // The score as a list: the text twin of the two staves, and all that is needed to work from it.
  let { plan, cursor, onselect }: { plan: BuildPlan; cursor: number; onselect: (index: number) => void } =
    $props();
</script>

<ol class="divide-y divide-rule">
  {#each plan.score.steps as step, i (step.id)}
    <li>
      <button
        type="button"
        class={[
          'grid w-full grid-cols-[5.5rem_4rem_1fr_auto] items-baseline gap-3 px-2 py-1.5 text-left',
          i === cursor && 'bg-needle-soft',
        ]}
        aria-current={i === cursor ? 'step' : undefined}
        onclick={() => onselect(i)}
      >
        {#if step.kind === 'hand'}<span class="font-bold text-hands">hand {step.hand}</span>{:else}<span
            class="font-bold text-needle">block {step.block + 1}</span
          >{/if}
        <span class="label">stop {step.stop}</span>
        <span class="min-w-0"
          >{step.title}
          <span class="block text-sm text-quiet">{stepFacts(step, plan, workroom.unit).join(' · ')}</span
          ></span
        >
        <span class="text-right whitespace-nowrap">{durationWords(itemAt(plan.time.steps, step.id))}</span>
      </button>
    </li>
  {/each}
</ol>
