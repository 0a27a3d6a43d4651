import { itemAt } from '$lib/core/base';
import Dexie, { liveQuery } from 'dexie';
import { MOST_EVENTS, runEventSchema, runRecordSchema, type RunEvent, type RunRecord } from '$lib/core/run';
import type { JoltDb, PhotoRecord, PulseRecord } from './db';
import { DatabaseGone } from './problems';
import type { Mirror } from './mirror';

/** A run with its events, in order. */
export interface StoredRun {
  run: RunRecord;
  events: RunEvent[];
  /** number that the next event gets */
  next: number;
}

/**
 * Runs, their events, photos and pulses. Events are only ever added: two tabs cannot write the same one, and none is
 * overwritten. What does not fit its schema stays in the database and is left out here; `damaged` tells of it.
 */
export class RunStore {
  constructor(
    private readonly db: JoltDb,
    private readonly copy: Mirror,
    private readonly damaged: (what: string) => void,
  ) {}

  async start(run: RunRecord, event: RunEvent): Promise<void> {
    await this.add(run, [event]);
  }
  /** A run with all its events, in one go. */
  async add(run: RunRecord, events: readonly RunEvent[]): Promise<void> {
    await this.db.transaction('rw', this.db.runs, this.db.events, async () => {
      await this.db.runs.put(run);
      await this.db.events.bulkPut(events.map((event, n) => ({ runId: run.id, n, event })));
    });
    await this.copy.settled();
  }
  /**
   * Events of one moment, with the photo that they speak of: all or none. Resolves when they are stored, in the second
   * copy too; the screen moves on only then. Refused when another tab wrote this number.
   */
  async addEvents(
    runId: string,
    from: number,
    events: readonly RunEvent[],
    photo?: PhotoRecord,
  ): Promise<void> {
    await this.db.transaction('rw', this.db.runs, this.db.events, this.db.photos, async () => {
      // Of a database that was lost and made anew an event would be kept without its run.
      if (!(await this.db.runs.where('id').equals(runId).count()))
        throw new DatabaseGone('the run is not there');
      if (photo) await this.db.photos.add(photo);
      await this.db.events.bulkAdd(events.map((event, i) => ({ runId, n: from + i, event })));
    });
    await this.copy.settled();
  }
  async photo(id: string): Promise<PhotoRecord | null> {
    return (await this.db.photos.get(id)) ?? null;
  }
  /** A run that this page begins to hold: what is shown of it is in the second copy too. */
  async hold(id: string): Promise<StoredRun | null> {
    await this.copy.bringUp(id);
    return this.run(id);
  }
  async run(id: string): Promise<StoredRun | null> {
    const row = await this.db.runs.get(id);
    return row ? this.withEvents(row, await this.db.events.where('runId').equals(id).toArray()) : null;
  }
  /** The newest runs and all that are not over, newest first; and the ids of the others, to be read when there is time. */
  async recent(most: number): Promise<{ runs: StoredRun[]; older: string[] }> {
    const ids = (await this.db.runs.orderBy('createdAt').primaryKeys()).reverse();
    const over = await this.over();
    const older = ids.slice(most).filter((id) => over.has(id));
    const later = new Set(older);
    return { runs: await this.many(ids.filter((id) => !later.has(id))), older };
  }
  private async over(): Promise<Set<string>> {
    // One value at a time: only then does the database answer in one go.
    const of = (type: RunEvent['type']) => this.db.events.where('event.type').equals(type).primaryKeys();
    const [finished, givenUp, reopened] = await Promise.all([of('finished'), of('given-up'), of('reopened')]);
    const latest = new Map<string, number>();
    for (const [run, n] of reopened) latest.set(run, Math.max(n, latest.get(run) ?? -1));
    return new Set(
      [...finished, ...givenUp].flatMap(([run, n]) => (n > (latest.get(run) ?? -1) ? [run] : [])),
    );
  }
  /** When the newest run of a build was begun, ms since 1970; null: never. */
  async lastBegun(buildId: string): Promise<number | null> {
    const ofBuild = this.db.runs
      .where('[buildId+createdAt]')
      .between([buildId, Dexie.minKey], [buildId, Dexie.maxKey]);
    const [newest] = (await ofBuild.reverse().limit(1).keys()) as unknown as [string, number][];
    return newest?.[1] ?? null;
  }
  /** Items of a build that were made so far: hands learn by them. */
  async madeOf(buildId: string): Promise<number> {
    const over = await this.over();
    const runs = await this.db.runs.where('buildId').equals(buildId).toArray();
    return runs.reduce((sum, { id, items }) => sum + (over.has(id) ? (items ?? 1) : 0), 0);
  }
  /** In the order of their ids; what is damaged is left out. */
  async many(ids: readonly string[]): Promise<StoredRun[]> {
    const rows = await this.db.runs.bulkGet([...ids]);
    const events = await Promise.all(ids.map((id) => this.db.events.where('runId').equals(id).toArray()));
    return rows.flatMap((row, i) => (row && this.withEvents(row, itemAt(events, i))) ?? []);
  }
  private withEvents(row: unknown, rows: { n: number; event: unknown }[]): StoredRun | null {
    const run = runRecordSchema.safeParse(row).data;
    if (!run) {
      this.damaged('A run of the log');
      return null;
    }
    const sound = rows.filter(({ n }) => Number.isInteger(n) && n >= 0 && n < MOST_EVENTS);
    const events = sound
      .sort((a, b) => a.n - b.n)
      .flatMap(({ event }) => runEventSchema.safeParse(event).data ?? []);
    for (let i = events.length; i < rows.length; i++) this.damaged(`An event of a run of ${run.buildName}`);
    return { run, events, next: (sound.at(-1)?.n ?? -1) + 1 };
  }

  /** Tells a run and each of its events as they are stored, by whichever tab. Returns what ends it. */
  watch(id: string, tell: (stored: StoredRun) => void): () => void {
    const watching = liveQuery(() => this.run(id)).subscribe({
      next: (stored) => stored && tell(stored),
      error: () => undefined,
    });
    return () => watching.unsubscribe();
  }

  /** How far a run had come since its last event; written over and over, so that a crash costs seconds at most. */
  async heartbeat(pulse: PulseRecord): Promise<void> {
    await this.db.pulses.put(pulse);
  }
  async pulse(runId: string): Promise<PulseRecord | null> {
    return (await this.db.pulses.get(runId)) ?? null;
  }
}
