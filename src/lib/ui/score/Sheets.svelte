<script lang="ts">
  import type { Build } from '$lib/core/build';
  import { showProblem } from '../state/notices';
  import { workroom } from '../state/workroom.svelte';

  // The sheets that came with the tape, opened beside the score.
  let { build }: { build: Build } = $props();
  /** Only what a browser shows without running it. */
  const SAFE = /^(application\/pdf|image\/(png|jpeg|webp)|text\/plain)$/;

  async function open(id: string) {
    const sheet = await workroom.store.sheet(id);
    if (!sheet)
      return showProblem({
        code: 'no-sheet',
        message: 'This sheet is not in this browser.',
        next: 'Drop its bundle again; the build itself is whole.',
      });
    const type = SAFE.test(sheet.type) ? sheet.type : 'text/plain';
    const url = URL.createObjectURL(new Blob([sheet.bytes.slice()], { type }));
    window.open(url, '_blank', 'noopener');
    setTimeout(() => URL.revokeObjectURL(url), 60_000);
  }
</script>

{#if build.documents.length}
  <ul class="flex flex-wrap gap-2" aria-label="Sheets that came with the tape" data-testid="sheets">
    {#each build.documents as sheet (sheet.id)}
      <li>
        <button type="button" class="btn btn-small" onclick={() => open(sheet.id)}>{sheet.name}</button>
      </li>
    {/each}
  </ul>
{/if}
