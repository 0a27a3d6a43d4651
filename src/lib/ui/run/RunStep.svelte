<script lang="ts">
  import { resolve } from '$app/paths';
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import Hand from '@lucide/svelte/icons/hand';
  import LifeBuoy from '@lucide/svelte/icons/life-buoy';
  import Pause from '@lucide/svelte/icons/pause';
  import Settings from '@lucide/svelte/icons/settings-2';
  import StickyNote from '@lucide/svelte/icons/sticky-note';
  import X from '@lucide/svelte/icons/x';
  import type { TroubleKind } from '$lib/core/run';
  import { formatClock, formatNumber, formatRoughly } from '$lib/core/base';
  import type { PlanDrawing } from '../hoop/draw-plan';
  import { isTyping, within } from '../shell/keys';
  import { FollowedMachine } from '../state/run-machine.svelte';
  import type { RunSession } from '../state/run-session.svelte';
  import { showNote } from '../state/notices';
  import { runWays } from '../state/run-ways.svelte';
  import { speak } from './call';
  import NoteDialog from './NoteDialog.svelte';
  import RunEnd from './RunEnd.svelte';
  import RunOptions from './RunOptions.svelte';
  import RunPictures from './RunPictures.svelte';
  import RunWords from './RunWords.svelte';
  import TroubleDialog from './TroubleDialog.svelte';

  let { session, drawing }: { session: RunSession; drawing: PlanDrawing | null } = $props();
  const step = $derived(session.step);
  const state_ = $derived(session.state!);
  const watching = $derived(session.hold === 'watching');
  let noting = $state(false);
  let choosing = $state(false);
  let troubled = $state(false);
  let trouble = $state<TroubleKind | null>(null);
  // The session outlives this component's updates; a machine is followed for one run.
  // svelte-ignore state_referenced_locally
  const machine = new FollowedMachine(session, (kind) => {
    trouble = kind;
    troubled = true;
  });
  $effect(() => () => machine.leave());
  $effect(() => {
    if (runWays.speech && step) speak(step.kind === 'hand' ? `${step.title}. ${step.text}` : step.title);
  });
  const ask = () => {
    trouble = null;
    troubled = true;
  };
  /** the needle is to be started on a machine that is followed */
  const toStart = $derived(
    machine.isHere && step?.kind === 'needle' && !step.skipped && !session.resting && !machine.sewing,
  );
  const busy = $derived(machine.sewing && step?.kind === 'needle' && !session.resting);

  function forward() {
    // A press that may not go on says why.
    if (watching)
      return void showNote(
        'Another tab holds this run.',
        'Go on there, or close it: then this one takes over.',
      );
    if (busy)
      return void showNote(
        'The machine is sewing.',
        'Halt stops it; it moves the run on by itself at its stop.',
      );
    if (session.isStoring) return;
    if (!step && !session.resting) return finish();
    return toStart ? machine.start() : advance();
  }
  async function advance() {
    const bobbin = step?.kind === 'hand' && step.action === 'bobbin' && !session.resting;
    // A machine that is followed counts its bobbin from full again.
    if ((await session.forward()) && bobbin) await machine.freshBobbin();
  }
  /** it was tried to close the run before all items were judged */
  let verdictAsked = $state(false);
  async function finish() {
    // What was typed last is being stored as the focus leaves its field.
    await session.settled();
    if (session.unjudged.length) verdictAsked = true;
    else if (await session.finish()) await keepBackup();
  }
  /** What was just made is in the maker's own folder too, where there is one. */
  async function keepBackup() {
    const { backupFolder } = await import('../state/folder.svelte');
    await backupFolder.backUp();
  }
  function onkeydown(event: KeyboardEvent) {
    if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey || troubled || choosing) return;
    const meaning = runWays.meaning(event);
    if (meaning === 'forward') {
      // A button under the focus answers to Space and Enter by itself.
      if ([' ', 'Enter'].includes(event.key) && within(event, 'button, a')) return;
      event.preventDefault();
      if (!event.repeat) void forward();
    } else if (meaning === 'back') {
      event.preventDefault();
      if (!event.repeat && !watching) void session.back();
    } else if (meaning === 'trouble') {
      event.preventDefault();
      if (!watching) ask();
    } else if (event.key === 'n') {
      event.preventDefault();
      noting = true;
    } else if (event.key === 'p' && !watching) void session.togglePause();
    else if (event.key === 's' && !watching && !busy && !event.repeat) void session.skip();
  }
  /**
   * A finger or mouse takes the focus to no button: the next press of space or pedal is the way on. Out of a field it does:
   * what was typed there is kept when the focus leaves it.
   */
  function onmousedown(event: MouseEvent) {
    const typing = document.activeElement?.matches('input, textarea, select');
    if (!typing && within(event, 'button')) event.preventDefault();
  }
  function onclick(event: MouseEvent) {
    if (event instanceof PointerEvent && runWays.isForwardTap(event)) void forward();
  }
  const label = $derived(
    session.isStoring
      ? 'Storing …'
      : session.resting
        ? 'Go on'
        : !step
          ? session.unjudged.length
            ? `How did ${session.itemsOut > 1 ? 'they' : 'it'} come out?`
            : 'Close the run'
          : busy
            ? `Sewing: ${formatNumber(session.stitch)} of ${formatNumber(machine.now?.blockStitches ?? 0)}`
            : toStart
              ? 'Start the machine'
              : session.page === 'look'
                ? 'All is well: unhoop'
                : session.page === 'hoop on'
                  ? 'It is on'
                  : step.kind === 'needle'
                    ? 'It stopped'
                    : 'Done',
  );
