<script lang="ts">
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

<div class={own} data-testid={testid}>
  <button
    type="button"
    class="tap flex items-center gap-1 py-1 text-left hover:underline"
    aria-expanded={open}
    onclick={() => (open = !open)}
    ><ChevronRight
      size={14}
      class={['shrink-0 transition-transform', open && 'rotate-90']}
    />{@render title()}
  </button>
  {#if open}{@render children()}{/if}
</div>
