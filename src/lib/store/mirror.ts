import Dexie from 'dexie';
import * as z from 'zod';
import { pathOf, splitPath } from './changes';
import { isOfThisDevice, type JoltDb } from './db';
import type { Files } from './files';

/** Setting of a database that the copy has followed from the start to the end. */
export const COPY_MARK = 'second copy';
const isMark = (row: object) => 'key' in row && row.key === COPY_MARK;

/** What was put back; files that are damaged; files that did not answer, and may at the next opening. */
export interface PutBack {
  rows: number;
  damaged: number;
  late: number;
}
const NOTHING: PutBack = { rows: 0, damaged: 0, late: 0 };

/** The folder of files that did not answer in time. */
const LATE = 'late' as const;
/** Kept under their id as they are for good: that they are there is enough. */
const LASTING = ['tapes', 'documents', 'photos'];
/** Files that are read at the same time. */
const AT_A_TIME = 32;
/** Runs that may have changed since the copy was last looked over. */
const NEWEST_RUNS = 40;
/** A copy that does not answer must not hold up the needle, nor keep the workroom shut, ms. */
const PATIENCE_MS = 3000;
async function inTime<T>(answer: Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error('The second copy does not answer.')), PATIENCE_MS);
  });
  try {
    return await Promise.race([answer, late]);
  } finally {
    clearTimeout(timer);
  }
}

/** Rows are put back as they were; what is wrong in them is found where they are read. */
const rowSchema = z.looseObject({});
const eventsSchema = z.array(z.looseObject({ runId: z.string(), n: z.int() }));

/** A file name that every system takes, and a URI's decoding undoes; what the browser puts beside has a dot in its name. */
const nameOf = (id: string) =>
  Array.from(new TextEncoder().encode(id), (b) => {
    const c = String.fromCharCode(b);
    return /[\w-]/.test(c) ? c : `%${b.toString(16).padStart(2, '0').toUpperCase()}`;
  }).join('');
const isOurs = (name: string) => !name.includes('.');

/** One line of JSON, then the bytes of the row if it has any. */
const packed = (row: object): Blob => {
  const { bytes = null, ...rest } = row as { bytes?: Uint8Array<ArrayBuffer> };
  return new Blob([`${JSON.stringify(Array.isArray(row) ? row : rest)}\n`, bytes ?? '']);
};
async function unpacked(table: string, file: Blob): Promise<object[]> {
  const all = new Uint8Array(await file.arrayBuffer());
  const end = all.indexOf(10);
  const json: unknown = JSON.parse(new TextDecoder().decode(all.subarray(0, end)));
  if (table === 'events') return eventsSchema.parse(json);
  const row = rowSchema.parse(json);
  return [LASTING.includes(table) ? { ...row, bytes: all.slice(end + 1) } : row];
}
async function sameContent(a: Blob, b: Blob): Promise<boolean> {
  if (a.size !== b.size) return false;
  const [x, y] = await Promise.all([a.arrayBuffer(), b.arrayBuffer()]);
  const other = new Uint8Array(y);
  return new Uint8Array(x).every((byte, i) => byte === other[i]);
}

/**
 * The workroom once more, in files that the browser keeps apart from its databases: a browser that is cut off in the middle
 * of a write may throw a whole database away when it opens the next time. Follows every change that this page stores; each
 * file is written from what the database says at that moment, so that it does not matter in which order.
 */
export class Mirror {
  private readonly due = new Set<string>();
  private working: Promise<void> | null = null;
  private files: Files | null = null;
  /** the database carries the mark of one that this copy follows */
  private marked = false;
  /** why it is behind, as the browser says it */
  trouble: string | null = null;
  /** it did not answer in time: until it does, nobody waits for it */
  private hangs = false;
  /** told once each time that it falls behind */
  ontrouble: (why: string) => void = () => undefined;

  constructor(
    private readonly db: JoltDb,
    private readonly openFiles: () => Promise<Files | null>,
  ) {}
  get isKept(): boolean {
    return this.files !== null;
  }
  /**
   * Opens the files. A database without its mark is new, or a browser has lost the one before: what the copy holds and the
   * database does not is put back.
   * @param tell the share that is read, 0-1; not called when there is nothing
   * @throws when it cannot be put back: the copy is left as it is until the next opening
   */
  async open(tell: (share: number) => void): Promise<PutBack> {
    this.marked = await this.isMarked();
    const files = await inTime(this.openFiles()).catch((): typeof LATE => LATE);
    if (files === LATE) return this.isLate({ ...NOTHING, late: 1 });
    const back = files && !this.marked ? await this.putBack(files, tell) : NOTHING;
    // What may be read the next time must be there then: nothing is followed until all was.
    if (back.late) return this.isLate(back);
    this.files = files;
    return back;
  }
  private isLate(back: PutBack): PutBack {
    this.isBehind(`${back.late} of its files did not answer`);
    return back;
  }
  private async isMarked(): Promise<boolean> {
    return (await this.db.settings.get(COPY_MARK)) !== undefined;
  }

