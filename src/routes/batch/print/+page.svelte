<script lang="ts">
  import { resolve } from '$app/paths';
  import BatchSheet from '$lib/ui/batch/BatchSheet.svelte';
  import { followBatch, plan } from '$lib/ui/batch/plan.svelte';

  followBatch();
</script>

<svelte:head>
  <title>Batch sheet · Jolt Step</title>
</svelte:head>

<div class="mx-auto max-w-[190mm] p-6 text-[13px] print:max-w-none print:p-0">
  <p class="no-print mb-4 flex flex-wrap items-center gap-3">
    <button type="button" class="btn btn-strong" disabled={!plan.schedule} onclick={() => print()}
      >Print</button
    >
    <a class="btn" href={resolve('/batch')}>Back to Batch</a>
  </p>
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
</div>
