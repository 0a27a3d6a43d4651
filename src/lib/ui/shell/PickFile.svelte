<script lang="ts">
  import FileUp from '@lucide/svelte/icons/file-up';

  // The picker hands its files to the drop target of the page, so that both ways in are one.
  let { strong = false }: { strong?: boolean } = $props();
  let input: HTMLInputElement;

  function take() {
    if (!input.files?.length) return;
    const transfer = new DataTransfer();
    for (const file of input.files) transfer.items.add(file);
    window.dispatchEvent(new DragEvent('drop', { dataTransfer: transfer, cancelable: true }));
    input.value = '';
  }
</script>

<button type="button" class={['btn', strong && 'btn-strong']} onclick={() => input.click()}
  ><FileUp size={18} />Choose a file</button
>
<input
  bind:this={input}
  type="file"
  class="hidden"
  accept=".dst,.DST,.csv,.json,.zip"
  multiple
  onchange={take}
  data-testid="file-input"
/>
