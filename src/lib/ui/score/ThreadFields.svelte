<script lang="ts">
  import Check from '../kit/Check.svelte';
  import { UNNAMED, type Thread } from '$lib/core/build';
  import type { BuildEditor } from '../state/editor.svelte';

  // What a block is sewn in.
  let { editor, block }: { editor: BuildEditor; block: number } = $props();
  const thread = $derived(editor.plan?.threads[block] ?? UNNAMED);
  const set = (change: Partial<Thread>) => {
    const { colour, metallic, number } = thread;
    editor.setThread(block, { name: thread.name || 'thread', colour, metallic, number, ...change });
  };
</script>

<div class="flex flex-col gap-1">
  <span class="label flex justify-between gap-3"
    >Thread <Check checked={thread.metallic ?? false} onchange={(on) => set({ metallic: on })}>metallic</Check
    ></span
  >
  <span class="flex items-center gap-1">
    <input
      type="color"
      class="h-11 w-11 p-1"
      aria-label="Thread colour"
      value={thread.colour}
      onchange={(e) => set({ colour: e.currentTarget.value })}
    />
    <input
      class="w-32"
      maxlength="60"
      aria-label="Thread name"
      placeholder="not named yet"
      value={thread.name}
      onchange={(e) => set({ name: e.currentTarget.value.trim() })}
    />
    <input
      class="w-20"
      maxlength="20"
      aria-label="Thread number"
      placeholder="number"
      value={thread.number ?? ''}
      onchange={(e) => set({ number: e.currentTarget.value.trim() || undefined })}
    />
  </span>
</div>
