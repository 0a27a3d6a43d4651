<script lang="ts">
  import type { Problem } from '$lib/core/base';
  import { cutting } from './cutting.svelte';

  // Why there is nothing to cut, though builds are chosen.
  let { problem }: { problem: Problem } = $props();
</script>

<div class="max-w-xl" role="alert">
  <h2 class="mb-2 text-xl text-madder">{problem.message}</h2>
  <p class="mb-4">{problem.next}</p>
  <button type="button" class="btn" onclick={() => cutting.tryAgain()}>Try again</button>
</div>
