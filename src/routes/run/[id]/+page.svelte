<script lang="ts">
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import RunDone from '$lib/ui/run/RunDone.svelte';
  import RunStep from '$lib/ui/run/RunStep.svelte';
  import { RunSession } from '$lib/ui/state/run-session.svelte';

  const session = new RunSession();
  onMount(() => {
    void session.load(page.params.id ?? '');
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
{:else if session.run && session.state}
  {#if session.over}<RunDone {session} />{:else}<RunStep {session} />{/if}
{:else}
  <p class="p-8 text-quiet" role="status">Opening the run …</p>
{/if}
