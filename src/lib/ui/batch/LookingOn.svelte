<script lang="ts">
  import { plan } from './plan.svelte';

  // The order shown may still change: said where it is read on paper or laid ready, and not searched for.
</script>

{#if plan.searching}<span class="no-print label" role="status" data-testid="looking-on"
    >A better order is still looked for …</span
  >{/if}
