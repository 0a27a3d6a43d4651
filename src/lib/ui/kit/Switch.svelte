<script lang="ts">
  import { Switch } from 'bits-ui';
  import type { Snippet } from 'svelte';

  // A setting that is on or off from the moment it is pressed.
  interface Props {
    checked: boolean;
    onchange: (checked: boolean) => void;
    children: Snippet;
  }
  let { checked, onchange, children }: Props = $props();
  // As it was pressed, at once.
  let shown = $derived(checked);
</script>

<label class="flex min-h-11 items-center gap-3"
  ><Switch.Root
    bind:checked={() => shown, (on) => onchange((shown = on))}
    class="flex h-6 w-11 shrink-0 items-center rounded-full border-2 border-quiet bg-paper p-0.5 data-[state=checked]:border-needle data-[state=checked]:bg-needle"
    ><Switch.Thumb
      class="size-4 rounded-full bg-quiet transition-transform data-[state=checked]:translate-x-5 data-[state=checked]:bg-paper"
    /></Switch.Root
  >{@render children()}</label
>
