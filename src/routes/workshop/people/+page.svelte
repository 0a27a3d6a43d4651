<script lang="ts">
  import People from '$lib/ui/workshop/People.svelte';
</script>

<People />
