<script lang="ts">
  import { itemAt, count, formatClock, formatDuration } from '$lib/core/base';
  import type { Finding } from '$lib/core/check';
  import type { BuildPlan } from '$lib/core/plan';
  import type { Reading } from '$lib/core/reading';
  import { StepDrag } from './drag.svelte';
  import { dropAt, layoutScore, type PlacedStep } from './layout';

  interface Props {
    plan: BuildPlan;
    reading: Reading;
    cursor: number;
    /** open ones */
    findings: readonly Finding[];
    onselect: (index: number) => void;
    onmove?: (stepId: string, beforeIndex: number) => void;
  }
  let { plan, reading, cursor, findings, onselect, onmove }: Props = $props();

  let width = $state(1000);
  /** the gravest open finding of a step */
  const worst = (id: string) => findings.find((f) => f.stepId === id)?.severity;
  const layout = $derived(layoutScore(plan.score, plan.time.steps, reading.blocks, width));
  const current = $derived(layout.placed[cursor]);
  const drag = new StepDrag(
    (clientX, stepId) => dropAt(layout, clientX - strip.getBoundingClientRect().left, stepId),
    (stepId, before) => onmove?.(stepId, before),
  );

  const name = (p: PlacedStep) =>
    p.step.kind === 'needle'
      ? `${p.step.inserted ? 'Put in' : `Block ${p.step.block + 1}`}: ${p.step.title}, ${formatDuration(p.seconds)}`
      : `Hand ${p.step.hand}, stop ${p.step.stop}: ${p.step.title}, ${formatDuration(p.seconds)}`;
  // One tab stop for the whole score; arrows move inside it.
  let strip: HTMLElement;
  const focusCursor = () =>
    strip.querySelector<HTMLElement>(`[data-index="${cursor}"]`)?.focus({ preventScroll: true });
  $effect(() => {
    void cursor;
    if (strip?.contains(document.activeElement)) focusCursor();
  });
</script>

