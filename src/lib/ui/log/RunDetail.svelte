<script lang="ts">
  import { formatDuration } from '$lib/core/units';
  import type { KnownRun } from '../state/workroom.svelte';
  let { known }: { known: KnownRun } = $props();
</script>

<section class="mt-8 max-w-3xl" aria-label="Steps of the run">
  <h2 class="mb-2 text-2xl">{known.run.buildName}, step by step</h2>
  <table class="w-full text-left">
    <thead class="label border-b border-rule">
      <tr
        ><th class="font-normal" scope="col">Step</th><th class="font-normal" scope="col"
          ><span class="sr-only">What</span></th
        ><th class="text-right font-normal" scope="col">Took</th><th
          class="text-right font-normal"
          scope="col">Planned</th
        ></tr
      >
    </thead>
    <tbody class="divide-y divide-rule">
      {#each known.run.score.steps as step (step.id)}
        {@const ms = known.state.stepMs[step.id]}
        <tr>
          <td class={['w-20 py-0.5', step.kind === 'hand' ? 'text-hands' : 'text-needle']}
            >{step.kind === 'hand' ? `hand ${step.hand}` : `block ${step.block + 1}`}</td
          >
          <td
            >{step.title}{#each known.state.notes.filter((n) => n.stepId === step.id) as note (note.at)}<span
                class="text-quiet"
              >
                “{note.text}”</span
              >{/each}</td
          >
          <td class="text-right">{ms === undefined ? '–' : formatDuration(ms / 1000)}</td>
          <td class="text-right text-quiet">{formatDuration(known.run.planned[step.id])}</td>
        </tr>
      {/each}
    </tbody>
  </table>
</section>
