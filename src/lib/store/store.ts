import type * as z from 'zod';
import type { WorkroomData } from '$lib/core/backup';
import { buildRowSchema, buildSchema, type Build } from '$lib/core/build';
import { mergeChanges, same, type MergedChanges } from '$lib/core/merge';
import { fail, ok, type Problem, type Result } from '$lib/core/base';
import { applyChanges, movementSchema, reversed, type Movement } from '$lib/core/stock';
import { newWorkshop, workshopSchema, type Workshop } from '$lib/core/workshop';
import { watchChanges } from './changes';
import { JoltDb, type DocumentRecord, type TapeRecord } from './db';
import { privateFiles } from './files';
import { blocked, gone, newer, storeProblem } from './problems';
import { ReadingStore } from './readings';
import { RunStore } from './run-store';
import { Mirror } from './mirror';
import { Tabs } from './tabs';

/** A tape to be kept with a build. */
export type NewTape = TapeRecord;
/** Builds of older versions lack what came later. */
const tapesOf = (build: Build) => [
  build.tapeId,
  ...(build.earlier ? [build.earlier.tapeId] : []),
  ...(build.insertions ?? []).flatMap((i) => i.tapeId ?? []),
];
const sheetsOf = (build: Build) => (build.documents ?? []).map((d) => d.id);

const BACKUPS = 'backups';
/** Dexie counts ten native versions to one of its own. */
const NATIVE_VERSIONS = 10;

/** Reads and writes of the workroom. Records that do not fit their schema are set aside, never dropped. */
export class Store {
  readonly log: RunStore;
  readonly readings: ReadingStore;
  readonly copy: Mirror;
  readonly tabs: Tabs;
  private readonly setAside = new Map<string, number>();
  /** @param openFiles where the second copy is kept */
  constructor(
    private readonly db = new JoltDb(),
    openFiles = () => privateFiles(db.name),
  ) {
    this.readings = new ReadingStore(db);
    this.copy = new Mirror(db, openFiles);
    this.tabs = new Tabs(db.name);
    watchChanges(db, (paths) => {
      this.copy.follow(paths);
      this.tabs.tell(paths);
    });
    this.log = new RunStore(db, this.copy, (what) => this.note(what));
  }
  private note(what: string) {
    this.setAside.set(what, (this.setAside.get(what) ?? 0) + 1);
  }
  /** What was found damaged since it was last asked, in words; it stays in the database, the rest opens. */
  takeDamaged(): string[] {
    const lines = [...this.setAside].map(([what, n]) => (n > 1 ? `${what}, ${n} times` : what));
    this.setAside.clear();
    return lines;
  }

  /**
   * Tells what is wrong with the database, if anything, before the first screen.
   * @param ontrouble told of what happens to it later: blocked by another tab, or taken away
   */
  async open(ontrouble: (problem: Problem) => void = () => undefined): Promise<Problem | null> {
    // An older page in another tab keeps the old shape open; until it is closed nothing is written here.
    this.db.on('blocked', () => ontrouble(blocked));
    // A newer page, or one that takes the database away, waits for this one: it lets go at once, and says so.
    this.db.on('versionchange', ({ newVersion }) =>
      this.letGo(() => ontrouble(newVersion === null ? gone : newer)),
    );
    try {
      // Dexie would open newer data and add what it misses; it must stay untouched.
      const stored = (await indexedDB.databases?.())?.find(({ name }) => name === this.db.name);
      if ((stored?.version ?? 0) >= (this.db.verno + 1) * NATIVE_VERSIONS) return newer;
      await this.db.open();
      // The browser's own event, not that of being closed by us. Opened again by itself it would be an empty one.
      this.db.backendDB().addEventListener('close', () => this.letGo(() => ontrouble(gone)));
      return null;
    } catch (error) {
      return storeProblem(error);
    }
  }
  private letGo(tell: () => void) {
    this.db.close({ disableAutoOpen: true });
    tell();
  }