  /** Brings the files of what has changed up to the database, in the background. */
  follow(paths: Iterable<string>): void {
    if (!this.files) return;
    for (const path of paths) this.due.add(path);
    if (this.due.size)
      this.working ??= Dexie.ignoreTransaction(() => this.work(this.due)).finally(() => this.rest());
  }
  private rest() {
    this.working = null;
    this.hangs = false;
    // What came while it came to its end; what failed waits for the next change.
    if (!this.trouble) this.follow([]);
  }
  private async work(paths: Set<string>) {
    let at: string | undefined;
    try {
      // A database that vanished under this page says nothing of what the copy should hold.
      if (this.marked && !(await this.isMarked())) {
        paths.clear();
        throw new Error('The database is gone.');
      }
      for (at of paths) {
        paths.delete(at);
        await this.copy(at);
      }
      this.trouble = null;
    } catch (error) {
      // The database has it; it is tried again at the next change.
      if (at !== undefined) for (const path of [at, ...paths]) this.due.add(path);
      this.isBehind(error instanceof Error ? error.message : String(error));
    }
  }
  private isBehind(why: string) {
    const isNew = this.trouble === null;
    this.trouble = why;
    if (isNew) this.ontrouble(why);
  }
  private copy(path: string): Promise<void> {
    const [table, id] = splitPath(path);
    const files = this.files as Files;
    const now = async () => {
      const row = await this.rowOf(table, id);
      if (!row) return files.remove(table, nameOf(id));
      const content = packed(row);
      const there = await files.read(table, nameOf(id));
      if (!there || !(await sameContent(there, content))) await files.write(table, nameOf(id), content);
    };
    // Two tabs may be at the same file; the later one finds the newer rows.
    return globalThis.navigator?.locks ? navigator.locks.request(`second copy, ${path}`, now) : now();
  }
  private async rowOf(table: string, id: string): Promise<object | undefined> {
    if (table !== 'events') return this.db.table<object, string>(table).get(id);
    const rows = await this.db.events.where('runId').equals(id).sortBy('n');
    return rows.length ? rows : undefined;
  }

  /** Brings a run up to what the database says of it: a page that was cut off may have left its last event only there. */
  async bringUp(runId: string): Promise<void> {
    this.follow([`runs/${runId}`, pathOf('events', [runId])]);
    await this.settled();
  }
  /** When what was stored until now is in the copy too, or cannot be. One that hangs is waited for once, not at each press. */
  async settled(): Promise<void> {
    if (!this.working || this.hangs) return;
    const { working } = this;
    await inTime(working).catch((error: unknown) => {
      if (this.working !== working) return;
      this.hangs = true;
      this.isBehind(error instanceof Error ? error.message : String(error));
    });
  }
  /** Brings the copy up to the database: what it misses after a cut, and all of it the first time. */
  async reconcile(): Promise<void> {
    const { files, db } = this;
    if (!files) return;
    const runs = await db.runs.orderBy('createdAt').reverse().primaryKeys();
    const newest = new Set(runs.slice(0, NEWEST_RUNS));
    for (const { name: table } of db.tables) {
      if (isOfThisDevice(table)) continue;
      const ids =
        table === 'events' ? runs : ((await db.table(table).toCollection().primaryKeys()) as string[]);
      const names = new Set(ids.map(nameOf));
      const there = new Set(await files.list(table));
      const mayDiffer = (id: string) =>
        table === 'runs' || table === 'events' ? newest.has(id) : !LASTING.includes(table);
      const behind = ids.filter((id) => !there.has(nameOf(id)) || mayDiffer(id));
      // Gone, or come since the database was asked: each is looked at once more.
      const strange = [...there].filter((name) => isOurs(name) && !names.has(name)).map(decodeURIComponent);
      await this.work(new Set([...behind, ...strange].map((id) => `${table}/${id}`)));
      if (this.trouble) return;
    }
    if (this.marked) return;
    await db.settings.put({ key: COPY_MARK, value: true });
    this.marked = true;
  }
  private async putBack(files: Files, tell: (share: number) => void): Promise<PutBack> {
    const found = { ...NOTHING };
    const names = new Map<string, string[]>();
    for (const { name } of this.db.tables) names.set(name, (await files.list(name)).filter(isOurs));
    const all = [...names.values()].reduce((sum, of) => sum + of.length, 0);
    let read = 0;
    const rowsIn = async (table: string, name: string): Promise<object[]> => {
      const file = await inTime(files.read(table, name)).catch(() => (found.late++, null));
      return file ? unpacked(table, file).catch(() => (found.damaged++, [])) : [];
    };
    for (const { name: table, core } of this.db.tables) {
      const rows: object[] = [];
      const waiting = names.get(table) ?? [];
      while (waiting.length) {
        const part = await Promise.all(waiting.splice(0, AT_A_TIME).map((name) => rowsIn(table, name)));
        rows.push(...part.flat());
        tell((read += part.length) / all);
      }
      // All or none of a table; the mark comes last of all, so that what was cut off here is begun again.
      await this.db.transaction('rw', table, async () => {
        const of = this.db.table<object>(table);
        const there = new Set((await of.toCollection().primaryKeys()).map(String));
        const missing = rows.filter(
          (row) => !isMark(row) && !there.has(String(core.schema.primaryKey.extractKey?.(row))),
        );
        await of.bulkAdd(missing);
        found.rows += missing.length;
      });
    }
    return found;
  }
}
