<script lang="ts">
  import type { Snippet } from 'svelte';
  import { onMount } from 'svelte';
  import { theme } from '../state/theme.svelte';

  interface Props {
    /** beside "Print" */
    actions: Snippet;
    disabled?: boolean;
    children: Snippet;
  }
  let { actions, disabled = false, children }: Props = $props();
  // Paper is white: what is seen is what is printed, in a dark workroom too.
  onMount(() => theme.onPaper());
</script>

<div class="mx-auto max-w-[190mm] p-6 text-[13px] print:max-w-none print:p-0">
  <p class="no-print mb-4 flex flex-wrap items-center gap-3">
    <button type="button" class="btn btn-strong" {disabled} onclick={() => print()}>Print</button>
    {@render actions()}
  </p>
  {@render children()}
</div>
