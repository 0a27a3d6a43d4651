<script lang="ts">
  import Fold from '../kit/Fold.svelte';
  import type { Build } from '$lib/core/build';
  import { gatherFindings, type Finding } from '$lib/core/check';
  import { count } from '$lib/core/base';
  import type { BuildEditor } from '../state/editor.svelte';
  import type { PlanCheck } from '../state/plan-check.svelte';
  import FindingCard from './FindingCard.svelte';

  interface Props {
    editor: BuildEditor;
    build: Build;
    check: PlanCheck;
    onstep: () => void;
  }
  let { editor, build, check, onstep }: Props = $props();
  const quiet = $derived(check.all.filter((f) => f.silenced !== null));
  const show = (f: Finding) => {
    if (!f.stepId) return;
    editor.goToStep(f.stepId);
    onstep();
  };
  const speak = (id: string) => {
    const { [id]: _, ...silenced } = build.silenced;
    editor.change({ silenced });
  };
</script>

<div class="flex max-w-4xl flex-col gap-3" data-testid="check">
  {#each gatherFindings(check.findings) as { finding, also }, i (i)}
    <FindingCard {editor} {build} {finding} {also} onshow={show} />
  {:else}
    <p class="py-3 text-lg">Nothing to say before the first stitch.</p>
    <p class="label">
      Order, sizes, materials, thread and dates were looked at. What a tape cannot tell (a stretch cloth, a
      wash) is asked under How it is made and in the cut list.
    </p>
  {/each}
  {#if quiet.length}
    <Fold
      >{#snippet title()}{count(quiet.length, 'finding')} kept quiet{/snippet}
      <ul class="flex flex-col gap-2 pt-1">
        {#each quiet as finding, i (i)}
          <li class="flex flex-wrap items-baseline gap-x-3 border-l-4 border-rule pl-3 text-sm">
            <span class="flex-1 basis-72"
              >{finding.message} <span class="text-quiet">Your reason: {finding.silenced}</span></span
            >
            <button type="button" class="tap text-needle underline" onclick={() => speak(finding.id)}
              >Let it speak again</button
            >
          </li>
        {/each}
      </ul>
    </Fold>
  {/if}
</div>
