<script lang="ts">
  import { resolve } from '$app/paths';
  import Paper from '$lib/ui/kit/Paper.svelte';
  import BatchSheet from '$lib/ui/batch/BatchSheet.svelte';
  import { followBatch, plan } from '$lib/ui/batch/plan.svelte';

  followBatch();
</script>

<svelte:head>
  <title>Batch sheet · Jolt Step</title>
</svelte:head>

<Paper disabled={!plan.schedule}>
  {#snippet actions()}<a class="btn" href={resolve('/batch')}>Back to Batch</a>{/snippet}
  {#if plan.problem}
    <p class="border-l-4 border-madder bg-madder-soft px-3 py-2" role="alert">
      {plan.problem.message}
      {plan.problem.next}
    </p>
  {:else if plan.batch && plan.schedule}
    <BatchSheet batch={plan.batch} schedule={plan.schedule} />
  {:else if plan.isReady && !plan.searching}
    <p>Nothing is left to plan: all that is wanted is done.</p>
  {:else}
    <p class="text-quiet" role="status">Working out who does what when …</p>
  {/if}
</Paper>
