<script lang="ts">
  import Guard from './Guard.svelte';
  import { AlertDialog, Dialog } from 'bits-ui';
  import type { Snippet } from 'svelte';

  let {
    open = $bindable(false),
    title,
    wide = false,
    asks = false,
    onclosed,
    children,
  }: {
    open: boolean;
    title: string;
    wide?: boolean;
    /** whether something may be replaced: it is answered by its own buttons, not by a press beside it */
    asks?: boolean;
    /** may take the focus elsewhere than back to where it came from */
    onclosed?: (event: Event) => void;
    children: Snippet;
  } = $props();
  const Parts = $derived(asks ? AlertDialog : Dialog);
  /** A notice over the dialog is answered without closing it. */
  const isNotice = (target: EventTarget | null) =>
    target instanceof Element && target.closest('[data-sonner-toaster]') !== null;
</script>

<Parts.Root bind:open>
  <Parts.Portal>
    <Parts.Overlay class="fixed inset-0 z-40 bg-black/50" />
    <Parts.Content
      onCloseAutoFocus={onclosed}
      onInteractOutside={(e) => isNotice(e.target) && e.preventDefault()}
      class={[
        'fixed top-1/2 left-1/2 z-50 max-h-[90vh] -translate-1/2 overflow-auto rounded-lg border border-rule bg-paper p-6 text-ink shadow-xl',
        wide ? 'w-[min(52rem,96vw)]' : 'w-[min(34rem,94vw)]',
      ]}
    >
      <Parts.Title class="mb-4 font-display text-xl">{title}</Parts.Title>
      <Guard what="What belongs here">{@render children()}</Guard>
    </Parts.Content>
  </Parts.Portal>
</Parts.Root>
