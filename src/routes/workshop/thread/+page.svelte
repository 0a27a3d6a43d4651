<script lang="ts">
  import Bobbins from '$lib/ui/workshop/Bobbins.svelte';
  import NeedlePacks from '$lib/ui/workshop/NeedlePacks.svelte';
  import Threads from '$lib/ui/workshop/Threads.svelte';
</script>

<Threads />
<Bobbins />
<NeedlePacks />
