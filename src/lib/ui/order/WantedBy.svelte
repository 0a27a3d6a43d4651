<script lang="ts">
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { linesThatWant, openOrders, orderProgress } from '$lib/core/batch';
  import { orderName } from '../batch/words';
  import { dueOn, isPast } from '../builds/due';
  import { addLine, addOrder } from '../state/orders';
  import { workroom } from '../state/workroom.svelte';

  // Who wants items of this build by when: what is due is said in the order, and only there.
  let { buildId, quantity }: { buildId: string; quantity: number } = $props();
  const now = Date.now();
  const wanted = $derived(
    linesThatWant(
      buildId,
      openOrders(orderProgress(workroom.workshop.orders, workroom.log.all, workroom.movements)),
    ),
  );
  async function order() {
    const id = await addOrder();
    await addLine(id, buildId, quantity, null);
    await goto(resolve(`/batch?order=${id}`));
  }
</script>

<section class="max-w-4xl" aria-labelledby="wanted-by">
  <h3 id="wanted-by" class="mb-1 text-lg">Wanted by</h3>
  {#if wanted.length}
    <ul class="divide-y divide-rule border-y border-rule">
      {#each wanted as { order, line, done } (line.id)}
        <li>
          <a
            class="flex min-h-11 flex-wrap items-center gap-x-4 px-2 hover:bg-paper"
            href={resolve(`/batch?order=${order.id}`)}
          >
            <strong class="flex-1">{orderName(order)}</strong>
            <span>{done} of {line.quantity} done</span>
            <span class={[line.due && isPast(line.due, now) && 'font-bold text-madder']}
              >{line.due ? dueOn(line.due) : 'no date'}</span
            >
          </a>
        </li>
      {/each}
    </ul>
  {:else}
    <p class="flex flex-wrap items-center gap-3 text-quiet">
      No open order asks for it, so it has no date.
      <button type="button" class="btn btn-small" onclick={order}>Make an order of it</button>
    </p>
  {/if}
</section>
