<script lang="ts">
  import type { PlanDrawing } from '../hoop/draw-plan';
  import PlanStill from '../hoop/PlanStill.svelte';
  import CrossSection from '../score/CrossSection.svelte';
  import type { RunSession } from '../state/run-session.svelte';

  // The layers of this moment from the side, and the hoop from above.
  let { session, drawing }: { session: RunSession; drawing: PlanDrawing | null } = $props();
</script>

<section
  class="grid border-t border-rule bg-paper sm:grid-cols-2 lg:min-h-0 lg:grid-cols-1 lg:grid-rows-[minmax(0,1fr)_minmax(0,1fr)] lg:border-t-0 lg:border-l"
  aria-label="This moment"
>
  <div class="flex h-88 min-w-0 flex-col p-3 sm:h-auto sm:min-h-88 lg:min-h-0">
    {#if session.stack}<CrossSection
        stack={session.stack}
        step={session.step}
        pieces={drawing?.plan.cut.pieces}
        size="large"
      />{/if}
  </div>
  {#if drawing}<div
      class="relative h-80 min-w-0 border-t border-rule p-2 sm:h-auto sm:min-h-88 sm:border-t-0 sm:border-l lg:min-h-0 lg:border-t lg:border-l-0"
    >
      <div class="h-full min-h-56"><PlanStill {drawing} /></div>
      {#if session.items > 1}<p class="absolute top-2 left-3 rounded bg-paper px-1 text-sm text-quiet">
          one of the {session.items}
        </p>{/if}
    </div>{/if}
</section>
