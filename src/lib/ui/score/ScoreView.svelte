<script lang="ts">
  import { MediaQuery } from 'svelte/reactivity';
  import { on } from 'svelte/events';
  import { itemAt, count, formatClock, formatDuration } from '$lib/core/base';
  import type { Finding } from '$lib/core/check';
  import type { BuildPlan } from '$lib/core/plan';
  import type { Reading } from '$lib/core/reading';
  import { pictogramOf } from '../kit/pictograms';
  import { StepDrag } from './drag.svelte';
  import { dropAt, layoutScore, LEAST, type PlacedStep, type ScoreLayout } from './layout';

  interface Props {
    plan: BuildPlan;
    reading: Reading;
    cursor: number;
    /** open ones */
    findings: readonly Finding[];
    /** in one line, to find the way: the staves are of no use beside it */
    line?: boolean;
    onselect: (index: number) => void;
    onmove?: (stepId: string, beforeIndex: number) => void;
  }
  let { plan, reading, cursor, findings, line = false, onselect, onmove }: Props = $props();

  /** a step this wide has room for its words, px */
  const WORDS_FROM = 90;
  /** Steps that are put up in one task: a press never waits for a long score. */
  const AT_ONCE = 24;
  const NOTHING: ScoreLayout = { placed: [], bars: [], minutes: [], width: 0 };
  /** px; none until it is measured */
  let room = $state(0);
  let shown = $state(AT_ONCE);
  $effect(() => {
    if (shown >= plan.score.steps.length) return;
    const next = setTimeout(() => (shown += AT_ONCE));
    return () => clearTimeout(next);
  });
  const finger = new MediaQuery('(pointer: coarse)', false);
  const least = $derived(line ? LEAST.line : finger.current ? LEAST.finger : LEAST.mouse);
  /** the gravest open finding of a step */
  const worst = (id: string) => findings.find((f) => f.stepId === id)?.severity;
  const layout = $derived(
    room ? layoutScore(plan.score, plan.time.steps, reading.blocks, { width: room, least }) : NOTHING,
  );
  const current = $derived(layout.placed[cursor]);
  const drag = new StepDrag(
    (clientX, stepId) =>
      strip ? dropAt(layout, clientX - strip.getBoundingClientRect().left, stepId) : null,
    (stepId, before) => onmove?.(stepId, before),
  );

  const name = (p: PlacedStep) =>
    p.step.kind === 'needle'
      ? `${p.step.inserted ? 'Put in' : `Block ${p.step.block + 1}`}: ${p.step.title}, ${formatDuration(p.seconds)}`
      : `Hand ${p.step.hand}, stop ${p.step.stop}: ${p.step.title}, ${formatDuration(p.seconds)}`;
  // One tab stop for the whole score; arrows move inside it.
  let strip = $state<HTMLElement>();
  let scroller: HTMLElement;
  $effect(() => {
    void cursor;
    if (strip?.contains(document.activeElement))
      strip.querySelector<HTMLElement>(`[data-index="${cursor}"]`)?.focus({ preventScroll: true });
  });
  // Where the score is wider than its room, the step that is shown is in sight.
  $effect(() => {
    if (!current) return;
    const [from, to] = [current.x, current.x + current.width];
    if (from < scroller.scrollLeft || to > scroller.scrollLeft + room)
      scroller.scrollTo({ left: (from + to - room) / 2 });
  });
  // Svelte listens to touches passively; a step under the finger must hold the page still.
  $effect(() => strip && on(strip, 'touchmove', (e) => drag.holds(e), { passive: false }));
</script>

