<script lang="ts">
  import DataSafety from '$lib/ui/workshop/DataSafety.svelte';
</script>

<DataSafety />
