<script lang="ts">
  import { resolve } from '$app/paths';
  import { onMount } from 'svelte';
  import type { PlanDrawing } from '../hoop/draw-plan';
  import RunDone from './RunDone.svelte';
  import RunStep from './RunStep.svelte';
  import { readRunPlan } from '../state/read-together';
  import { RunSession } from '../state/run-session.svelte';
  import { prepareNotices, showProblem } from '../state/notices';
  import { runWays } from '../state/run-ways.svelte';
  import { workroom } from '../state/workroom.svelte';

  // One run at the machine, from opening it to its end.
  prepareNotices();
  let { id }: { id: string } = $props();
  const session = new RunSession({
    log: workroom.store.log,
    numbers: () => workroom.numbers,
    noteRun: (run) => workroom.log.note(run),
    tell: showProblem,
  });
  let hoop = $state.raw<Omit<PlanDrawing, 'cursor'> | null>(null);
  const drawing = $derived(hoop && session.state ? { ...hoop, cursor: session.state.index } : null);

  /** The hoop from above, while the build and its tape are still what was begun with. */
  async function drawHoop() {
    const { run } = session;
    const build = workroom.builds.find((b) => b.id === run?.buildId && b.tapeId === run.tapeId);
    if (!run || !build || build.typed) return;
    const read = await readRunPlan(run, build);
    if (!read.ok) return;
    const { plan, tape, besides } = read.value;
    hoop = {
      plan: { ...plan, score: run.score },
      reading: plan.design.reading,
      tape,
      besides,
    };
  }

  onMount(() => {
    void runWays.load();
    void session.load(id).then(drawHoop);
    const clock = setInterval(() => session.tick(), 500);
    // The screen stays on beside the machine, where the device allows it.
    let lock: WakeLockSentinel | undefined;
    const wake = async () => {
      if (document.visibilityState === 'visible')
        lock = await navigator.wakeLock?.request('screen').catch(() => undefined);
    };
    void wake();
    document.addEventListener('visibilitychange', wake);
    return () => {
      clearInterval(clock);
      session.close();
      document.removeEventListener('visibilitychange', wake);
      void lock?.release();
    };
  });
</script>

{#if session.missing}
  <section class="m-8 max-w-xl" role="alert">
    <h1 class="mb-2 text-3xl">This run is not in this browser.</h1>
    <p class="mb-4">Runs stay where they were begun. Begin a new one from its build.</p>
    <a class="btn" href={resolve('/run')}>To the runs</a>
  </section>
{:else if session.run && session.state && session.hold !== 'asking'}
  {#if session.over}<RunDone {session} />{:else}<RunStep {session} {drawing} />{/if}
{:else}
  <p class="p-8 text-quiet" role="status">Opening the run …</p>
{/if}
