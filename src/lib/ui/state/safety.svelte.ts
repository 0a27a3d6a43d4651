import * as z from 'zod';
import type { MergeMode, RestoreSummary, WorkroomData } from '$lib/core/backup';
import { fail, timestampSchema } from '$lib/core/base';
import { attempt } from '$lib/store';
import { core } from '$lib/workers';
import { newId } from './ids';
import { jobs } from './jobs.svelte';
import { showNote, showProblem } from './notices';
import { workroom } from './workroom.svelte';

const schema = z.object({ lastAt: timestampSchema.nullable(), since: timestampSchema });
const DAY_MS = 86_400_000;
/** Of the bar: reading, before the rest. */
const READ_SHARE = 0.5;
const DRAW_SHARE = 0.2;
const { problem: unreadable } = fail(
  'bad-backup',
  'The pictures of this backup could not be read; nothing here was changed.',
  'Choose another backup, or try it in another browser.',
);
/** From this share on the browser's room is called nearly full. */
const NEARLY_FULL = 0.85;

/** Backups of the workroom, and how safe the browser keeps it. */
class Safety {
  lastAt = $state<number | null>(null);
  private since = $state(Date.now());
  persisted = $state<boolean | null>(null);
  usedBytes = $state<number | null>(null);
  quotaBytes = $state<number | null>(null);
  /** how the second copy of the workroom stands, in a sentence */
  copyWords = $state('');
  copyIsBehind = $state(false);
  readonly nearlyFull = $derived(!!this.quotaBytes && (this.usedBytes ?? 0) / this.quotaBytes > NEARLY_FULL);
  /** days without a backup, once they are too many; else null */
  readonly overdueDays = $derived.by(() => {
    const days = Math.floor((Date.now() - (this.lastAt ?? this.since)) / DAY_MS);
    return workroom.builds.length && days >= workroom.numbers['run.backupDays'] ? days : null;
  });

  async load() {
    const kept = schema.safeParse(await workroom.store.setting('backup')).data;
    if (kept) Object.assign(this, kept);
    else await this.keep();
    await this.look();
  }
  private keep() {
    return attempt(() => workroom.store.saveSetting('backup', { lastAt: this.lastAt, since: this.since }));
  }
  private async look() {
    this.persisted = (await navigator.storage?.persisted?.()) ?? null;
    const estimate = await navigator.storage?.estimate?.();
    this.usedBytes = estimate?.usage ?? null;
    this.quotaBytes = estimate?.quota ?? null;
    const { isKept, trouble } = workroom.store.copy;
    this.copyIsBehind = trouble !== null;
    this.copyWords = trouble
      ? `The second copy is behind (${trouble.replace(/\.$/, '')}): make a backup.`
      : !isKept
        ? 'This browser gives no room for a second copy: the more needed is a backup.'
        : 'A second copy lies in another place of this browser, in case it loses the first.';
  }
  /** Asks the browser not to clear the data by itself when the disk gets full. */
  async persist() {
    await navigator.storage?.persist?.();
    await this.look();
    if (!this.persisted)
      showNote('The browser did not promise it.', 'It decides by itself; install Jolt Step or make backups.');
  }

  /** The whole workroom as bytes; null when it could not be read, or was stopped. */
  pack(): Promise<Uint8Array | null> {
    return jobs.watch('Packing the backup', async (tell, signal) => {
      const whole = await this.mine((share) => tell(READ_SHARE * share), signal);
      if (!whole) return null;
      const packed = await core((worker) => worker.packBackup(whole));
      if (packed.ok) return packed.value;
      showProblem(packed.problem);
      return null;
    });
  }
  /** The same beside other work: no bar, nothing to stop. */
  async packQuietly(): Promise<Uint8Array | null> {
    const whole = await attempt(() => workroom.store.whole());
    const packed = whole.ok ? await core((worker) => worker.packBackup(whole.value)) : whole;
    return packed.ok ? packed.value : null;
  }
  private async mine(tell: (share: number) => void, signal: AbortSignal): Promise<WorkroomData | null> {
    const whole = await attempt(() => workroom.store.whole(tell, signal));
    if (whole.ok) return whole.value;
    if (!signal.aborted) showProblem(whole.problem);
    return null;
  }
  async noteBackup() {
    this.lastAt = Date.now();
    await this.keep();
    await this.look();
  }

  /** Reads a backup and tells what restoring it would do; nothing is changed yet. null: it cannot be read, or was stopped. */
  read(bytes: Uint8Array): Promise<{ backup: WorkroomData; summary: RestoreSummary } | null> {
    return jobs.watch('Reading the backup', async (tell, signal) => {
      const backup = await core((worker) => worker.readBackup(bytes));
      if (!backup.ok) {
        showProblem(backup.problem);
        return null;
      }
      tell(READ_SHARE);
      const { safePictures } = await import('./pictures');
      const safe = await attempt(() =>
        safePictures(backup.value, (share) => tell(READ_SHARE + DRAW_SHARE * share), signal),
      );
      if (!safe.ok || !safe.value.ok) {
        if (!signal.aborted) showProblem(safe.ok && !safe.value.ok ? safe.value.problem : unreadable);
        return null;
      }
      const rest = READ_SHARE + DRAW_SHARE;
      const mine = await this.mine((share) => tell(rest + (1 - rest) * share), signal);
      const { summarise } = await import('$lib/core/backup');
      return mine && { backup: safe.value.value, summary: summarise(mine, safe.value.value) };
    });
  }
  /** All or nothing, in one write. */
  async restore(backup: WorkroomData, mode: MergeMode): Promise<boolean> {
    const done = await jobs.watch('Restoring', async (tell, signal) => {
      const mine = await this.mine((share) => tell(READ_SHARE * share), signal);
      if (!mine) return false;
      const { mergeBackup } = await import('$lib/core/backup');
      const written = await attempt(() =>
        workroom.store.restore(mergeBackup(mine, backup, mode, newId), (share) =>
          tell(READ_SHARE + (1 - READ_SHARE) * share),
        ),
      );
      if (!written.ok) showProblem(written.problem);
      return written.ok;
    });
    if (!done) return false;
    await workroom.reload();
    return true;
  }
}
export const safety = new Safety();
