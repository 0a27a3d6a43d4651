<script lang="ts">
  import Machines from '$lib/ui/workshop/Machines.svelte';
</script>

<Machines />
