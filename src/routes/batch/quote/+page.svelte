<script lang="ts">
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import QuoteView from '$lib/ui/batch/QuoteView.svelte';
  import { onMount } from 'svelte';
  import { theme } from '$lib/ui/state/theme.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  const order = $derived(
    workroom.workshop.orders.find(({ id }) => id === page.url.searchParams.get('order')),
  );
  onMount(() => theme.onPaper());
</script>

<svelte:head>
  <title>Quote · Jolt Step</title>
</svelte:head>

<div class="mx-auto max-w-[190mm] p-6 print:max-w-none print:p-0">
  {#if order}<QuoteView {order} />{:else}
    <h1 class="mb-2 text-3xl">Quote</h1>
    <p>
      There is no such order here. <a class="text-needle underline" href={resolve('/batch')}>To the orders</a>
    </p>
  {/if}
</div>
