import Dexie, {
  type DBCore,
  type DBCoreMutateRequest,
  type DBCoreTable,
  type DBCoreTransaction,
} from 'dexie';
import * as z from 'zod';
import type { JoltDb } from './db';
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

/** A file holds one row; of the events, all of a run. */
const pathOf = (table: string, key: unknown) =>
  `${table}/${String(table === 'events' ? (key as [string, number])[0] : key)}`;
const keysOf = (table: DBCoreTable, req: DBCoreMutateRequest): readonly unknown[] => {
  if (req.type === 'delete') return req.keys;
  // Nothing here clears whole tables.
  if (req.type === 'deleteRange') return [];
  return req.values.map((row: unknown) => table.schema.primaryKey.extractKey?.(row));
};
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
  const [x, y] = await Promise.all([a, b].map(async (v) => new Uint8Array(await v.arrayBuffer())));
  return x.every((byte, i) => byte === y[i]);
}

/**
 * The workroom once more, in files that the browser keeps apart from its databases: a browser that is cut off in the middle
 * of a write may throw a whole database away when it opens the next time. Follows every change that this page stores; each
 * file is written from what the database says at that moment, so that it does not matter in which order.
 */
export class SecondCopy {
  private readonly due = new Set<string>();
  private working: Promise<void> | null = null;
  private files: Files | null = null;
  /** the database carries the mark of one that this copy follows */
  private marked = false;
  /** why it is behind, as the browser says it */
  trouble: string | null = null;

  constructor(
    private readonly db: JoltDb,
    private readonly openFiles: () => Promise<Files | null>,
  ) {
    db.use({ stack: 'dbcore', name: 'second copy', create: (down) => this.watched(down) });
  }
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
    const files = await this.openFiles();
    this.marked = await this.isMarked();
    const back = files && !this.marked ? await this.putBack(files, tell) : NOTHING;
    // What may be read the next time must be there then: nothing is followed until all was.
    if (back.late) this.trouble = `${back.late} of its files did not answer`;
    else this.files = files;
    return back;
  }
  private async isMarked(): Promise<boolean> {
    return (await this.db.settings.get(COPY_MARK)) !== undefined;
  }

  /** Notes what a transaction changes; followed only when it is on the disk. */
  private watched(down: DBCore): DBCore {
    const changed = new WeakMap<DBCoreTransaction, Set<string>>();
    return {
      ...down,
      transaction: (stores, mode, options) => {
        const transaction = down.transaction(stores, mode, options);
        const paths = new Set<string>();
        changed.set(transaction, paths);
        if (mode === 'readwrite')
          (transaction as IDBTransaction).addEventListener('complete', () => this.follow(paths));
        return transaction;
      },
      table: (name) => {
        const table = down.table(name);
        return {
          ...table,
          mutate: (req) => {
            for (const key of keysOf(table, req)) changed.get(req.trans)?.add(pathOf(name, key));
            return table.mutate(req);
          },
        };
      },
    };
  }
  private follow(paths: Iterable<string>) {
    if (!this.files) return;
    for (const path of paths) this.due.add(path);
    if (this.due.size)
      this.working ??= Dexie.ignoreTransaction(() => this.work(this.due)).finally(
        () => (this.working = null),
      );
  }
  private async work(paths: Set<string>) {
    try {
      // A database that vanished under this page says nothing of what the copy should hold.
      if (this.marked && !(await this.isMarked())) throw new Error('The database is gone.');
      for (const path of paths) {
        paths.delete(path);
        await this.copy(path);
      }
      this.trouble = null;
    } catch (error) {
      // The database has it; the next looking over brings the copy up to it.
      paths.clear();
      this.trouble = error instanceof Error ? error.message : String(error);
    }
  }
  private copy(path: string): Promise<void> {
    const at = path.indexOf('/');
    const [table, id] = [path.slice(0, at), path.slice(at + 1)];
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
  /** When what was stored until now is in the copy too, or cannot be. */
  async settled(): Promise<void> {
    if (this.working) await inTime(this.working).catch(() => undefined);
  }
  /** Brings the copy up to the database: what it misses after a cut, and all of it the first time. */
  async lookOver(): Promise<void> {
    const { files, db } = this;
    if (!files) return;
    const runs = await db.runs.orderBy('createdAt').reverse().primaryKeys();
    const newest = new Set(runs.slice(0, NEWEST_RUNS));
    for (const { name: table } of db.tables) {
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
        const missing = rows.filter((row) => !isMark(row) && !there.has(String(core.schema.primaryKey.extractKey?.(row)))); // prettier-ignore
        await of.bulkAdd(missing);
        found.rows += missing.length;
      });
    }
    return found;
  }
}
