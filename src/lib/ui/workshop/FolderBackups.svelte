<script lang="ts">
  import FolderSync from '@lucide/svelte/icons/folder-sync';
  import NumberField from '../kit/NumberField.svelte';
  import { backupFolder } from '../state/folder.svelte';

  // Backups that the workroom keeps by itself, in a folder of the maker's own.
  let { onrestore }: { onrestore: (bytes: Uint8Array) => void } = $props();
  const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
  const SHOWN = 5;
  let all = $state(false);
  const files = $derived(all ? backupFolder.files : backupFolder.files.slice(0, SHOWN));
  /** jolt-step-2026-11-28-153000.zip → 28 Nov 2026, 15:30 */
  function moment(name: string): string {
    const [, date, h, m, s] = /(\d{4}-\d\d-\d\d)-(\d\d)(\d\d)(\d\d)/.exec(name) ?? [];
    const at = new Date(`${date}T${h}:${m}:${s}`);
    return Number.isNaN(at.getTime()) ? name : day.format(at);
  }
  async function restore(name: string) {
    const bytes = await backupFolder.read(name);
    if (bytes) onrestore(bytes);
  }
</script>

<section class="mt-5 max-w-3xl" aria-label="Backups in a folder" data-testid="folder">
  <h3 class="mb-1 font-bold">A folder of your own</h3>
  {#if !backupFolder.isOffered}
    <p class="text-quiet">
      This browser cannot write into a folder by itself: it reminds you of a backup instead.
    </p>
  {:else if backupFolder.name === null}
    <p class="mb-2 text-quiet">
      Pick a folder, on a stick or a shared drive: the workroom keeps a backup there by itself.
    </p>
    <button type="button" class="btn" onclick={() => backupFolder.choose()}
      ><FolderSync size={18} />Pick a folder …</button
    >
  {:else}
    <p class="mb-2 text-quiet">
      In “{backupFolder.name}”. {backupFolder.words}
      {backupFolder.lastAt ? `Last one: ${day.format(backupFolder.lastAt)}.` : ''}
    </p>
    {#if backupFolder.trouble}
      <p class="mb-2 border-l-4 border-madder bg-madder-soft px-3 py-1" role="alert">
        {backupFolder.trouble}
      </p>
    {/if}
    <div class="flex flex-wrap items-end gap-3">
      {#if backupFolder.mustAsk}
        <button type="button" class="btn btn-strong" onclick={() => backupFolder.allow()}
          >Allow it again</button
        >
      {:else}
        <button type="button" class="btn" onclick={() => backupFolder.backUp()}>Keep one there now</button>
      {/if}
      <NumberField
        label="Newest that are kept"
        value={backupFolder.keep}
        limits={{ min: 1, max: 60 }}
        onchange={(n) => backupFolder.setKeep(n)}
      />
      <button type="button" class="btn" onclick={() => backupFolder.choose()}>Another folder …</button>
      <button type="button" class="btn" onclick={() => backupFolder.forget()}>Keep none there</button>
    </div>
    {#if files.length}
      <ul class="mt-3 divide-y divide-rule border-y border-rule">
        {#each files as name, place (place)}
          <li class="flex min-h-11 items-center gap-3">
            <span class="flex-1">{moment(name)}</span>
            <button type="button" class="btn btn-small" onclick={() => restore(name)}>Restore …</button>
          </li>
        {/each}
      </ul>
      {#if backupFolder.files.length > SHOWN && !all}<button
          type="button"
          class="btn btn-small mt-2"
          onclick={() => (all = true)}>Show all {backupFolder.files.length}</button
        >{/if}
    {/if}
  {/if}
</section>
