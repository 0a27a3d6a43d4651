<script lang="ts">
  import Radios from '../kit/Radios.svelte';
  import { onMount } from 'svelte';
  import Download from '@lucide/svelte/icons/download';
  import Upload from '@lucide/svelte/icons/upload';
  import type { MergeMode, RestoreSummary, WorkroomData } from '$lib/core/backup';
  import { count, formatNumber } from '$lib/core/base';
  import Dialog from '../kit/Dialog.svelte';
  import FolderBackups from './FolderBackups.svelte';
  import { saveBytesAs } from '../kit/save-as';
  import { showNote } from '../state/notices';
  import { safety } from '../state/safety.svelte';

  // Everything lies in this browser only: a file of it, and the way back.
  let opened = $state(false);
  let found = $state.raw<{ backup: WorkroomData; summary: RestoreSummary } | null>(null);
  let mode = $state<MergeMode>('mine');
  const KINDS: Record<RestoreSummary['kinds'][number]['kind'], [string, string]> = {
    builds: ['build', 'builds'],
    runs: ['run of the log', 'runs of the log'],
    movements: ['movement of the shelf', 'movements of the shelf'],
    tapes: ['tape', 'tapes'],
    sheets: ['sheet', 'sheets'],
    photos: ['picture', 'pictures'],
  };
  const MODES: [MergeMode, string][] = [
    ['mine', 'keep mine'],
    ['backup', 'take the backup’s'],
    ['both', 'keep both: builds and runs as copies'],
  ];
  const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeStyle: 'short' });
  const size = (bytes: number) =>
    bytes < 1e9
      ? `${formatNumber(Math.round(bytes / 1e5) / 10)} MB`
      : `${formatNumber(Math.round(bytes / 1e8) / 10)} GB`;
  const clash = $derived(
    !!found && (found.summary.workshopDiffers || found.summary.kinds.some((k) => k.differs > 0)),
  );
  onMount(() => void safety.load());

  async function save() {
    const bytes = await safety.pack();
    if (!bytes) return;
    saveBytesAs(`jolt-step-${new Date().toISOString().slice(0, 10)}.zip`, bytes, 'application/zip');
    await safety.noteBackup();
  }
  async function choose(event: Event & { currentTarget: HTMLInputElement }) {
    const [file] = event.currentTarget.files ?? [];
    event.currentTarget.value = '';
    if (file) await look(new Uint8Array(await file.arrayBuffer()));
  }
  /** What restoring it would do, before it is done. */
  async function look(bytes: Uint8Array) {
    found = await safety.read(bytes);
    opened = found !== null;
  }
  async function restore() {
    if (!found || !(await safety.restore(found.backup, mode))) return;
    opened = false;
    showNote('The backup is restored.', count(found.backup.builds.length, 'build') + ' came with it.');
  }
</script>

<section class="mt-10" aria-label="Data" data-testid="data">
  <h2 class="mb-1 text-2xl">Data</h2>
  <p class="mb-3 max-w-3xl text-quiet">
    Builds, tapes, stock, runs and pictures are kept in this browser, on this device. A backup is one ZIP of
    all of it.
  </p>
  <div class="flex flex-wrap items-center gap-3">
    <button type="button" class="btn btn-strong" onclick={save}><Download size={18} />Back up now</button>
    <label class="btn cursor-pointer"
      ><Upload size={18} />Restore …<input
        type="file"
        accept=".zip,application/zip"
        class="sr-only"
        onchange={choose}
        data-testid="restore-input"
      /></label
    >
    <span class={safety.overdueDays ? 'text-madder' : 'text-quiet'} data-testid="last-backup"
      >{safety.lastAt ? `Last backup: ${day.format(safety.lastAt)}.` : 'No backup was made here yet.'}</span
    >
  </div>
  <FolderBackups onrestore={look} />
  <p class={['mt-3', safety.copyIsBehind ? 'text-madder' : 'text-quiet']} data-testid="second-copy">
    {safety.copyWords}
  </p>
  <p class="mt-3 flex flex-wrap items-center gap-3">
    {#if safety.usedBytes !== null && safety.quotaBytes}
      <span class={safety.nearlyFull ? 'text-madder' : 'text-quiet'}
        >{size(safety.usedBytes)} used of {size(safety.quotaBytes)} that the browser gives{safety.nearlyFull
          ? ': nearly full. Make a backup, then remove pictures or builds that you no longer need.'
          : '.'}</span
      >
    {/if}
    {#if safety.persisted}<span class="text-quiet">The browser keeps it until you remove it yourself.</span>
    {:else if safety.persisted === false}<button
        type="button"
        class="btn btn-small"
        onclick={() => safety.persist()}>Ask the browser to keep it for good</button
      >{/if}
  </p>
</section>

<Dialog bind:open={opened} title="Restore this backup?" wide asks>
  {#if found}
    <p class="mb-3">
      {found.backup.workshop?.name ? `“${found.backup.workshop.name}”: ` : ''}{found.summary.names
        .slice(0, 6)
        .join(', ')}{found.summary.names.length > 6 ? ' …' : ''}
    </p>
    <table class="mb-3 w-full text-left" data-testid="restore-summary">
      <thead class="label border-b border-rule"
        ><tr
          ><th class="font-normal" scope="col"><span class="sr-only">What</span></th><th
            class="text-right font-normal"
            scope="col">New</th
          ><th class="text-right font-normal" scope="col">The same</th><th
            class="text-right font-normal"
            scope="col">Different</th
          ><th class="text-right font-normal" scope="col">Only here, stays</th></tr
        ></thead
      >
      <tbody class="divide-y divide-rule">
        {#each found.summary.kinds as k (k.kind)}
          <tr
            ><td>{KINDS[k.kind][1]}</td><td class="text-right">{k.added}</td><td class="text-right text-quiet"
              >{k.same}</td
            ><td class={['text-right', k.differs > 0 && 'font-bold text-madder']}>{k.differs}</td><td
              class="text-right text-quiet">{k.kept}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
    {#if found.summary.workshopDiffers}<p class="mb-2">Machines, stock or figures differ.</p>{/if}
    {#if clash}
      <fieldset class="mb-4 flex flex-wrap gap-4">
        <legend class="label">Where both have it and it differs</legend>
        <Radios
          label="Where both have it and it differs"
          value={mode}
          options={MODES}
          onchange={(chosen) => (mode = chosen)}
        />
      </fieldset>
    {/if}
    <div class="flex justify-end gap-2">
      <button type="button" class="btn" onclick={() => (opened = false)}>Leave it</button>
      <button type="button" class="btn btn-strong" onclick={restore}>Restore</button>
    </div>
  {/if}
</Dialog>
