<script lang="ts">
  import { page } from '$app/state';
  import BuildPlace from '$lib/ui/score/BuildPlace.svelte';
</script>

<!-- A file dropped on a build leads to another build: begin anew with it. -->
{#key page.params.id}<BuildPlace id={page.params.id ?? ''} />{/key}
