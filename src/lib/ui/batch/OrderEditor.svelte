<script lang="ts">
  import Archive from '@lucide/svelte/icons/archive';
  import Copy from '@lucide/svelte/icons/copy';
  import Trash from '@lucide/svelte/icons/trash-2';
  import type { LineProgress } from '$lib/core/batch';
  import type { CustomerOrder } from '$lib/core/workshop';
  import Select from '../kit/Select.svelte';
  import { addLine, changeOrder, closeOrder, duplicateOrder, removeOrder } from '../state/orders';
  import { workroom } from '../state/workroom.svelte';
  import OrderLineRow from './OrderLineRow.svelte';
  import { orderName } from './words';

  // One order: for whom, and its lines with how far each has come.
  interface Props {
    order: CustomerOrder;
    lines: readonly LineProgress[];
    onchoose: (id: string) => void;
  }
  let { order, lines, onchoose }: Props = $props();
  const builds = $derived(workroom.builds.map((b) => [b.id, b.name] as const));
  const add = (buildId: string) => {
    const build = workroom.builds.find(({ id }) => id === buildId);
    // The next line is mostly due with the one before it.
    if (build) void addLine(order.id, buildId, build.order.quantity, order.lines.at(-1)?.due ?? null);
  };
</script>

<section aria-label="Order {orderName(order)}">
  <div class="mb-4 flex flex-wrap items-end gap-3">
    <label class="flex flex-col gap-1">
      <span class="label">For whom</span>
      <input
        class="w-72"
        maxlength={120}
        placeholder="nobody yet: for the shelf"
        value={order.customer}
        onchange={(e) => {
          const customer = e.currentTarget.value.trim();
          void changeOrder(order.id, (o) => ({ ...o, customer }));
        }}
      />
    </label>
    <span class="ml-auto flex flex-wrap gap-2">
      <button type="button" class="btn btn-small" onclick={() => void duplicateOrder(order.id).then(onchoose)}
        ><Copy size={16} />Once more</button
      >
      <button
        type="button"
        class="btn btn-small"
        onclick={() => void closeOrder(order.id, order.closedAt === null)}
        ><Archive size={16} />{order.closedAt === null ? 'Put away' : 'Take up again'}</button
      >
      <button type="button" class="btn btn-small" onclick={() => void removeOrder(order.id, orderName(order))}
        ><Trash size={16} />Take out</button
      >
    </span>
  </div>
  {#if lines.length}
    <ul class="divide-y divide-rule border-y border-rule">
      {#each lines as progress (progress.line.id)}<li><OrderLineRow {progress} /></li>{/each}
    </ul>
  {/if}
  <div class="mt-3 flex flex-wrap items-center gap-3">
    <Select
      class="min-h-11"
      label="One more line"
      value=""
      options={[['', lines.length ? 'one more line …' : 'what is wanted …'], ...builds]}
      onchange={add}
    />
    {#if !lines.length}<span class="text-quiet">Choose a build; how many and by when is said beside it.</span
      >{/if}
  </div>
  <label class="mt-5 flex max-w-2xl flex-col gap-1">
    <span class="label">Notes</span>
    <textarea
      rows="2"
      maxlength={5000}
      value={order.notes}
      onchange={(e) => {
        const notes = e.currentTarget.value;
        void changeOrder(order.id, (o) => ({ ...o, notes }));
      }}></textarea>
  </label>
</section>