<div class="flex gap-2" data-testid="score">
  <div class="label flex w-16 shrink-0 flex-col pt-5 text-right leading-none" aria-hidden="true">
    <div class="flex h-[84px] flex-col justify-between py-1">
      <span class="text-[11px]">covers</span><strong class="font-display text-[15px] font-normal text-needle"
        >Needle</strong
      ><span class="text-[11px]">holds</span>
    </div>
    <div class="mt-2 flex h-[84px] flex-col justify-between py-1">
      <span class="text-[11px]">front</span><strong class="font-display text-[15px] font-normal text-hands"
        >Hands</strong
      ><span class="text-[11px]">back</span>
    </div>
  </div>
  <div class="relative h-[226px] min-w-0 flex-1" bind:clientWidth={width}>
    <div class="absolute inset-x-0 top-5 h-[84px]" aria-hidden="true">
      {#each [14, 42, 70] as y (y)}<div
          class="absolute inset-x-0 h-px bg-needle/30"
          style:top="{y}px"
        ></div>{/each}
    </div>
    <div class="absolute inset-x-0 top-[112px] h-[84px]" aria-hidden="true">
      {#each [14, 42, 70] as y (y)}<div
          class="absolute inset-x-0 h-px bg-hands/40"
          style:top="{y}px"
        ></div>{/each}
    </div>
    {#each layout.bars as bar, i (i)}
      <div class="absolute top-4 h-[184px] w-px bg-ink/45" style:left="{bar.x}px" aria-hidden="true"></div>
      <span class="absolute top-0 -translate-x-1/2 text-[11px]" style:left="{bar.x}px" aria-hidden="true"
        >{bar.label}</span
      >
      {#if i % 2 === 1}
        <span
          class="absolute top-[206px] -translate-x-1/2 text-[11px] text-quiet"
          style:left="{bar.x}px"
          aria-hidden="true">{formatClock(bar.seconds)}</span
        >
      {/if}
    {/each}
    {#if current}
      <div
        class="pointer-events-none absolute top-4 h-[184px] border-x-2 border-ink bg-ink/10"
        style:left="{current.x - 1}px"
        style:width="{current.width + 2}px"
      ></div>
    {/if}
    <div bind:this={strip} role="group" aria-label="Score: {count(plan.score.steps.length, 'step')}">
      {#each layout.placed as p (p.step.id)}
        <button
          type="button"
          class={[
            'step',
            p.stave,
            p.step.kind === 'needle' && `tex-${itemAt(reading.blocks, p.step.block).texture}`,
            drag.before === p.index && 'drop',
            drag.stepId === p.step.id && 'opacity-60',
            p.step.kind === 'needle' && p.step.skipped && 'opacity-40',
            p.step.kind === 'needle' && (p.step.inserted || p.step.again) && 'put-in',
            worst(p.step.id) === 'stop' && 'ruins',
            worst(p.step.id) === 'mind' && 'minds',
            itemAt(plan.time.steps, p.step.id).waitSeconds > 0 && 'wait',
          ]}
          style:left="{p.x}px"
          style:width="{p.width - 1}px"
          style:top="{(p.stave === 'needle' ? 20 : 112) + p.level * 28}px"
          data-index={p.index}
          aria-label={name(p)}
          aria-current={p.index === cursor ? 'step' : undefined}
          title={name(p)}
          tabindex={p.index === cursor ? 0 : -1}
          onclick={(e) => drag.wasMove(e) || onselect(p.index)}
          onpointerdown={(e) => drag.begin(e, p.step.kind === 'hand' && onmove ? p.step.id : null)}
          onpointermove={(e) => drag.move(e)}
          onpointerup={() => drag.end()}
          onpointercancel={() => drag.leave()}
        >
          {#if p.width > 74}<span class="truncate px-1">{p.step.title}</span>{:else}{p.step.kind === 'needle'
              ? p.step.inserted
                ? '+'
                : p.step.block + 1
              : p.step.hand}{/if}
        </button>
        {#if p.freeSeconds > 45 && p.width > 34}
          <span
            class="pointer-events-none absolute top-[140px] flex h-7 items-center justify-center truncate rounded border border-dashed border-hands/60 bg-paper text-[11px] text-hands"
            style:left="{p.x + 1}px"
            style:width="{p.width - 3}px"
            aria-hidden="true"
            >{p.width > 60 ? `free ${formatClock(p.freeSeconds)}` : formatClock(p.freeSeconds)}</span
          >
        {/if}
      {/each}
    </div>
  </div>
</div>

<style>
  .step {
    /* along the score a finger moves a step; up and down it scrolls the page */
    touch-action: pan-y;
    user-select: none;
    position: absolute;
    display: flex;
    height: 28px;
    align-items: center;
    justify-content: center;
    overflow: hidden;
    border-radius: 3px;
    font-size: 11px;
    line-height: 1;
    white-space: nowrap;
  }
  .needle {
    background-color: var(--needle);
    color: var(--on-needle);
  }
  /* The texture of the stitches, so that blocks differ by more than their place. */
  .tex-zigzag {
    background-image: repeating-linear-gradient(60deg, #ffffff2e 0 2px, transparent 2px 6px);
  }
  .tex-satin {
    background-image: repeating-linear-gradient(90deg, #ffffff2e 0 1px, transparent 1px 3px);
  }
  .tex-meander,
  .tex-fill,
  .tex-mixed {
    background-image: repeating-linear-gradient(0deg, #ffffff2e 0 1px, transparent 1px 4px);
  }
  .hands {
    background-color: var(--hands-fill);
    color: var(--on-hands);
    border-radius: 9px;
  }
  /* A rest: hatched. */
  .wait {
    background: repeating-linear-gradient(135deg, var(--hands-soft) 0 4px, var(--hands-fill) 4px 6px);
  }
  /* Sewn from another design, or once more. */
  .put-in {
    outline: 2px dashed var(--needle);
    outline-offset: 1px;
  }
  /* The plan check speaks here: a bar below, whole or broken. */
  .ruins {
    box-shadow: 0 4px 0 var(--madder);
  }
  .minds {
    box-shadow: 0 3px 0 var(--hands);
  }
  .step:hover {
    filter: brightness(1.08);
  }
  .drop {
    box-shadow: -3px 0 0 var(--madder);
  }
</style>
