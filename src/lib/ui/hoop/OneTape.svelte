<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import { count, itemAt } from '$lib/core/base';
  import { threadWords } from '$lib/core/build';
  import type { BuildPlan } from '$lib/core/plan';
  import { sewnSteps } from '$lib/core/run';
  import { stopList } from '$lib/core/score';
  import type { Tape } from '$lib/core/tape';
  import { oneTapeInWorker, type OneTapeAnswer } from '$lib/workers';
  import Check from '../kit/Check.svelte';
  import Fold from '../kit/Fold.svelte';
  import Radios from '../kit/Radios.svelte';
  import { saveBytesAs } from '../kit/save-as';
  import { showProblem } from '../state/notices';

  // All items of the hooping as one file, for a machine that is given one: in which order, and what that costs.
  let { plan, tape, name }: { plan: BuildPlan; tape: Tape; name: string } = $props();
  const ORDERS = ['block-by-block', 'item-by-item'] as const;
  type Order = (typeof ORDERS)[number];
  let open = $state(false);
  let order = $state<Order>('block-by-block');
  let merges = $state(false);
  let made = $state.raw<Partial<Record<Order, OneTapeAnswer>>>({});

  const items = $derived(plan.hooping.repeats?.places.length ?? 0);
  // As it is sewn: what is passed over is left out, what is put in between stands in its place.
  const design = $derived({
    tape,
    blocks: sewnSteps(plan).map((step) => {
      const { from, to } = itemAt(plan.design.reading.blocks, step.block);
      const thread = step.thread ?? plan.threads[step.block];
      return { from, to, thread: thread ? `${threadWords(thread)} ${thread.colour}` : '' };
    }),
  });
  const calls = $derived(stopList(plan.score).filter(({ hands }) => hands.length).length);
  $effect(() => {
    const { repeats } = plan.hooping;
    if (!open || !repeats) return;
    const stops = merges ? 'merge-same-thread' : 'keep';
    let isOver = false;
    made = {};
    for (const each of ORDERS)
      void oneTapeInWorker({ design, repeats, order: each, stops }).then((answer) => {
        if (isOver) return;
        if (answer.ok) made = { ...made, [each]: answer.value };
        else showProblem(answer.problem);
      });
    return () => (isOver = true);
  });
  const cost = (each: Order) => {
    const told = made[each];
    if (!told) return 'working it out …';
    const hands = each === 'item-by-item' ? calls * items : calls;
    return `${count(told.stops, 'stop')}, hands are called ${count(hands, 'time')}, ${(told.jumpMm / 1000).toFixed(1)} m of jumps`;
  };
  const options = $derived([
    ['block-by-block', 'Block by block', cost('block-by-block')] as const,
    ['item-by-item', 'Item by item', cost('item-by-item')] as const,
  ]);
  function save() {
    const told = made[order];
    if (told) saveBytesAs(`${name} ${count(items, 'item')}.dst`, told.bytes);
  }
</script>

<Fold bind:open class="border-t border-rule pt-1" testid="one-tape"
  >{#snippet title()}<span class="flex min-h-10 items-center font-bold"
      >One tape of all {count(items, 'item')}</span
    >{/snippet}
  <div class="flex flex-col gap-2 pb-2">
    <Radios
      label="Order of sewing"
      value={order}
      {options}
      onchange={(next) => (order = next)}
      class="flex flex-col"
    />
    <p class="label">
      Run sews it block by block by itself. Item by item a trouble spoils one item and not all; every piece is
      laid on its own.
    </p>
    <Check checked={merges} onchange={(on) => (merges = on)}>no stop between two items in one thread</Check>
    <button type="button" class="btn" disabled={!made[order]} onclick={save}
      ><Download size={16} />Save this tape</button
    >
  </div>
</Fold>
