<script lang="ts">
  import { Checkbox } from 'bits-ui';
  import Tick from '@lucide/svelte/icons/check';
  import type { Snippet } from 'svelte';
  import type { ClassValue } from 'svelte/elements';

  // Yes or no, with its words beside it: a press anywhere on them counts.
  interface Props {
    checked: boolean;
    onchange: (checked: boolean) => void;
    /** what it is called where no words stand beside it */
    label?: string;
    children?: Snippet;
    class?: ClassValue;
    /** for a finger in a glove */
    large?: boolean;
    /** stands at the first of several lines */
    top?: boolean;
  }
  let { checked, onchange, label, children, class: own = '', large = false, top = false }: Props = $props();
  // As it was pressed, at once: what it changes may be worked out elsewhere first.
  let shown = $derived(checked);
</script>

<label class={['flex gap-2', top ? 'items-start' : 'items-center', own]}
  ><Checkbox.Root
    bind:checked={() => shown, (on) => onchange((shown = on))}
    aria-label={label}
    class={[
      'flex shrink-0 items-center justify-center rounded-sm border-2 bg-paper',
      'data-[state=checked]:border-needle data-[state=checked]:bg-needle data-[state=unchecked]:border-quiet',
      large ? 'size-6' : 'size-5',
      top && 'mt-1',
    ]}
    >{#snippet children({ checked: on })}{#if on}<Tick
          size={large ? 18 : 14}
          strokeWidth={4}
          class="text-paper"
          aria-hidden="true"
        />{/if}{/snippet}</Checkbox.Root
  >{@render children?.()}</label
>
