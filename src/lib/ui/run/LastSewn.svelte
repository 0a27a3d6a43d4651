<script lang="ts">
  import { workroom } from '../state/workroom.svelte';

  // When a build was sewn last: asked when its row is shown.
  let { buildId }: { buildId: string } = $props();
  const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
  let last = $state<number | null>();
  $effect(() => {
    void workroom.store.log.lastBegun(buildId).then((at) => (last = at));
  });
</script>

{last ? `, last sewn ${day.format(last)}` : last === null ? ', never sewn yet' : ''}
