<script lang="ts">
  import type { NeedlePlan } from '$lib/core/thread';

  // A machine of several needles: what is threaded before the start and on the way, and at which stops it must halt.
  let {
    needles,
    halts,
    onstep,
  }: { needles: NeedlePlan; halts: readonly number[]; onstep: (stepId: string) => void } = $props();
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
