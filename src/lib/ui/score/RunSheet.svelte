<script lang="ts">
  import { itemAt } from '$lib/core/base';
  import { CAUTIONS } from '$lib/core/catalogue';
  import { stepFacts } from '$lib/core/plan';
  import { stackAt, stackHere, type Step } from '$lib/core/score';
  import type { PlanDrawing } from '../hoop/draw-plan';
  import PlanStill from '../hoop/PlanStill.svelte';
  import { durationWords } from '../kit/names';
  import ThreadDot from '../kit/ThreadDot.svelte';
  import { workroom } from '../state/workroom.svelte';
  import CrossSection from './CrossSection.svelte';

  // All steps of one item on paper: beside each step of the hands the layers from the side and the hoop from above.
  let { drawing }: { drawing: Omit<PlanDrawing, 'cursor'> } = $props();
  const plan = $derived(drawing.plan);
  const steps = $derived(plan.score.steps);

  /** Pictures only where there is something to see: layers, and something done to them. */
  function stackOf(step: Step, index: number) {
    if (step.kind !== 'hand' || !(step.pieces.length || step.along !== null || step.hoop)) return null;
    const stack = stackHere(stackAt(plan.score, index), step);
    return stack.layers.length ? stack : null;
  }
  /** So many steps at the end are kept on one page. */
  const KEPT = 3;
</script>

<ol class="divide-y divide-rule border-y border-rule" aria-label="Steps">
  {#each steps as step, index (step.id)}
    {@const stack = stackOf(step, index)}
    <li
      class={[
        'flex break-inside-avoid flex-wrap items-start gap-x-3 py-1 sm:flex-nowrap',
        index > steps.length - KEPT && 'break-before-avoid',
      ]}
    >
      <span class="mt-1 h-3.5 w-3.5 shrink-0 border border-ink" aria-hidden="true"></span>
      <span class="w-7 shrink-0 font-bold">{step.kind === 'hand' ? step.hand : ''}</span>
      <div class="min-w-0 flex-1">
        {#if step.kind === 'hand'}
          <p><strong>{step.title}.</strong> {step.text}</p>
          <p class="text-quiet">
            {stepFacts(step, plan, workroom.unit).join(' · ')}{step.hoop === 'stay'
              ? `: ${step.hoopBecause}`
              : ''}
          </p>
          {#each step.cautions as caution, place (place)}<p><em>Care: {CAUTIONS[caution]}</em></p>{/each}
        {:else}
          {@const thread = step.thread ?? plan.threads[step.block]}
          <p class="flex items-start gap-x-2">
            {#if thread}<ThreadDot colour={thread.colour} />{/if}
            <span>
              {step.inserted ? '' : `Block ${step.block + 1}: `}{step.title}
              <span class="text-quiet">{stepFacts(step, plan, workroom.unit).join(' · ')}</span>
            </span>
          </p>
        {/if}
      </div>
      {#if stack}
        <div
          class="order-last flex w-full items-center gap-2 pl-7 sm:order-none sm:w-[86mm] sm:shrink-0 sm:pl-0"
        >
          <div class="w-[60mm] min-w-0">
            <CrossSection {stack} {step} pieces={plan.cut.pieces} size="paper" />
          </div>
          <div class="h-[24mm] w-[24mm] shrink-0"><PlanStill drawing={{ ...drawing, cursor: index }} /></div>
        </div>
      {/if}
      <span class="w-14 shrink-0 text-right whitespace-nowrap"
        >{durationWords(itemAt(plan.time.steps, step.id))}</span
      >
    </li>
  {/each}
</ol>
