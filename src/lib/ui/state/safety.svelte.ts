import * as z from 'zod';
import type { MergeMode, RestoreSummary, WorkroomData } from '$lib/core/backup';
import { attempt } from '$lib/store';
import { core } from '$lib/workers';
import { newId } from './ids';
import { jobs } from './jobs.svelte';
import { showNote, showProblem } from './notices';
import { workroom } from './workroom.svelte';

const schema = z.object({ lastAt: z.number().nullable(), since: z.number() });
const DAY_MS = 86_400_000;
/** From this share on the browser's room is called nearly full. */
const NEARLY_FULL = 0.85;

/** Backups of the workroom, and how safe the browser keeps it. */
class Safety {
  lastAt = $state<number | null>(null);
  private since = $state(Date.now());
  persisted = $state<boolean | null>(null);
  usedBytes = $state<number | null>(null);
  quotaBytes = $state<number | null>(null);
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
  }
  /** Asks the browser not to clear the data by itself when the disk gets full. */
  async persist() {
    await navigator.storage?.persist?.();
    await this.look();
    if (!this.persisted)
      showNote('The browser did not promise it.', 'It decides by itself; install Jolt Step or make backups.');
  }

  /** The whole workroom as bytes; null when it could not be read. */
  async pack(): Promise<Uint8Array | null> {
    return jobs.watch('Packing the backup', async (tell) => {
      const whole = await attempt(() => workroom.store.whole());
      if (!whole.ok) {
        showProblem(whole.problem);
        return null;
      }
      tell(0.4);
      return core().packBackup(whole.value);
    });
  }
  async noteBackup() {
    this.lastAt = Date.now();
    await this.keep();
    await this.look();
  }

  /** Reads a backup and tells what restoring it would do; nothing is changed yet. */
  async read(bytes: Uint8Array): Promise<{ backup: WorkroomData; summary: RestoreSummary } | null> {
    const backup = await core().readBackup(bytes);
    const mine = await attempt(() => workroom.store.whole());
    for (const result of [backup, mine])
      if (!result.ok) {
        showProblem(result.problem);
        return null;
      }
    if (!backup.ok || !mine.ok) return null;
    const { summarise } = await import('$lib/core/backup');
    return { backup: backup.value, summary: summarise(mine.value, backup.value) };
  }
  /** All or nothing, in one write. */
  async restore(backup: WorkroomData, mode: MergeMode): Promise<boolean> {
    const done = await attempt(async () => {
      const { mergeBackup } = await import('$lib/core/backup');
      const mine = await workroom.store.whole();
      await workroom.store.restore(mergeBackup(mine, backup, mode, newId));
    });
    if (!done.ok) {
      showProblem(done.problem);
      return false;
    }
    await workroom.reload();
    return true;
  }
}
export const safety = new Safety();
