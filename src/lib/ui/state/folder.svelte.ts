import * as z from 'zod';
import { formatNumber, timestampSchema } from '$lib/core/base';
import { showNote } from './notices';
import { safety } from './safety.svelte';
import { beforeUpdate } from './update';
import { workroom } from './workroom.svelte';

/** The browser's own asking; its types are not in the platform's yet. */
interface Askable {
  queryPermission?(how: { mode: 'readwrite' }): Promise<PermissionState>;
  requestPermission?(how: { mode: 'readwrite' }): Promise<PermissionState>;
}
type Folder = FileSystemDirectoryHandle & Askable;
type Picker = (how: { id: string; mode: 'readwrite' }) => Promise<Folder>;

const DAY_MS = 86_400_000;
/** How often it is looked whether a day is over, ms. */
const LOOK_MS = 3_600_000;
const KEEP = 7;
const schema = z.object({ lastAt: timestampSchema.nullable(), keep: z.int().min(1).max(60) });
const OURS = /^jolt-step-\d{4}-\d\d-\d\d-\d{6}\.zip$/;
/** By the clock of this device: the newest has the last name. */
const fileName = (at: Date) => {
  const two = (n: number) => String(n).padStart(2, '0');
  const day = [at.getFullYear(), two(at.getMonth() + 1), two(at.getDate())].join('-');
  return `jolt-step-${day}-${[at.getHours(), at.getMinutes(), at.getSeconds()].map(two).join('')}.zip`;
};

/**
 * A folder of the maker's own, on a stick or a shared drive: the workroom keeps backups there by itself, each day, before an
 * update and after each finished run. Only where the browser offers it.
 */
class BackupFolder {
  readonly isOffered = typeof window !== 'undefined' && 'showDirectoryPicker' in window;
  private handle = $state.raw<Folder | null>(null);
  readonly name = $derived(this.handle?.name ?? null);
  lastAt = $state<number | null>(null);
  keep = $state(KEEP);
  /** why nothing can be written, in a sentence */
  trouble = $state<string | null>(null);
  /** the browser asks again before it lets anything be written */
  mustAsk = $state(false);
  /** backups that lie there, newest first */
  files = $state.raw<string[]>([]);
  private writing: Promise<boolean> | null = null;

  /** Opens what was chosen before, and keeps a backup each day from now on. */
  async start(): Promise<void> {
    if (!this.isOffered) return;
    const known = schema.safeParse(await workroom.store.setting('folder')).data;
    if (known) Object.assign(this, known);
    this.handle = (await workroom.store.folder()) as Folder | null;
    if (!this.handle) return;
    beforeUpdate(() => this.backUp());
    await this.daily();
    setInterval(() => void this.daily(), LOOK_MS);
  }
  private async daily() {
    if (Date.now() - (this.lastAt ?? 0) >= DAY_MS) await this.backUp();
    else await this.look();
  }
  /** The maker picks a folder; a first backup is kept there at once. */
  async choose(): Promise<void> {
    const { showDirectoryPicker } = window as unknown as { showDirectoryPicker: Picker };
    // Closed without choosing: all stays as it is.
    const handle = await showDirectoryPicker({ id: 'jolt-step', mode: 'readwrite' }).catch(() => null);
    if (!handle) return;
    await workroom.store.saveFolder(handle);
    this.handle = handle;
    beforeUpdate(() => this.backUp());
    await this.backUp();
  }
  async forget(): Promise<void> {
    await workroom.store.saveFolder(null);
    this.handle = null;
    this.trouble = null;
    this.files = [];
    beforeUpdate(() => Promise.resolve());
  }
  /** Asks the browser once more; only a press may do that. */
  async allow(): Promise<void> {
    await this.handle?.requestPermission?.({ mode: 'readwrite' });
    await this.backUp();
  }
  setKeep(keep: number) {
    this.keep = keep;
    void this.remember();
  }
  private remember = () => workroom.store.saveSetting('folder', { lastAt: this.lastAt, keep: this.keep });

  private async may(handle: Folder): Promise<boolean> {
    const state = (await handle.queryPermission?.({ mode: 'readwrite' })) ?? 'granted';
    this.mustAsk = state !== 'granted';
    if (this.mustAsk)
      this.isStuck(`The browser asks again before it writes into “${handle.name}”: press “Allow it again”.`);
    return !this.mustAsk;
  }
  private isStuck(why: string) {
    if (this.trouble !== why) showNote('No backup could be kept in your folder.', why, true);
    this.trouble = why;
  }
  /** Keeps a backup there, and of those the newest. True when it lies there. */
  backUp(): Promise<boolean> {
    this.writing ??= this.write().finally(() => (this.writing = null));
    return this.writing;
  }
  private async write(): Promise<boolean> {
    const { handle } = this;
    if (!handle || !(await this.may(handle))) return false;
    try {
      const bytes = await safety.packQuietly();
      if (!bytes) throw new Error('The workroom could not be packed.');
      const file = await handle.getFileHandle(fileName(new Date()), { create: true });
      const writable = await file.createWritable();
      await writable.write(bytes as Uint8Array<ArrayBuffer>);
      await writable.close();
      this.lastAt = Date.now();
      this.trouble = null;
      await this.remember();
      await safety.noteBackup();
      await this.look();
      for (const name of this.files.slice(this.keep)) await handle.removeEntry(name);
      this.files = this.files.slice(0, this.keep);
      return true;
    } catch (error) {
      const why = error instanceof Error ? error.message : String(error);
      this.isStuck(
        `“${handle.name}” could not be written (${why.replace(/\.$/, '')}). Is the stick in, the drive there?`,
      );
      return false;
    }
  }
  private async look() {
    const { handle } = this;
    if (!handle || !(await this.may(handle))) return;
    try {
      const names: string[] = [];
      for await (const name of handle.keys()) if (OURS.test(name)) names.push(name);
      this.files = names.sort().reverse();
    } catch {
      this.isStuck(`“${handle.name}” cannot be read. Is the stick in, the drive there?`);
    }
  }
  /** The bytes of one of its backups; null: it cannot be read, which is told. */
  async read(name: string): Promise<Uint8Array | null> {
    try {
      const file = await (await this.handle?.getFileHandle(name))?.getFile();
      return file ? new Uint8Array(await file.arrayBuffer()) : null;
    } catch {
      this.isStuck(`“${name}” cannot be read. Is the stick in, the drive there?`);
      return null;
    }
  }
  readonly words = $derived(
    `Each day, before an update and after each finished run; the newest ${formatNumber(this.keep)} are kept.`,
  );
}
export const backupFolder = new BackupFolder();
