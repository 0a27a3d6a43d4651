<script lang="ts">
  import OutlinePlace from '$lib/ui/outline/OutlinePlace.svelte';
</script>

<OutlinePlace />