<div class="flex gap-2" data-testid="score">
  {#if !line}
    <div class="label flex w-14 shrink-0 flex-col pt-5 text-right leading-none sm:w-16" aria-hidden="true">
      <div class="flex h-[84px] flex-col justify-between py-1">
        <span class="text-[11px]">covers</span><strong
          class="font-display text-[15px] font-normal text-needle">Needle</strong
        ><span class="text-[11px]">holds</span>
      </div>
      <div class="mt-2 flex h-[84px] flex-col justify-between py-1">
        <span class="text-[11px]">front</span><strong class="font-display text-[15px] font-normal text-hands"
          >Hands</strong
        ><span class="text-[11px]">back</span>
      </div>
    </div>
  {/if}
  <div
    class="min-w-0 flex-1 overflow-x-auto overflow-y-hidden"
    bind:clientWidth={room}
    bind:this={scroller}
    data-testid="score-room"
  >
    <div class={['relative', line ? 'h-8' : 'h-[226px]']} style:width="{layout.width}px">
      {#if !line}
        {#each ['top-5 bg-needle/30', 'top-[112px] bg-hands/40'] as stave (stave)}
          {#each [14, 42, 70] as y (y)}
            <div
              class={['absolute inset-x-0 h-px', stave]}
              style:translate="0 {y}px"
              aria-hidden="true"
            ></div>
          {/each}
        {/each}
        {#each layout.bars as bar, i (i)}
          <div
            class="absolute top-4 h-[184px] w-px bg-ink/45"
            style:left="{bar.x}px"
            aria-hidden="true"
          ></div>
          <span class="absolute top-0 -translate-x-1/2 text-[11px]" style:left="{bar.x}px" aria-hidden="true"
            >{bar.label}</span
          >
        {/each}
        <div class="absolute inset-x-0 top-[202px] h-px bg-rule" aria-hidden="true"></div>
        <svg class="absolute top-[202px] h-2 w-full fill-none stroke-quiet" aria-hidden="true"
          ><path d={layout.minutes.map(({ x, told }) => `M${x + 0.5} 0v${told ? 8 : 4}`).join('')} /></svg
        >
        {#each layout.minutes.filter(({ told }) => told) as { x, seconds }, place (place)}
          <span
            class="absolute top-[210px] -translate-x-1/2 text-[11px] leading-none text-quiet"
            style:left="{x}px"
            aria-hidden="true">{formatClock(seconds)}</span
          >
        {/each}
      {/if}
      {#if current}
        <div
          class={[
            'pointer-events-none absolute border-x-2 border-ink bg-ink/10',
            line ? 'inset-y-0' : 'top-4 h-[184px]',
          ]}
          style:left="{current.x - 1}px"
          style:width="{current.width + 2}px"
        ></div>
      {/if}
      <div
        bind:this={strip}
        role="group"
        aria-label="Score: {count(plan.score.steps.length, 'step')}"
        onpointercancel={() => drag.leave()}
        oncontextmenu={(e) => drag.stepId && e.preventDefault()}
      >
        {#each layout.placed.slice(0, shown) as p (p.step.id)}
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
            style:top="{line ? 2 : (p.stave === 'needle' ? 20 : 112) + p.level * 28}px"
            data-index={p.index}
            aria-label={name(p)}
            aria-current={p.index === cursor ? 'step' : undefined}
            title={name(p)}
            tabindex={p.index === cursor ? 0 : -1}
            onclick={(e) => drag.wasMove(e) || onselect(p.index)}
            onpointerdown={(e) => drag.begin(e, p.step.kind === 'hand' && onmove ? p.step.id : null)}
            onpointermove={(e) => drag.move(e)}
            onpointerup={() => drag.end()}
          >
            {#if line}<!-- the colours say who works -->
            {:else if p.step.kind === 'hand'}
              <svg viewBox="0 0 20 20" class="h-[18px] w-[18px] shrink-0" aria-hidden="true"
                ><path d={pictogramOf(p.step.action)} /></svg
              >{#if p.width > WORDS_FROM}<span class="truncate pl-1">{p.step.title}</span>{/if}
            {:else}
              <span class="word truncate"
                >{p.step.inserted ? '+' : p.step.block + 1}{p.width > WORDS_FROM
                  ? ` ${p.step.title}`
                  : ''}</span
              >
            {/if}
          </button>
          {#if p.freeSeconds > 45 && p.width > 34 && !line}
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
</div>

<style>
  .step {
    user-select: none;
    -webkit-touch-callout: none;
    position: absolute;
    display: flex;
    height: 28px;
    align-items: center;
    justify-content: center;
    border-radius: 3px;
    font-size: 11px;
    line-height: 1;
    white-space: nowrap;
  }
  /* Nothing else stands above or below it: a finger hits it anywhere there. */
  .step::after {
    position: absolute;
    inset: -8px 0;
    content: '';
  }
  .step path {
    fill: none;
    stroke: currentColor;
    stroke-width: 1.6;
    stroke-linecap: round;
    stroke-linejoin: round;
  }
  /* The texture ends where its number stands. */
  .word {
    border-radius: 2px;
    background-color: var(--needle);
    padding: 3px;
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