  async builds(): Promise<Build[]> {
    const rows = await this.db.builds.orderBy('changedAt').reverse().toArray();
    return this.sound(rows, buildRowSchema, (row) => `The build ${named(row)}`) as Build[];
  }
  /** Looks at builds in full that were read as rows: ids of those that are damaged within, which are told. */
  damagedAmong(builds: readonly Build[]): string[] {
    return builds.flatMap((build) => {
      if (buildSchema.safeParse(build).success) return [];
      this.note(`The build ${named(build)}`);
      return [build.id];
    });
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
  /** Stores what was changed of a build, field by field, on top of what another tab has stored since `base` was read. */
  async changeBuild(base: Build, mine: Build): Promise<Result<MergedChanges<Build>>> {
    return this.db.transaction('rw', this.db.builds, async () => {
      const stored = buildSchema.safeParse(await this.db.builds.get(mine.id)).data;
      if (!stored)
        return fail(
          'build-gone',
          `${mine.name} was removed in another tab; this change was not kept.`,
          'Take the removal back there, or bring its file in again.',
        );
      // Nobody else has written: a revision is known by its moment. It is nobody's change.
      const from = { ...base, changedAt: mine.changedAt };
      const to = { ...stored, changedAt: mine.changedAt };
      const isMine = stored.changedAt === base.changedAt;
      const merged = isMine ? { value: mine, conflicts: [] } : mergeChanges(from, mine, to);
      await this.db.builds.put(merged.value);
      return ok(merged);
    });
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
      // Those too that were taken away from a build.
      const kept = await documents.toCollection().primaryKeys();
      await documents.bulkDelete(kept.filter((d) => !usedSheets.has(d)));
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
  async addSheet(sheet: DocumentRecord): Promise<void> {
    await this.db.documents.put(sheet);
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
  /** Stores what was changed of the workshop, on top of what another tab has stored since `base` was read. */
  async changeWorkshop(base: Workshop, mine: Workshop): Promise<MergedChanges<Workshop>> {
    return this.db.transaction('rw', this.db.settings, async () => {
      const merged = mergeChanges(base, mine, await this.workshop());
      await this.saveWorkshop(merged.value);
      return merged;
    });
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
    return (await import('./snapshot')).readWhole(this.db, tell, signal);
  }
  /** All of it in one go, or nothing. */
  async restore(data: WorkroomData, tell?: (share: number) => void): Promise<void> {
    return (await import('./snapshot')).writeWhole(this.db, data, tell);
  }
  async setting(key: string): Promise<unknown> {
    return (await this.db.settings.get(key))?.value;
  }
  async saveSetting(key: string, value: unknown): Promise<void> {
    await this.db.settings.put({ key, value });
  }
  /** As a workshop is changed; where both changed the same, the other tab's stands. @param base as it was read or stored last */
  async changeSetting(key: string, base: unknown, mine: unknown): Promise<unknown> {
    return this.db.transaction('rw', this.db.settings, async () => {
      const stored = await this.setting(key);
      const value =
        stored === undefined || same(stored, base) ? mine : mergeChanges(base, mine, stored).value;
      await this.saveSetting(key, value);
      return value;
    });
  }
  /** The maker's own folder for backups, as this browser knows it. */
  async folder(): Promise<FileSystemDirectoryHandle | null> {
    return (await this.db.folders.get(BACKUPS))?.handle ?? null;
  }
  async saveFolder(handle: FileSystemDirectoryHandle | null): Promise<void> {
    if (handle) await this.db.folders.put({ id: BACKUPS, handle });
    else await this.db.folders.delete(BACKUPS);
  }
  async isEmpty(): Promise<boolean> {
    return (await this.db.builds.count()) === 0 && (await this.db.settings.count()) === 0;
  }
}

const named = (row: unknown) =>
  row && typeof row === 'object' && 'name' in row && typeof row.name === 'string'
    ? `“${row.name.slice(0, 60)}”`
    : 'without a name';
