<script lang="ts">
  import { count } from '$lib/core/base';
  import type { BuildPlan } from '$lib/core/plan';
  import type { Reading } from '$lib/core/reading';
  import Part from '../kit/Part.svelte';
  import type { BuildEditor } from '../state/editor.svelte';
  import type { PlanCheck } from '../state/plan-check.svelte';

  // What is said at the top of a build: what ruins it, what is asked, what was odd, what a choice has done.
  interface Props {
    editor: BuildEditor;
    plan: BuildPlan;
    reading: Reading;
    check: PlanCheck;
    /** the check is on screen already */
    isChecking: boolean;
    onshow: (view: 'check' | 'step') => void;
  }
  let { editor, plan, reading, check, isChecking, onshow }: Props = $props();
</script>

{#if check.findings[0]?.severity === 'stop'}
  <p
    class="flex flex-wrap items-center gap-3 border-l-4 border-madder bg-madder-soft px-3 py-1"
    role="status"
  >
    <span class="flex-1 basis-80"><strong>This ruins it:</strong> {check.findings[0].message}</span>
    {#if !isChecking}<button type="button" class="btn btn-small" onclick={() => onshow('check')}
        >See the check</button
      >{/if}
  </p>
{/if}
{#if editor.questions.length}
  <p class="flex flex-wrap items-center gap-3 border-l-4 border-hands bg-hands-soft px-3 py-1">
    <span>{count(editor.questions.length, 'block')} of this tape could be read in more than one way.</span>
    <button type="button" class="btn btn-small" onclick={() => (editor.nextQuestion(), onshow('step'))}
      >Show the {editor.questions.length > 1 ? 'next' : 'question'}</button
    >
  </p>
{/if}
{#each [...reading.warnings, ...plan.score.stale] as warning, place (place)}
  <p class="border-l-4 border-hands bg-hands-soft px-3 py-1 text-sm">{warning}</p>
{/each}

{#if editor.better || editor.eitherTechnique || editor.openChoice}<Part
    load={() => import('./TechniqueQuestion.svelte')}
    >{#snippet children({ default: TechniqueQuestion })}<TechniqueQuestion {editor} />{/snippet}</Part
  >{/if}
{#if editor.changes}<Part load={() => import('./ChangesStrip.svelte')}
    >{#snippet children({ default: ChangesStrip })}<ChangesStrip {editor} />{/snippet}</Part
  >{/if}
