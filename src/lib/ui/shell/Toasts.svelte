<script lang="ts">
  import { Toaster } from 'svelte-sonner';
  import { theme } from '../state/theme.svelte';
</script>

<Toaster position="bottom-center" theme={theme.current} closeButton />
