<script lang="ts">
  import type { PlanDrawing } from '../hoop/draw';
  import PlanStill from '../hoop/PlanStill.svelte';
  import CrossSection from '../score/CrossSection.svelte';
  import type { RunSession } from '../state/run-session.svelte';

  // The layers of this moment from the side, and the hoop from above.
  let { session, drawing }: { session: RunSession; drawing: PlanDrawing | null } = $props();
</script>

<section
  class="grid min-h-72 border-t border-rule bg-paper lg:min-h-0 lg:grid-rows-[minmax(0,1fr)_minmax(0,1fr)] lg:border-t-0 lg:border-l"
  aria-label="This moment"
>
  <div class="flex min-h-56 flex-col justify-center p-3 lg:min-h-0">
    {#if session.stack}<CrossSection stack={session.stack} step={session.step} large />{/if}
  </div>
  {#if drawing}<div class="min-h-64 border-t border-rule p-2 lg:min-h-0"><PlanStill {drawing} /></div>{/if}
</section>
