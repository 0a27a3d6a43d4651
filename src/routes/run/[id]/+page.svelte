<script lang="ts">
  import { page } from '$app/state';
  import RunPlace from '$lib/ui/run/RunPlace.svelte';
</script>

<!-- The next run is another session: nothing of the one before may be left. -->
{#key page.params.id}<RunPlace id={page.params.id ?? ''} />{/key}
