import type * as z from 'zod';
import type { WorkroomData } from '$lib/core/backup';
import { buildSchema, type Build } from '$lib/core/build';
import { fail, ok, type Problem, type Result } from '$lib/core/problem';
import { applyChanges, movementSchema, reversed, type Movement } from '$lib/core/stock';
import { newWorkshop, workshopSchema, type Workshop } from '$lib/core/workshop';
import { JoltDb, type DocumentRecord, type TapeRecord } from './db';
import { privateFiles } from './files';
import { RunStore } from './run-store';
import { SecondCopy } from './second-copy';

export type NewTape = TapeRecord;
/** Builds of older versions lack what came later. */
const tapesOf = (build: Build) => [build.tapeId, ...(build.insertions ?? []).flatMap((i) => i.tapeId ?? [])];
const sheetsOf = (build: Build) => (build.documents ?? []).map((d) => d.id);

/** Dexie counts ten native versions to one of its own. */
const NATIVE_VERSIONS = 10;

/** Reads and writes of the workroom. Records that do not fit their schema are set aside, never dropped. */
export class Store {
  readonly log: RunStore;
  readonly copy: SecondCopy;
  private readonly setAside = new Map<string, number>();
  /** @param openFiles where the second copy is kept */
  constructor(
    private readonly db = new JoltDb(),
    openFiles = () => privateFiles(db.name),
  ) {
    this.copy = new SecondCopy(db, openFiles);
    this.log = new RunStore(db, this.copy, (what) => this.note(what));
  }
  private note(what: string) {
    this.setAside.set(what, (this.setAside.get(what) ?? 0) + 1);
  }
  /** What was found damaged since it was last asked, in words; it stays in the database, the rest opens. */
  takeDamaged(): string[] {
    const told = [...this.setAside].map(([what, n]) => (n > 1 ? `${what}, ${n} times` : what));
    this.setAside.clear();
    return told;
  }

  /** Tells what is wrong with the database, if anything, before the first screen. */
  async open(onblocked: (problem: Problem) => void = () => undefined): Promise<Problem | null> {
    // An older page in another tab keeps the old shape open; until it is closed nothing is written here.
    this.db.on('blocked', () => onblocked(blocked));
    // A newer page waits for this one: it lets go at once, and says so.
    this.db.on('versionchange', () => {
      this.db.close();
      onblocked(storeProblem(new Error('newer version')));
    });
    try {
      // Dexie would open newer data and add what it misses; it must stay untouched.
      const stored = (await indexedDB.databases?.())?.find(({ name }) => name === this.db.name);
      if ((stored?.version ?? 0) >= (this.db.verno + 1) * NATIVE_VERSIONS)
        return storeProblem(new Error('newer version'));
      await this.db.open();
      return null;
    } catch (error) {
      return storeProblem(error);
    }
  }

  async builds(): Promise<Build[]> {
    const rows = await this.db.builds.orderBy('changedAt').reverse().toArray();
    return this.sound(rows, buildSchema, (row) => `The build ${named(row)}`);
  }
  private sound<S extends z.ZodType>(
    rows: unknown[],
    schema: S,
    what: (row: unknown) => string,
  ): z.infer<S>[] {
    return rows.flatMap((row) => {
      const { data } = schema.safeParse(row);
      if (data === undefined) this.note(what(row));
      return data ?? [];
    });
  }
  async build(id: string): Promise<Build | null> {
    return buildSchema.safeParse(await this.db.builds.get(id)).data ?? null;
  }
  async saveBuild(build: Build): Promise<void> {
    await this.db.builds.put(build);
  }
  /**
   * Takes a build out; its tapes and sheets go with it when nothing else uses them. Runs stay in the log.
   * Answers all of them, so that it can be undone.
   */
  async removeBuild(id: string): Promise<{ tapes: NewTape[]; sheets: DocumentRecord[] }> {
    const { builds, tapes, runs, documents } = this.db;
    return this.db.transaction('rw', [builds, tapes, runs, documents], async () => {
      const build = await builds.get(id);
      await builds.delete(id);
      if (!build) return { tapes: [], sheets: [] };
      const gone = {
        tapes: (await tapes.bulkGet(tapesOf(build))).flatMap((t) => t ?? []),
        sheets: (await documents.bulkGet(sheetsOf(build))).flatMap((d) => d ?? []),
      };
      const others = await builds.toArray();
      const usedTapes = new Set([...others.flatMap(tapesOf), ...(await runs.toArray()).map((r) => r.tapeId)]);
      const usedSheets = new Set(others.flatMap(sheetsOf));
      await tapes.bulkDelete(tapesOf(build).filter((t) => !usedTapes.has(t)));
      await documents.bulkDelete(sheetsOf(build).filter((d) => !usedSheets.has(d)));
      return gone;
    });
  }
  /** A build with all its tapes and sheets in one go: none is ever stored without the others. */
  async addBuild(build: Build, own: NewTape[], sheets: DocumentRecord[] = []): Promise<void> {
    const { builds, tapes, documents } = this.db;
    await this.db.transaction('rw', [builds, tapes, documents], async () => {
      await tapes.bulkPut(own);
      await documents.bulkPut(sheets);
      await builds.put(build);
    });
  }
  async addTape(tape: NewTape): Promise<void> {
    await this.db.tapes.put(tape);
  }
  async sheet(id: string): Promise<DocumentRecord | null> {
    return (await this.db.documents.get(id)) ?? null;
  }
  async tape(id: string): Promise<Uint8Array | null> {
    return (await this.db.tapes.get(id))?.bytes ?? null;
  }

