<script lang="ts">
  import { resolve } from '$app/paths';
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import Pause from '@lucide/svelte/icons/pause';
  import Play from '@lucide/svelte/icons/play';
  import StickyNote from '@lucide/svelte/icons/sticky-note';
  import X from '@lucide/svelte/icons/x';
  import { CAUTIONS } from '$lib/core/materials';
  import { formatClock, formatDuration } from '$lib/core/units';
  import Dialog from '../kit/Dialog.svelte';
  import CrossSection from '../score/CrossSection.svelte';
  import { isTyping } from '../shell/keys';
  import type { RunSession } from '../state/run-session.svelte';

  let { session }: { session: RunSession } = $props();
  const step = $derived(session.step);
  const state_ = $derived(session.state!);
  const paused = $derived(state_.status === 'paused');
  const last = $derived(state_.index === session.steps.length - 1);
  let noting = $state(false);
  let giving = $state(false);
  let text = $state('');

  function onkeydown(event: KeyboardEvent) {
    if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    if ([' ', 'Enter', 'ArrowRight', 'PageDown'].includes(event.key)) {
      // A button under the focus answers to Space and Enter by itself.
      if ((event.key === ' ' || event.key === 'Enter') && (event.target as HTMLElement).closest('button, a'))
        return;
      event.preventDefault();
      if (!event.repeat) void session.forward();
    } else if (['ArrowLeft', 'PageUp', 'Backspace'].includes(event.key)) {
      event.preventDefault();
      if (!event.repeat) void session.back();
    } else if (event.key === 'n') {
      event.preventDefault();
      noting = true;
    } else if (event.key === 'p') void session.togglePause();
  }
  async function keep(event: SubmitEvent, action: (text: string) => unknown) {
    event.preventDefault();
    await action(text);
    text = '';
    noting = giving = false;
  }
</script>

<svelte:window {onkeydown} />

