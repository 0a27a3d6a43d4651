<script lang="ts">
  import SkipForward from '@lucide/svelte/icons/skip-forward';
  import Spool from '@lucide/svelte/icons/spool';
  import { NEXT_COMES } from '$lib/core/together';
  import { attendance, stitchesBack, troubleFlow } from '$lib/core/run';
  import { formatClock, formatNumber } from '$lib/core/base';
  import { beginNext } from '../state/begin-run';
  import type { FollowedMachine } from '../state/run-machine.svelte';
  import type { RunSession } from '../state/run-session.svelte';
  import { workroom } from '../state/workroom.svelte';
  import Care from '../kit/Care.svelte';
  import FreeTime from './FreeTime.svelte';
  import RunBeside from './RunBeside.svelte';
  import RunPieces from './RunPieces.svelte';
  import RunThread from './RunThread.svelte';
  import ThreadDialog from './ThreadDialog.svelte';
  import WaitWords from './WaitWords.svelte';

  // The step in words that are read from two metres away.
  interface Props {
    session: RunSession;
    machine: FollowedMachine;
    ontrouble: () => void;
  }
  let { session, machine, ontrouble }: Props = $props();
  const step = $derived(session.step!);
  const remaining = $derived(machine.sewing ? machine.untilHalt : session.stepLeft);
  const what = $derived(
    session.run && step.kind === 'needle' && !step.skipped
      ? attendance(
          session.run,
          step,
          { elapsed: session.needleSeconds, remaining, rate: machine.rate },
          workroom.numbers,
        )
      : null,
  );
  const runs = $derived(!session.resting && (!machine.link || machine.sewing));
  const overlap = $derived(
    stitchesBack(troubleFlow('thread-break'), session.block, session.stitch, workroom.numbers),
  );
  let telling = $state(false);
  const left = $derived(session.state?.interruptions.at(-1));
</script>

<section class="flex min-w-0 flex-col justify-center-safe gap-3 px-5 py-4 lg:px-10">
  <!-- Read out at each step; what ticks stands below. -->
  <div class="flex flex-col gap-3" aria-live="assertive">
    {#if session.resting}
      <div class="border-l-8 border-hands bg-hands-soft px-4 py-3 text-lg" data-testid="resume">
        <strong
          >{session.waiting
            ? 'It waits.'
            : session.state?.status === 'paused'
              ? 'Paused here.'
              : 'You left here.'}</strong
        >
        {#if session.waiting}<WaitWords waiting={session.waiting} now={session.clock} calls />{/if}
        {#if session.state?.status === 'interrupted' && left?.reason}“{left.reason}”{/if}
        {#if step.kind === 'needle'}
          On the machine: block {step.block + 1}, {session.stitch
            ? `stitch ${formatNumber(session.stitch)} of ${formatNumber(session.blockStitches)}. Go back about ${overlap} stitches before you start.`
            : 'at its first stitch.'}
        {:else if session.pieces.length}
          In hand: {session.pieces.map((p) => p.name.toLowerCase()).join(', ')}.
        {/if}
      </div>
    {/if}
    <p class="text-xl">
      {#if step.kind === 'hand'}<span class="rounded-full bg-hands-fill px-3 py-1 font-bold text-on-hands"
          >hand {step.hand}</span
        >
      {:else}<span class="rounded bg-needle px-3 py-1 font-bold text-on-needle"
          >needle · {step.inserted?.name ?? `block ${step.block + 1}`}</span
        >{/if}
      <span class="ml-2 text-quiet">stop {step.stop}</span>
    </p>
    {#if session.page !== 'step'}<RunBeside {session} beside={session.page} {ontrouble} />
    {:else}<h1 class="run-title text-balance" data-testid="run-title">{step.title}</h1>{/if}
    {#if step.kind === 'hand' && session.page === 'step'}
      <p class="run-text max-w-[36ch] leading-snug">{step.text}</p>
      <RunPieces {session} {step} />
      {#if step.id === NEXT_COMES && session.run?.together?.next}<p>
          <button
            type="button"
            class="btn btn-strong text-xl"
            onclick={() => session.run && void beginNext(session.run)}
            >Begin {session.run.together.next.name} in the same hoop</button
          >
        </p>{/if}
      <Care cautions={step.cautions} large />
    {/if}
  </div>
  {#if step.kind === 'needle'}
    <p class="run-text max-w-[36ch] leading-snug">
      {step.skipped
        ? 'Pass this block over on the machine.'
        : session.resting
          ? 'The needle waits.'
          : machine.link && !machine.isHere
            ? 'Look at the needle itself.'
            : machine.isHere && !machine.sewing
              ? 'Ready to sew.'
              : 'The needle sews.'}
      {#if session.blockStitches}
        <span class="whitespace-nowrap text-quiet" data-testid="stitch-count"
          >{machine.isHere ? '' : 'about '}{formatNumber(session.stitch)} of {formatNumber(
            session.blockStitches,
          )} stitches</span
        >
      {/if}
    </p>
    {#if runs && what}<FreeTime {what} {remaining} />{/if}
  {/if}
  <RunThread {session} />
  {#if session.next}<p class="text-xl"><span class="text-quiet">Then:</span> {session.next.title}</p>{/if}
  <div class="flex flex-wrap items-center gap-2">
    <p class="mr-3 text-lg text-quiet" data-testid="step-clock">
      {formatClock(session.stepSeconds)}{session.planned >= 1
        ? ` of about ${formatClock(session.planned)}`
        : ''}{session.resting ? ', paused' : ''}
    </p>
    {#if session.hold === 'held' && session.page === 'step' && !session.resting && !machine.sewing}
      <button type="button" class="btn" onclick={() => (telling = true)}><Spool size={18} />Changed …</button>
      <button type="button" class="btn" title="Key S" onclick={() => session.skip()}
        ><SkipForward size={18} />{step.kind === 'hand' ? 'Skip this step' : 'Pass this block over'}</button
      >
    {/if}
  </div>
</section>
<ThreadDialog bind:open={telling} {session} {machine} />
