<script lang="ts">
  import Prices from '$lib/ui/workshop/Prices.svelte';
  import Stock from '$lib/ui/workshop/Stock.svelte';
</script>

<Stock />
<Prices />
