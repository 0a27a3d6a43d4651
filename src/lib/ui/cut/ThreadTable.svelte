<script lang="ts">
  import ThreadDot from '../kit/ThreadDot.svelte';
  import type { OrderPlan } from '$lib/core/order';
  import { bobbinsForOrder, bobbinWords, type ThreadPlan } from '$lib/core/thread';

  // Thread of one item and of the whole order, by name.
  let { thread, order }: { thread: ThreadPlan; order: OrderPlan } = $props();
  const items = $derived(order.designs);
  const bobbins = $derived(bobbinsForOrder(thread, order).map(bobbinWords).join(', '));
  const m = (v: number) => (v < 100 ? v.toFixed(1) : Math.round(v).toString());
</script>

<section class="mt-6 break-inside-avoid" aria-label="Thread" data-testid="thread">
  <h2 class="mb-1 text-xl">Thread</h2>
  <table class="w-full max-w-xl text-left">
    <thead class="label border-b border-rule"
      ><tr
        ><th class="py-1 font-normal" scope="col">Thread</th><th class="text-right font-normal" scope="col"
          >One item</th
        ><th class="text-right font-normal" scope="col">{items > 1 ? `For ${items}` : ''}</th></tr
      ></thead
    >
    <tbody class="divide-y divide-rule">
      {#each thread.byThread as { name, colour, metres }, place (place)}
        <tr
          ><td class="py-1"><span class="mr-2"><ThreadDot {colour} /></span>{name}</td><td class="text-right"
            >{m(metres)} m</td
          ><td class="text-right">{items > 1 ? `${m(metres * items)} m` : ''}</td></tr
        >
      {/each}
      <tr
        ><td class="py-1">Bobbin <span class="label">({m(thread.bobbinHoldsM)} m on one)</span></td><td
          class="text-right">{m(thread.bobbinM)} m</td
        ><td class="text-right">{items > 1 ? `${m(thread.bobbinM * items)} m, ${bobbins}` : ''}</td></tr
      >
    </tbody>
  </table>
</section>
