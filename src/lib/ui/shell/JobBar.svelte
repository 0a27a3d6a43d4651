<script lang="ts">
  import { jobs } from '../state/jobs.svelte';
</script>

{#if jobs.current}
  {@const { what, share, stop } = jobs.current}
  <div
    class="fixed inset-x-0 bottom-4 z-50 mx-auto flex w-[min(30rem,92vw)] items-center gap-3 rounded-lg border border-rule bg-paper p-3 shadow-xl"
    role="status"
  >
    <span class="min-w-0 flex-1">
      <span class="block truncate">{what} … {Math.round(share * 100)} %</span>
      <progress class="mt-1 w-full" value={share} max="1" aria-label={what}></progress>
    </span>
    <button type="button" class="btn" onclick={stop}>Stop</button>
  </div>
{/if}
