<script lang="ts">
  import { Collapsible } from 'bits-ui';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import type { Snippet } from 'svelte';

  // What is only looked at now and then, behind one line. What lies within is made when it is opened.
  interface Props {
    title: Snippet;
    children: Snippet;
    open?: boolean;
    class?: string;
    testid?: string;
  }
  let { title, children, open = $bindable(false), class: own = '', testid }: Props = $props();
</script>

<Collapsible.Root bind:open class={own} data-testid={testid}>
  <Collapsible.Trigger class="flex items-center gap-1 py-1 text-left hover:underline"
    ><ChevronRight
      size={14}
      class={['shrink-0 transition-transform', open && 'rotate-90']}
    />{@render title()}
  </Collapsible.Trigger>
  <Collapsible.Content>
    {#if open}{@render children()}{/if}
  </Collapsible.Content>
</Collapsible.Root>
