<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import { count, formatNumber } from '$lib/core/base';
  import type { OneTapeOrder } from '$lib/core/run';
  import { oneTapeInWorker, type OneTapeAnswer } from '$lib/workers';
  import Check from '../kit/Check.svelte';
  import Radios from '../kit/Radios.svelte';
  import { saveBytesAs } from '../kit/save-as';
  import { showProblem } from '../state/notices';
  import { handCalls, itemsOf, laidAsSewn, type SewnPart } from './one-tape';

  // In which order all items of the hooping are sewn as one file, what that costs, and the file.
  interface Props {
    parts: readonly SewnPart[];
    name: string;
  }
  let { parts, name }: Props = $props();
  const isOne = $derived(parts.length === 1);
  const orders = $derived<Order[]>(
    isOne ? ['block-by-block', 'item-by-item'] : ['design-by-design', 'block-by-block', 'item-by-item'],
  );
  type Order = OneTapeOrder['order'];
  let chosen = $state<Order | null>(null);
  const order = $derived(chosen ?? orders[0] ?? 'block-by-block');
  let merges = $state(false);
  let made = $state.raw<Partial<Record<Order, OneTapeAnswer>>>({});

  const laid = $derived(laidAsSewn(parts));
  $effect(() => {
    const stops = merges ? 'merge-same-thread' : 'keep';
    let isOver = false;
    made = {};
    for (const each of orders)
      void oneTapeInWorker({ laid, order: each, stops }).then((answer) => {
        if (isOver) return;
        if (answer.ok) made = { ...made, [each]: answer.value };
        else showProblem(answer.problem);
      });
    return () => (isOver = true);
  });
  const cost = (each: Order) => {
    const told = made[each];
    if (!told) return 'working it out …';
    return `${count(told.stops, 'stop')}, hands are called ${count(handCalls(parts, each), 'time')}, ${formatNumber(told.jumpMm / 1000)} m of jumps`;
  };
  const NAMES: Record<Order, string> = {
    'design-by-design': 'Build after build',
    'block-by-block': 'Block by block',
    'item-by-item': 'Item by item',
  };
  const options = $derived(orders.map((each) => [each, NAMES[each], cost(each)] as const));
  function save() {
    const told = made[order];
    if (told) saveBytesAs(`${name} ${count(itemsOf(parts), 'item')}.dst`, told.bytes);
  }
</script>

<div class="flex flex-col gap-2 pb-2">
  <Radios
    label="Order of sewing"
    value={order}
    {options}
    onchange={(next) => (chosen = next)}
    class="flex flex-col"
  />
  <p class="label">
    Run sews it {isOne ? 'block by block' : 'build after build'} by itself. Item by item a trouble spoils one item
    and not all; every piece is laid on its own.
  </p>
  <Check checked={merges} onchange={(on) => (merges = on)}>no stop between two items in one thread</Check>
  <button type="button" class="btn" disabled={!made[order]} onclick={save}
    ><Download size={16} />Save this tape</button
  >
</div>
