<script lang="ts">
  import WatchRuns from '$lib/ui/run/WatchRuns.svelte';
</script>

<svelte:head>
  <title>Watch · Jolt Step</title>
</svelte:head>

<WatchRuns />
