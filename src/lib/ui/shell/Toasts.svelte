<script lang="ts">
  import { Toaster } from 'svelte-sonner';

  // It takes nothing from the application itself: an older page still finds it on a newer server.
  let { theme }: { theme: { current: 'light' | 'dark' } } = $props();
</script>

<Toaster position="bottom-center" theme={theme.current} closeButton />
