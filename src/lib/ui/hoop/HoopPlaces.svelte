<script lang="ts">
  import { count, formatLength, formatSize, type Path } from '$lib/core/base';
  import type { BuildPlan } from '$lib/core/plan';
  import type { HoopTable } from '../state/hoop-table.svelte';
  import { workroom } from '../state/workroom.svelte';
  import FieldDrawing from './FieldDrawing.svelte';

  // The hoop from above with all that lies in it; arrows move it.
  let { table, plan, outline }: { table: HoopTable; plan: BuildPlan; outline: Path } = $props();
  const unit = $derived(workroom.unit);
  const length = (mm: number) => formatLength(Math.round(mm), unit);
  const { field, trace, places } = $derived(table);

  const words = $derived(
    places.length
      ? `Hoop ${plan.hooping.hoop.name} from above, ${count(places.length, 'item')} in it.`
      : `Hoop ${plan.hooping.hoop.name} from above; the items do not fit it.`,
  );
  const FAR = 10;
  const BY: Record<string, [x: number, y: number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, 1],
    ArrowDown: [0, -1],
  };
  function onkeydown(event: KeyboardEvent) {
    const by = BY[event.key];
    if (!by || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    event.stopPropagation();
    const far = event.shiftKey ? FAR : 1;
    table.move(far * by[0], far * by[1]);
  }
</script>

<!-- Two ways to go, so it is no slider that a reader would know; its words say what the arrows do. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
  class="min-h-0 flex-1 rounded"
  role="group"
  aria-label="What lies in the hoop: arrows move it by 1 mm, with Shift by {FAR}"
  tabindex="0"
  {onkeydown}
>
  <FieldDrawing {field} {outline} {places} label={words} />
</div>
<p class="label mt-1">
  {#if trace}
    Dashed: what the needle traces, {formatSize(
      Math.round(trace.maxX - trace.minX),
      Math.round(trace.maxY - trace.minY),
      unit,
    )}. To the frame: {length(field.width / 2 + trace.minX)} left, {length(field.width / 2 - trace.maxX)} right,
    {length(field.height / 2 - trace.maxY)} above, {length(field.height / 2 + trace.minY)} below.
    {#if plan.machine.needles > 1}Needle 1 traces; the others sit beside it.{/if}
  {:else}
    So many do not lie in it: see how many do.
  {/if}
</p>
