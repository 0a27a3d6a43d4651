<script lang="ts">
  import type { Snippet } from 'svelte';
  import Dialog from '../kit/Dialog.svelte';

  // Over Run: when it closes, the next press of space or pedal is the way on, not what opened it.
  interface Props {
    open: boolean;
    title: string;
    wide?: boolean;
    children: Snippet;
  }
  let { open = $bindable(false), ...rest }: Props = $props();
  function onclosed(event: Event) {
    event.preventDefault();
    document.querySelector<HTMLElement>('[data-testid="forward"]')?.focus();
  }
</script>

<Dialog bind:open {...rest} {onclosed} />
