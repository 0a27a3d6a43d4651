<script lang="ts">
  import type { planNeedles, ThreadRow } from '$lib/core/thread';

  // A machine of several needles: what is threaded before the start and on the way, and at which stops it must halt.
  let {
    needles,
    rows,
    onstep,
  }: {
    needles: ReturnType<typeof planNeedles>;
    rows: readonly ThreadRow[];
    onstep: (stepId: string) => void;
  } = $props();

  const isThreaded = (stepId: string) => needles.during.some((d) => d.stepId === stepId);
  /** as they are keyed in: as the machine counts its stops */
  const halts = $derived(
    rows.flatMap(({ step }, n) => {
      const before = rows[n - 1]?.stop;
      return before === 'hands' || before === 'both' || (n > 0 && isThreaded(step.id)) ? [step.stop] : [];
    }),
  );
</script>

<dl class="flex flex-wrap gap-x-8 gap-y-1" aria-label="Needles" data-testid="needle-plan">
  <div>
    <dt class="label">Thread before the start</dt>
    <dd>
      {needles.before.length
        ? needles.before.map(({ needle, thread }) => `needle ${needle} with ${thread}`).join(', ')
        : 'nothing: all is on'}
    </dd>
  </div>
  <div>
    <dt class="label">Key in halts at stops</dt>
    <dd>{halts.length ? halts.join(', ') : 'none: it sews through'}</dd>
  </div>
  {#if needles.during.length}
    <div class="basis-full">
      <dt class="label">Thread on the way: more threads than needles</dt>
      {#each needles.during as { needle, thread, instead, stepId, title }, place (place)}
        <dd>
          before <button type="button" class="text-needle underline" onclick={() => onstep(stepId)}
            >{title}</button
          >: needle {needle}
          with {thread} instead of {instead}
        </dd>
      {/each}
    </div>
  {/if}
</dl>
