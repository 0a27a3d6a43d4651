<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import { onMount } from 'svelte';
  import * as z from 'zod';
  import { page } from '$app/state';
  import OrderEditor from '$lib/ui/batch/OrderEditor.svelte';
  import OrderList from '$lib/ui/batch/OrderList.svelte';
  import { followBatch, plan } from '$lib/ui/batch/plan.svelte';
  import PlanView from '$lib/ui/batch/PlanView.svelte';
  import UndoButtons from '$lib/ui/kit/UndoButtons.svelte';
  import { takesHistoryKey } from '$lib/ui/shell/keys';
  import { isBatchPart, workshopSteps } from '$lib/ui/state/workshop-steps.svelte';
  import Part from '$lib/ui/kit/Part.svelte';
  import Tabs from '$lib/ui/kit/Tabs.svelte';
  import EmptyWorkroom from '$lib/ui/shell/EmptyWorkroom.svelte';
  import { addOrder } from '$lib/ui/state/orders';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  // Whole orders with a date: what is wanted, and who does what when.
  followBatch();
  const VIEWS = [
    ['orders', 'Orders'],
    ['plan', 'Plan'],
    ['price', 'Price'],
  ] as const;
  const VIEW = z.enum(VIEWS.map(([name]) => name)).catch('orders');
  let view = $state(VIEW.parse(page.url.searchParams.get('view')));
  let asked = $state(page.url.searchParams.get('order'));
  const orders = $derived(
    workroom.workshop.orders.toSorted((a, b) => Number(a.closedAt !== null) - Number(b.closedAt !== null)),
  );
  const chosen = $derived(orders.find(({ id }) => id === asked) ?? orders[0] ?? null);
  const own = $derived(plan.lines.filter(({ order }) => order.id === chosen?.id));
  const add = async () => {
    asked = await addOrder();
    view = 'orders';
  };
  let now = $state(Date.now());
  onMount(() => {
    const clock = setInterval(() => (now = Date.now()), 20_000);
    return () => clearInterval(clock);
  });
  const steps = $derived(workshopSteps.of(isBatchPart));
  const onkeydown = (event: KeyboardEvent) => takesHistoryKey(event, view === 'plan' ? plan : steps);
  const late = $derived(plan.late && plan.late.count > 0 ? { text: 'late', grave: true } : null);
</script>

<svelte:head>
  <title>Batch · Jolt Step</title>
</svelte:head>

<svelte:window {onkeydown} />

<div class="p-6 print:p-0">
  <header class="mb-3 flex flex-wrap items-center gap-3">
    <h1 class="mr-auto text-3xl">Batch</h1>
    {#if view === 'orders' && (workroom.workshop.orders.length || steps.canUndo)}<span
        class="no-print flex gap-2"><UndoButtons editor={steps} /></span
      >{/if}
    {#if workroom.builds.length}<button type="button" class="btn no-print" onclick={() => void add()}
        ><Plus size={18} />New order</button
      >{/if}
  </header>
  {#if workroom.builds.length === 0}
    <EmptyWorkroom />
  {:else if !orders.length}
    <p class="max-w-xl">
      No order is kept here yet. Press <strong>New order</strong>, say what is wanted by when, and the
      hoopings, who does what, and whether it can be done in time are worked out.
    </p>
  {:else}
    <Tabs
      views={VIEWS}
      bind:value={view}
      label="Views of the batch"
      rowClass="no-print mb-4"
      badge={(name) => (name === 'plan' ? late : null)}
    >
      {#if view === 'plan'}
        <PlanView {now} />
      {:else}
        <div class="grid grid-cols-[minmax(0,1fr)] gap-6 lg:grid-cols-[17rem_minmax(0,1fr)]">
          <OrderList
            {orders}
            lines={plan.lines}
            chosen={chosen?.id ?? null}
            onchoose={(id) => (asked = id)}
          />
          {#if chosen && view === 'orders'}<OrderEditor
              order={chosen}
              lines={own}
              onchoose={(id) => (asked = id)}
            />{:else if chosen}<Part load={() => import('$lib/ui/batch/PriceView.svelte')}
              >{#snippet children({ default: PriceView })}<PriceView
                  order={chosen}
                  lines={own}
                />{/snippet}</Part
            >{/if}
        </div>
      {/if}
    </Tabs>
  {/if}
</div>