  async workshop(): Promise<Workshop> {
    const stored = await this.db.settings.get('workshop');
    const known = workshopSchema.safeParse(stored?.value).data;
    if (known || !stored) return known ?? newWorkshop();
    // It would be written over by the next change.
    await this.db.settings.put({
      key: `workshop, damaged, ${JSON.stringify(stored.value).length}`,
      value: stored.value,
    });
    this.note('The workshop’s figures');
    return newWorkshop();
  }
  async saveWorkshop(workshop: Workshop): Promise<void> {
    await this.db.settings.put({ key: 'workshop', value: workshop });
  }

  /** Newest first. */
  async movements(): Promise<Movement[]> {
    const rows = await this.db.movements.orderBy('at').reverse().toArray();
    return this.sound(rows, movementSchema, () => 'A movement of the shelf');
  }
  /** Shelf and history change together or not at all; a layout leaves the shelf only once. */
  async moveStock(movement: Movement): Promise<Result<Workshop>> {
    const { settings, movements } = this.db;
    return this.db.transaction('rw', settings, movements, async () => {
      if (movement.layoutId && (await this.isTaken(movement.layoutId)))
        return fail(
          'layout-taken',
          'This layout is in use already.',
          'Nothing was taken off the shelf again; take it back first to change it.',
        );
      const workshop = await this.workshop();
      const stock = applyChanges(workshop.stock, movement.changes);
      if (!stock.ok) return stock;
      const next = { ...workshop, stock: stock.value };
      await movements.add(movement);
      await this.saveWorkshop(next);
      return ok(next);
    });
  }
  private async isTaken(layoutId: string): Promise<boolean> {
    const same = await this.db.movements.where('layoutId').equals(layoutId).toArray();
    return same.some((m) => m.kind === 'cut' && !m.undone);
  }
  /** Takes a movement back; both stay in the history. */
  async undoMovement(id: string, back: Pick<Movement, 'id' | 'at'>): Promise<Result<Workshop>> {
    const { settings, movements } = this.db;
    return this.db.transaction('rw', settings, movements, async () => {
      const movement = movementSchema.safeParse(await movements.get(id)).data;
      if (!movement || movement.undone)
        return fail('movement-gone', 'That was taken back already.', 'The shelf is as it was.');
      const changes = reversed(movement.changes);
      const workshop = await this.workshop();
      const stock = applyChanges(workshop.stock, changes);
      if (!stock.ok) return stock;
      const next = { ...workshop, stock: stock.value };
      await movements.put({ ...movement, undone: true });
      await movements.add({
        ...movement,
        ...back,
        kind: 'put back',
        layoutId: null,
        changes,
        pieces: [],
        undone: true,
      });
      await this.saveWorkshop(next);
      return ok(next);
    });
  }
  /** Everything that is kept, for a backup. */
  async whole(tell?: (share: number) => void, signal?: AbortSignal): Promise<WorkroomData> {
    return (await import('./whole')).readWhole(this.db, tell, signal);
  }
  /** All of it in one go, or nothing. */
  async restore(data: WorkroomData): Promise<void> {
    return (await import('./whole')).writeWhole(this.db, data);
  }
  async setting(key: string): Promise<unknown> {
    return (await this.db.settings.get(key))?.value;
  }
  async saveSetting(key: string, value: unknown): Promise<void> {
    await this.db.settings.put({ key, value });
  }
  async isEmpty(): Promise<boolean> {
    return (await this.db.builds.count()) === 0 && (await this.db.settings.count()) === 0;
  }
}

const named = (row: unknown) =>
  row && typeof row === 'object' && 'name' in row && typeof row.name === 'string'
    ? `“${row.name.slice(0, 60)}”`
    : 'without a name';

/** What a browser says when it cannot keep data, as a sentence. */
const blocked: Problem = {
  code: 'store-blocked',
  message: 'Another tab with an older Jolt Step holds the data; nothing is lost.',
  next: 'Close the other tabs of Jolt Step; this one goes on by itself.',
};
function storeProblem(error: unknown): Problem {
  const name = error instanceof Error ? `${error.name} ${error.message}` : String(error);
  if (/quota/i.test(name))
    return fail(
      'store-full',
      'The browser has no room left; the last change was not kept.',
      'Make a backup in Workshop, then remove pictures or builds that you no longer need.',
    ).problem;
  if (/constraint|already exists/i.test(name))
    return fail(
      'already-written',
      'Another tab has written here meanwhile; nothing was overwritten.',
      'Reload this page to see what is there now.',
    ).problem;
  if (/version/i.test(name))
    return fail(
      'store-newer',
      'This browser holds data of a newer Jolt Step; it was not touched.',
      'Reload the page to get the newer version.',
    ).problem;
  return fail(
    'store-closed',
    'The browser does not let Jolt Step keep data here.',
    'Leave private browsing or allow storage for this page, then reload.',
  ).problem;
}

/** Runs a write; a refusal becomes a sentence instead of a lost change. */
export async function attempt<T>(write: () => Promise<T>): Promise<Result<T>> {
  try {
    return ok(await write());
  } catch (error) {
    return { ok: false, problem: storeProblem(error) };
  }
}
