<script lang="ts">
  import { count } from '$lib/core/base';
  import { orderSums, type LineProgress } from '$lib/core/batch';
  import type { CustomerOrder } from '$lib/core/workshop';
  import { dueWords, orderName } from './words';

  // The orders, open ones first; each with how far it has come.
  interface Props {
    orders: readonly CustomerOrder[];
    lines: readonly LineProgress[];
    chosen: string | null;
    onchoose: (id: string) => void;
  }
  let { orders, lines, chosen, onchoose }: Props = $props();
  const rows = $derived(
    orders.map((order) => ({ order, ...orderSums(lines.filter((l) => l.order.id === order.id)) })),
  );
</script>

<ul class="flex flex-col gap-1">
  {#each rows as { order, wanted, done, inWork, due } (order.id)}
    <li>
      <button
        type="button"
        class={[
          'w-full rounded border px-3 py-2 text-left',
          order.id === chosen ? 'border-needle bg-needle-soft' : 'border-rule bg-paper hover:border-quiet',
        ]}
        aria-pressed={order.id === chosen}
        onclick={() => onchoose(order.id)}
      >
        <strong class="block">{orderName(order)}</strong>
        <span class="label block">
          {#if order.closedAt !== null}put away ·
          {/if}{#if wanted && done >= wanted}all {count(wanted, 'item')} done{:else}{done} of {count(
              wanted,
              'item',
            )} done{inWork ? `, ${inWork} in work` : ''}{/if}
        </span>
        {#if due}<span class="label block">due {dueWords(due)}</span>{/if}
        {#if wanted}<progress
            class="mt-1.5 w-full"
            value={done}
            max={wanted}
            aria-label="Done of {orderName(order)}"
          ></progress>{/if}
      </button>
    </li>
  {/each}
</ul>
