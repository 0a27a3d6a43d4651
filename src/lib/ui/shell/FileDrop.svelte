<script lang="ts">
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import type { Imported } from '../state/import';
  import { jobs } from '../state/jobs.svelte';
  import { showNote, showProblem } from '../state/notices';

  // A file may be dropped anywhere; the page under it stays as it is until the file is good.
  let over = $state(0);
  let reading = $state('');
  let bundle = $state.raw<Extract<Imported, { kind: 'bundle' }> | null>(null);

  async function take(files: File[]) {
    for (const file of files) {
      reading = file.name;
      const { importFile } = await import('../state/import');
      const result = await importFile(file).catch(() => ({
        ok: false as const,
        problem: {
          code: 'unreadable',
          message: `${file.name} could not be read from the disk.`,
          next: 'Copy it to this computer and drop it again; nothing here was changed.',
        },
      }));
      reading = '';
      if (!result.ok) showProblem(result.problem);
      else if (result.value.kind === 'bundle') bundle = result.value;
      else {
        showNote(`${result.value.build.name} is here.`, 'Look over its roles and pieces before you cut.');
        await goto(resolve('/builds/[id]', { id: result.value.build.id }));
      }
    }
  }
  const hasFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files');
</script>

<svelte:window
  ondragenter={(e) => hasFiles(e) && over++}
  ondragleave={(e) => hasFiles(e) && (over = Math.max(0, over - 1))}
  ondragover={(e) => hasFiles(e) && e.preventDefault()}
  ondrop={(e) => {
    if (!hasFiles(e) || !e.dataTransfer || e.defaultPrevented) return;
    e.preventDefault();
    over = 0;
    void take([...e.dataTransfer.files]);
  }}
/>

{#if over > 0 || (reading && !jobs.current)}
  <div
    class="pointer-events-none fixed inset-3 z-30 grid place-items-center rounded-xl border-4 border-dashed border-needle bg-ground/85"
  >
    <p class="font-display text-3xl" role="status">
      {reading ? `Reading ${reading} …` : 'Drop the tape or bundle here'}
    </p>
  </div>
{/if}
{#if bundle}
  {#await import('../builds/BundleDialog.svelte') then { default: BundleDialog }}
    <BundleDialog name={bundle.name} bundle={bundle.bundle} onclose={() => (bundle = null)} />
  {/await}
{/if}
