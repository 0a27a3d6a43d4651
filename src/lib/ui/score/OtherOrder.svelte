<script lang="ts">
  import type { BuildPlan } from '$lib/core/plan';
  import Fold from '../kit/Fold.svelte';
  import type { BuildEditor } from '../state/editor.svelte';
  import { takeEarlierOrder } from '../state/reorder';
  import OrderStrip from './OrderStrip.svelte';

  // A build whose blocks are sewn in another order than its tape came in: both orders, and the way back.
  let {
    editor,
    plan,
    blocks,
  }: {
    editor: BuildEditor;
    plan: BuildPlan;
    /** of the tape that it came on, by those of the one that is sewn */
    blocks: readonly (readonly number[])[];
  } = $props();

  const sewn = $derived(
    blocks.map((group, now) => {
      const title = plan.score.steps.find((s) => s.kind === 'needle' && s.block === now)?.title ?? '';
      const colour = plan.threads[now]?.colour ?? null;
      return group.map((block) => ({ number: block + 1, title, colour, standsOut: false }));
    }),
  );
  const came = $derived(
    sewn
      .flat()
      .toSorted((a, b) => a.number - b.number)
      .map((block) => [block]),
  );
  let isTaking = $state(false);
  async function back() {
    isTaking = true;
    await takeEarlierOrder(editor);
    isTaking = false;
  }
</script>

<div class="border-l-4 border-needle bg-needle-soft px-3 py-1" data-testid="other-order">
  <div class="flex flex-wrap items-center gap-3">
    <Fold class="flex-1">
      {#snippet title()}Sewn in another order than its tape came in.{/snippet}
      <div class="flex flex-col gap-3 pb-2">
        <OrderStrip label="As it came" groups={came} />
        <OrderStrip label="As it is sewn" groups={sewn} />
      </div>
    </Fold>
    <button type="button" class="btn self-start" disabled={isTaking} onclick={() => void back()}
      >Back to the order it came in</button
    >
  </div>
</div>