</script>

<svelte:window {onkeydown} {onmousedown} {onclick} />

<div
  class="flex h-dvh flex-col overflow-hidden"
  data-testid="run"
  data-stored={session.stored}
  data-index={state_.index}
  data-page={session.page}
>
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
      ><strong class="font-display font-normal">{session.run?.buildName}</strong
      >{#if session.itemsOut > 1}<span class="ml-2 text-base">{session.itemsOut} in the hoop</span
        >{/if}{#if machine.link}<span
          class={['ml-3 text-base', machine.isHere ? 'text-needle' : 'text-madder']}
          data-testid="machine"
          >{machine.link.name}: {machine.line === 'silent'
            ? 'does not answer'
            : machine.line === 'gone'
              ? 'has no tape'
              : (machine.now?.why ?? machine.now?.status)}</span
        >{/if}</span
    >
    {#if session.step}<span class="hidden text-base whitespace-nowrap text-quiet sm:inline"
        >about {formatRoughly(session.left)} to go</span
      >{/if}
    <span class="font-bold whitespace-nowrap" aria-label="Time so far">{formatClock(session.runSeconds)}</span
    >
    <button
      type="button"
      class="btn px-3"
      aria-label="How Run works for you"
      title="Hand, sound, pedal, machine"
      onclick={() => (choosing = true)}><Settings size={22} /></button
    >
  </header>
  {#if watching}
    <p class="shrink-0 bg-hands-soft px-5 py-2 text-lg" role="status">
      Another tab holds this run; this one watches, and takes over when that one is closed.
    </p>
  {/if}

  {#if machine.link && machine.line !== 'here'}
    <p
      class="flex shrink-0 flex-wrap items-center gap-3 border-l-8 border-madder bg-madder-soft px-5 py-2 text-lg"
      role="alert"
      data-testid="machine-line"
    >
      <span class="min-w-64 flex-1"
        >{machine.line === 'silent'
          ? `${machine.link.name} does not answer; whether it sews is not known. The real stop is on the machine itself.`
          : `${machine.link.name} was restarted and has no tape. The run is kept.`}</span
      >
      {#if machine.line === 'silent'}
        <button type="button" class="btn" onclick={() => machine.halt()}>Try to halt it</button>
      {:else}
        <button type="button" class="btn" onclick={() => machine.loadAgain()}>Load the tape again</button>
      {/if}
      <button type="button" class="btn" onclick={() => machine.disconnect()}>Go on by hand</button>
    </p>
  {/if}

  {#if step}
    <div class="grid min-h-0 flex-1 overflow-y-auto lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]" data-taps>
      <RunWords {session} {machine} ontrouble={ask} />
      <RunPictures {session} {drawing} />
    </div>
  {:else}<RunEnd {session} asked={verdictAsked && session.unjudged.length > 0} />{/if}

  <footer
    class={[
      'flex shrink-0 flex-wrap gap-2 border-t border-rule bg-paper p-3 sm:flex-nowrap',
      runWays.mirrored && 'flex-row-reverse',
    ]}
    inert={watching}
  >
    <button
      type="button"
      class="btn tool"
      onclick={() => session.back()}
      disabled={state_.index === 0}
      aria-label="Back one step"><ChevronLeft size={26} /><span>Back</span></button
    >
    {#if busy}
      <button type="button" class="btn tool border-madder text-madder" onclick={() => machine.halt()}
        ><Hand size={24} />Halt</button
      >
    {:else if !session.resting}
      <button type="button" class="btn tool" onclick={() => session.togglePause()} aria-label="Pause"
        ><Pause size={24} /><span>Pause</span></button
      >
    {/if}
    <button type="button" class="btn tool" onclick={() => (noting = true)} aria-label="Note"
      ><StickyNote size={24} /><span>Note{state_.notes.length ? ` (${state_.notes.length})` : ''}</span
      ></button
    >
    <button type="button" class="btn tool" onclick={ask} aria-label="Trouble"
      ><LifeBuoy size={24} class="text-madder" /><span>Trouble</span></button
    >
    <button
      type="button"
      class={[
        'btn btn-strong order-first min-h-20 min-w-0 basis-full justify-center text-2xl sm:order-none sm:min-h-16 sm:flex-1 sm:basis-0',
        step?.kind === 'hand' && 'border-hands-fill! bg-hands-fill! text-on-hands!',
      ]}
      disabled={busy}
      onclick={(e) => e.detail < 2 && forward()}
      data-testid="forward"
    >
      <span class="truncate">{label}</span>{#if !busy}<ChevronRight size={28} class="shrink-0" />{/if}
    </button>
  </footer>
</div>

<NoteDialog bind:open={noting} {session} />
<RunOptions bind:open={choosing} {session} {machine} />
<TroubleDialog bind:open={troubled} bind:kind={trouble} {session} {machine} />

<style>
  /* On narrow screens the word stands under its picture. */
  .tool {
    min-height: 64px;
    flex: 1 1 0;
    flex-direction: column;
    justify-content: center;
    gap: 2px;
    padding-inline: 6px;
    font-size: 15px;
    line-height: 1.1;
  }
  @media (min-width: 640px) {
    .tool {
      flex: none;
      padding-inline: 12px;
    }
  }
  @media (min-width: 1024px) {
    .tool {
      flex-direction: row;
      gap: 8px;
      padding-inline: 16px;
      font-size: 18px;
    }
  }
</style>
