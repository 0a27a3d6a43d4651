<script lang="ts">
  import { resolve } from '$app/paths';
  import { count } from '$lib/core/base';
  import type { Build } from '$lib/core/build';
  import type { BuildEditor } from '../state/editor.svelte';

  // A build that no score can be made of, and the ways back.
  let { editor, build, onexport }: { editor: BuildEditor; build: Build; onexport: () => void } = $props();
</script>

<section class="m-8 max-w-xl" role="alert" data-testid="fault">
  <h1 class="mb-2 text-3xl">{build.name} cannot be worked out as it stands.</h1>
  <p class="mb-4">
    Nothing is lost: its tape and every decision are stored. Take back what was changed last, or keep a file
    of it.
  </p>
  <div class="flex flex-wrap gap-2">
    {#if editor.canUndo}<button type="button" class="btn btn-strong" onclick={() => editor.undo()}
        >Undo</button
      >{/if}
    {#if build.edits.length}<button type="button" class="btn" onclick={() => editor.change({ edits: [] })}
        >Leave out the {count(build.edits.length, 'change')} of its steps</button
      >{/if}
    <button type="button" class="btn" onclick={onexport}>Export it</button>
    <a class="btn" href={resolve('/builds')}>To the builds</a>
  </div>
</section>