<div class="flex h-dvh flex-col overflow-hidden" data-testid="run">
  <div
    class="h-2 shrink-0 bg-rule"
    role="progressbar"
    aria-label="Steps done"
    aria-valuemin="0"
    aria-valuemax={session.steps.length}
    aria-valuenow={state_.index}
  >
    <div class="h-full bg-needle" style:width="{(100 * state_.index) / session.steps.length}%"></div>
  </div>
  <header class="flex shrink-0 items-center gap-3 border-b border-rule px-4 py-2 text-lg">
    <a
      class="btn px-3"
      href={resolve('/')}
      aria-label="Leave; the run stays as it is"
      title="Leave; the run stays as it is"><X size={22} /></a
    >
    <span class="min-w-0 flex-1 truncate"
      ><strong class="font-display font-normal">{session.run?.buildName}</strong></span
    >
    <span class="hidden text-base whitespace-nowrap text-quiet sm:inline"
      >about {formatDuration(session.left)} to go</span
    >
    <span class="font-bold whitespace-nowrap" aria-label="Time so far">{formatClock(session.runSeconds)}</span
    >
  </header>

  {#if step}
    <div class="grid min-h-0 flex-1 overflow-y-auto lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <section class="flex flex-col justify-center gap-3 px-5 py-4 lg:px-10" aria-live="assertive">
        <p class="text-xl">
          {#if step.kind === 'hand'}<span class="rounded-full bg-hands-fill px-3 py-1 font-bold text-on-hands"
              >hand {step.hand}</span
            >
          {:else}<span class="rounded bg-needle px-3 py-1 font-bold text-on-needle"
              >needle · {step.inserted?.name ?? `block ${step.block + 1}`}</span
            >{/if}
          <span class="ml-2 text-quiet">stop {step.stop}</span>
        </p>
        <h1 class="text-[clamp(2.4rem,6vw,5rem)] text-balance" data-testid="run-title">{step.title}</h1>
        {#if step.kind === 'hand'}
          <p class="max-w-[34ch] text-[clamp(1.3rem,2.4vw,2rem)] leading-snug">{step.text}</p>
          <ul class="flex flex-wrap gap-2 text-lg">
            {#if step.side !== 'off'}<li class="rounded bg-hands-soft px-3 py-1">
                {step.side} of the hoop
              </li>{/if}
            {#if step.hoop === 'stay'}<li class="rounded bg-hands-soft px-3 py-1">hoop stays on</li>{/if}
            {#if step.hoop === 'off'}<li class="rounded bg-hands-soft px-3 py-1">hoop off</li>{/if}
            {#if step.hoop === 'may'}<li class="rounded bg-hands-soft px-3 py-1">hoop may come off</li>{/if}
            {#each step.tools as tool (tool)}<li class="rounded border border-quiet px-3 py-1">
                {tool}
              </li>{/each}
          </ul>
          {#if step.hoop === 'stay' && step.hoopBecause}<p class="text-lg">
              Stays on: {step.hoopBecause}
            </p>{/if}
          {#each step.cautions as caution (caution)}
            <p class="border-l-8 border-madder pl-3 text-lg">
              <strong class="text-madder">Care:</strong>
              {CAUTIONS[caution]}
            </p>
          {/each}
        {:else}
          <p class="max-w-[34ch] text-[clamp(1.3rem,2.4vw,2rem)] leading-snug">
            Start the machine.{step.attended
              ? ' Stay and hold the edge.'
              : ' Snip the tail after a few stitches.'}
          </p>
        {/if}
        <p class="text-xl text-quiet" data-testid="step-clock">
          {formatClock(session.stepSeconds)} of about {formatClock(session.planned)}{paused ? ', paused' : ''}
        </p>
        {#if session.next}<p class="text-xl">
            <span class="text-quiet">Then:</span>
            {session.next.title}
          </p>{/if}
      </section>
      <section
        class="flex min-h-64 flex-col justify-center border-t border-rule bg-paper p-4 lg:border-t-0 lg:border-l"
        aria-label="Cross-section"
      >
        {#if session.stack}<CrossSection stack={session.stack} {step} large />{/if}
      </section>
    </div>
  {:else}
    <section class="flex flex-1 flex-col justify-center gap-3 px-5 lg:px-10">
      <h1 class="text-[clamp(2.4rem,6vw,5rem)]" data-testid="run-title">All steps are done.</h1>
      <p class="text-2xl">Press once more to close the run.</p>
    </section>
  {/if}

  <footer class="flex shrink-0 gap-2 border-t border-rule bg-paper p-3">
    <button
      type="button"
      class="btn min-h-16 px-4 text-lg"
      onclick={() => session.back()}
      disabled={state_.index === 0}
      aria-label="Back one step"><ChevronLeft size={26} /><span class="hidden sm:inline">Back</span></button
    >
    <button
      type="button"
      class="btn min-h-16 px-4 text-lg"
      onclick={() => session.togglePause()}
      aria-label={paused ? 'Go on' : 'Pause'}
    >
      {#if paused}<Play size={24} />{:else}<Pause size={24} />{/if}<span class="hidden sm:inline"
        >{paused ? 'Go on' : 'Pause'}</span
      ></button
    >
    <button type="button" class="btn min-h-16 px-4 text-lg" onclick={() => (noting = true)} aria-label="Note"
      ><StickyNote size={24} /><span class="hidden sm:inline"
        >Note{state_.notes.length ? ` (${state_.notes.length})` : ''}</span
      ></button
    >
    <button
      type="button"
      class={[
        'btn btn-strong min-h-16 min-w-0 flex-1 justify-center text-2xl',
        step?.kind === 'hand' && 'border-hands-fill! bg-hands-fill! text-on-hands!',
      ]}
      onclick={() => session.forward()}
      data-testid="forward"
    >
      {paused
        ? 'Go on'
        : last
          ? 'Done: finish'
          : step?.kind === 'needle'
            ? 'It stopped'
            : 'Done'}<ChevronRight size={28} />
    </button>
  </footer>
</div>

<Dialog bind:open={noting} title="Note at this step">
  <form onsubmit={(e) => keep(e, (t) => session.note(t))} class="flex flex-col gap-3">
    <!-- svelte-ignore a11y_autofocus -->
    <textarea bind:value={text} rows="4" maxlength="4000" aria-label="Note" autofocus></textarea>
    {#each state_.notes as note (note.at)}<p class="text-sm text-quiet">“{note.text}”</p>{/each}
    <div class="flex flex-wrap justify-end gap-2">
      <button
        type="button"
        class="btn mr-auto text-madder"
        onclick={() => ((noting = false), (giving = true))}>Give up this item</button
      >
      <button type="button" class="btn" onclick={() => (noting = false)}>Close</button>
      <button class="btn btn-strong">Keep the note</button>
    </div>
  </form>
</Dialog>
<Dialog bind:open={giving} title="Give up this item?">
  <form onsubmit={(e) => keep(e, (t) => session.giveUp(t))} class="flex flex-col gap-3">
    <label class="flex flex-col gap-1"
      ><span class="label">What happened? The log keeps it, so that it happens once.</span><textarea
        bind:value={text}
        rows="3"
        maxlength="400"></textarea></label
    >
    <div class="flex justify-end gap-2">
      <button type="button" class="btn" onclick={() => (giving = false)}>Go on sewing</button>
      <button class="btn border-madder text-madder">Give it up</button>
    </div>
  </form>
</Dialog>
