<script lang="ts">
  import { count, formatLength, formatSize, heightOf, widthOf } from '$lib/core/base';
  import type { HoopEdge } from '$lib/core/thing';
  import { fieldAtOnce } from '$lib/core/workshop';
  import type { BuildPlan } from '$lib/core/plan';
  import type { HoopTable } from '../state/hoop-table.svelte';
  import { workroom } from '../state/workroom.svelte';
  import { arrowMove, FAR_MM } from '../shell/keys';
  import FieldDrawing from './FieldDrawing.svelte';

  // The hoop from above with all that lies in it; arrows move it.
  let { table, plan, edges }: { table: HoopTable; plan: BuildPlan; edges: readonly HoopEdge[] } = $props();
  const unit = $derived(workroom.unit);
  const length = (mm: number) => formatLength(Math.round(mm), unit);
  const { trace, clearance, places } = $derived(table);
  const { hoop } = $derived(plan.hooping);

  const positions = $derived.by(() => {
    const { over, field } = plan.hooping;
    const half = fieldAtOnce(hoop).heightMm / 2 - field.inset;
    return (over?.centres ?? []).map((y, k) => ({ k, from: y - half, to: y + half }));
  });
  const words = $derived(
    places.length
      ? `Hoop ${hoop.name} from above, ${count(places.length, 'item')} in it.`
      : `Hoop ${hoop.name} from above; the items do not fit it.`,
  );
  function onkeydown(event: KeyboardEvent) {
    const by = arrowMove(event);
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    table.move(...by);
  }
</script>

<!-- Two ways to go, so it is no slider that a reader would know; its words say what the arrows do. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
  class="min-h-0 flex-1 rounded"
  role="group"
  aria-label="What lies in the hoop: arrows move it by 1 mm, with Shift by {FAR_MM}"
  tabindex="0"
  {onkeydown}
>
  <FieldDrawing {table} magnetic={hoop.magnetic} label={words} {edges} {positions} />
</div>
<p class="label mt-1">
  {#if trace && clearance}
    Dashed: what the needle traces, {formatSize(
      Math.round(widthOf(trace)),
      Math.round(heightOf(trace)),
      unit,
    )}. To the frame: {length(clearance.left)} left, {length(clearance.right)} right, {length(
      clearance.above,
    )} above,
    {length(clearance.below)} below.
    {#if edges.length}Dash and dot: the edges of the cloth; a dot is a corner.{/if}
    {#if plan.machine.needles > 1}Needle 1 traces; the others sit beside it.{/if}
  {:else}
    So many do not lie in it: see how many do.
  {/if}
</p>
