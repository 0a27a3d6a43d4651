<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import { count, itemAt } from '$lib/core/base';
  import { threadWords } from '$lib/core/build';
  import type { BuildPlan } from '$lib/core/plan';
  import { centresOf, sewnSteps, type OneTapeOrder } from '$lib/core/run';
  import { stopList } from '$lib/core/score';
  import type { Tape } from '$lib/core/tape';
  import { oneTapeInWorker, type OneTapeAnswer } from '$lib/workers';
  import Check from '../kit/Check.svelte';
  import Fold from '../kit/Fold.svelte';
  import Radios from '../kit/Radios.svelte';
  import { saveBytesAs } from '../kit/save-as';
  import { showProblem } from '../state/notices';

  // All items of the hooping as one file, for a machine that is given one: in which order, and what that costs.
  interface Props {
    /** the builds that lie in it, each with what is sewn for it */
    parts: { plan: BuildPlan; tape: Tape }[];
    name: string;
  }
  let { parts, name }: Props = $props();
  const isOne = $derived(parts.length === 1);
  const orders = $derived<Order[]>(
    isOne ? ['block-by-block', 'item-by-item'] : ['design-by-design', 'block-by-block', 'item-by-item'],
  );
  type Order = OneTapeOrder['order'];
  let open = $state(false);
  let chosen = $state<Order | null>(null);
  const order = $derived(chosen ?? orders[0] ?? 'block-by-block');
  let merges = $state(false);
  let made = $state.raw<Partial<Record<Order, OneTapeAnswer>>>({});

  // As it is sewn: what is passed over is left out, what is put in between stands in its place.
  const laid = $derived(
    parts.map(({ plan, tape }) => {
      const centres = centresOf(plan);
      return {
        places: plan.hooping.repeats?.places ?? [],
        calls: stopList(plan.score).filter(({ hands }) => hands.length).length,
        design: {
          tape,
          blocks: sewnSteps(plan).map(({ id, block, thread: own }) => {
            const { from, to } = itemAt(plan.design.reading.blocks, block);
            const thread = own ?? plan.threads[block];
            return {
              from,
              to,
              centreMm: centres[id],
              thread: thread ? `${threadWords(thread)} ${thread.colour}` : '',
            };
          }),
        },
      };
    }),
  );
  const items = $derived(laid.reduce((sum, { places }) => sum + places.length, 0));
  $effect(() => {
    if (!open) return;
    const designs = laid.map(({ design, places }) => ({ design, places }));
    const stops = merges ? 'merge-same-thread' : 'keep';
    let isOver = false;
    made = {};
    for (const each of orders)
      void oneTapeInWorker({ laid: designs, order: each, stops }).then((answer) => {
        if (isOver) return;
        if (answer.ok) made = { ...made, [each]: answer.value };
        else showProblem(answer.problem);
      });
    return () => (isOver = true);
  });
  const cost = (each: Order) => {
    const told = made[each];
    if (!told) return 'working it out …';
    const hands = laid.reduce(
      (sum, { calls, places }) => sum + calls * (each === 'item-by-item' ? places.length : 1),
      0,
    );
    return `${count(told.stops, 'stop')}, hands are called ${count(hands, 'time')}, ${(told.jumpMm / 1000).toFixed(1)} m of jumps`;
  };
  const NAMES: Record<Order, string> = {
    'design-by-design': 'Build after build',
    'block-by-block': 'Block by block',
    'item-by-item': 'Item by item',
  };
  const options = $derived(orders.map((each) => [each, NAMES[each], cost(each)] as const));
  function save() {
    const told = made[order];
    if (told) saveBytesAs(`${name} ${count(items, 'item')}.dst`, told.bytes);
  }
</script>

<Fold bind:open class="border-t border-rule pt-1" testid="one-tape"
  >{#snippet title()}<span class="flex min-h-10 items-center font-bold"
      >{items > 1 ? `One tape of all ${count(items, 'item')}` : 'One tape of all positions'}</span
    >{/snippet}
  <div class="flex flex-col gap-2 pb-2">
    <Radios
      label="Order of sewing"
      value={order}
      {options}
      onchange={(next) => (chosen = next)}
      class="flex flex-col"
    />
    <p class="label">
      Run sews it {isOne ? 'block by block' : 'build after build'} by itself. Item by item a trouble spoils one
      item and not all; every piece is laid on its own.
    </p>
    <Check checked={merges} onchange={(on) => (merges = on)}>no stop between two items in one thread</Check>
    <button type="button" class="btn" disabled={!made[order]} onclick={save}
      ><Download size={16} />Save this tape</button
    >
  </div>
</Fold>
