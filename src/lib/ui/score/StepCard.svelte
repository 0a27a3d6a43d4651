<script lang="ts">
  import ArrowLeft from '@lucide/svelte/icons/arrow-left';
  import ArrowRight from '@lucide/svelte/icons/arrow-right';
  import Pencil from '@lucide/svelte/icons/pencil';
  import Plus from '@lucide/svelte/icons/plus';
  import Repeat from '@lucide/svelte/icons/repeat';
  import SkipForward from '@lucide/svelte/icons/skip-forward';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { cutLength } from '$lib/core/time';
  import { itemAt, formatDuration } from '$lib/core/base';
  import type { BuildEditor } from '../state/editor.svelte';
  import type { PlanCheck } from '../state/plan-check.svelte';
  import { isPlain } from '../shell/keys';
  import HandCard from './HandCard.svelte';
  import Part from '../kit/Part.svelte';
  import WhyTime from './WhyTime.svelte';

  let { editor, check }: { editor: BuildEditor; check: PlanCheck } = $props();
  const step = $derived(editor.step);
  const time = $derived(step && editor.plan?.time.steps[step.id]);
  const block = $derived(step?.kind === 'needle' ? editor.reading?.blocks[step.block] : undefined);
  const alongMm = $derived(
    step?.kind === 'hand' && step.along !== null && editor.reading
      ? cutLength(step, itemAt(editor.reading.blocks, step.along))
      : null,
  );
  const isThread = $derived(step?.kind === 'hand' && step.action === 'thread');
  const next = $derived(editor.steps.slice(editor.cursor).find((s) => s.kind === 'needle'));
  const said = $derived(check.findings.filter((f) => f.stepId === step?.id));
  let dialog = $state<'rename' | 'insert' | null>(null);

  function onkeydown(event: KeyboardEvent) {
    if (event.key !== 'i' || !isPlain(event)) return;
    event.preventDefault();
    dialog = 'insert';
  }
</script>

<svelte:window {onkeydown} />

{#if step && time}
  <article class="flex h-full flex-col gap-2" aria-live="polite" data-testid="step-card">
    <p class="flex items-baseline justify-between text-sm text-quiet">
      <span>
        {#if step.kind === 'hand'}<strong class="text-hands">hand {step.hand}</strong> · stop {step.stop}
        {:else}<strong class="text-needle"
            >{step.inserted ? step.inserted.name : `block ${step.block + 1}`}</strong
          >
          · {step.stop === 0 ? 'from the start' : `from stop ${step.stop}`}{/if}
      </span>
      <span>step {editor.cursor + 1} of {editor.steps.length}</span>
    </p>
    <h2 class="text-2xl">{step.title}</h2>
    {#if said.length}<Part load={() => import('./FindingCard.svelte')}
        >{#snippet children({ default: FindingCard })}
          {#if editor.build}{#each said as finding, i (i)}<FindingCard
                {editor}
                build={editor.build}
                {finding}
              />{/each}{/if}
        {/snippet}</Part
      >{/if}
    {#if step.kind === 'hand'}<HandCard {step} {alongMm} />
      {#if isThread && next?.kind === 'needle' && !next.again}<Part load={() => import('./ThreadAsk.svelte')}
          >{#snippet children({ default: ThreadAsk })}<ThreadAsk {editor} {next} />{/snippet}</Part
        >{/if}
    {:else if block}
      {#if editor.steps[editor.cursor - 1]?.kind === 'needle'}<p class="text-sm text-quiet">
          Nothing is done at stop {step.stop}: {editor.plan?.machine.kind === 'one-needle'
            ? 'start again.'
            : 'it runs on by itself.'}
        </p>{/if}<Part load={() => import('./NeedleCard.svelte')}
        >{#snippet children({ default: NeedleCard })}<NeedleCard
            {editor}
            {step}
            {block}
            freeSeconds={time.freeSeconds}
          />{/snippet}</Part
      >{/if}
    {#if time.waitSeconds > 0}<p>
        <strong>Then it waits {formatDuration(time.waitSeconds)}</strong>, by itself.
      </p>{/if}
    <WhyTime {time} isShared={(editor.build?.order.repeats ?? 1) > 1} />
    <div class="sticky bottom-0 mt-auto flex flex-wrap gap-1.5 bg-ground py-1">
      {#if step.kind === 'hand'}
        <button type="button" class="btn btn-small" onclick={() => (dialog = 'rename')}
          ><Pencil size={15} />Reword</button
        >
        <button
          type="button"
          class="btn btn-small"
          aria-label="Move earlier"
          title="Move earlier (Alt + ←)"
          onclick={() => editor.shift(step.id, -1)}><ArrowLeft size={15} /></button
        >
        <button
          type="button"
          class="btn btn-small"
          aria-label="Move later"
          title="Move later (Alt + →)"
          onclick={() => editor.shift(step.id, 1)}><ArrowRight size={15} /></button
        >
        <button
          type="button"
          class="btn btn-small"
          onclick={() => editor.remove(step.id)}
          title="Take out (Delete)"><Trash size={15} />Take out</button
        >
      {:else if step.again}
        <button type="button" class="btn btn-small" onclick={() => editor.remove(step.id)}
          ><Trash size={15} />Take the repeat out</button
        >
      {:else}
        <button type="button" class="btn btn-small" onclick={() => editor.skip(step.id, !step.skipped)}
          ><SkipForward size={15} />{step.skipped ? 'Sew it after all' : 'Pass over'}</button
        >
        <button type="button" class="btn btn-small" onclick={() => editor.again(step.id, null)}
          ><Repeat size={15} />Once more</button
        >
      {/if}
      <button
        type="button"
        class="btn btn-small"
        onclick={() => (dialog = 'insert')}
        title="Put in a hand step before this one (I)"><Plus size={15} />Step before</button
      >
    </div>
  </article>
  {#if dialog}<Part load={() => import('./StepDialog.svelte')}
      >{#snippet children({ default: StepDialog })}<StepDialog {editor} bind:kind={dialog} />{/snippet}</Part
    >{/if}
{/if}
