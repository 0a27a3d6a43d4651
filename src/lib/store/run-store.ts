import { liveQuery } from 'dexie';
import { runEventSchema, runRecordSchema, type RunEvent, type RunRecord } from '$lib/core/run';
import type { JoltDb, PhotoRecord, PulseRecord } from './db';

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
  }
  /**
   * Events of one moment, with the photo that they speak of: all or none. Resolves when they are stored; the screen moves on
   * only then. Refused when another tab wrote this number.
   */
  async addEvents(
    runId: string,
    from: number,
    events: readonly RunEvent[],
    photo?: PhotoRecord,
  ): Promise<void> {
    await this.db.transaction('rw', this.db.events, this.db.photos, async () => {
      if (photo) await this.db.photos.add(photo);
      await this.db.events.bulkAdd(events.map((event, i) => ({ runId, n: from + i, event })));
    });
  }
  async photo(id: string): Promise<PhotoRecord | null> {
    return (await this.db.photos.get(id)) ?? null;
  }
  async run(id: string): Promise<StoredRun | null> {
    const row = await this.db.runs.get(id);
    return row ? this.withEvents(row, await this.db.events.where('runId').equals(id).toArray()) : null;
  }
  /** Newest first. */
  async all(): Promise<StoredRun[]> {
    const rows = await this.db.runs.orderBy('createdAt').reverse().toArray();
    const events = byRun(await this.db.events.toArray());
    return rows.flatMap((row) => this.withEvents(row, events.get(row.id) ?? []) ?? []);
  }
  private withEvents(row: unknown, rows: { n: number; event: unknown }[]): StoredRun | null {
    const run = runRecordSchema.safeParse(row).data;
    if (!run) {
      this.damaged('A run of the log');
      return null;
    }
    const events = rows
      .sort((a, b) => a.n - b.n)
      .flatMap(({ event }) => {
        const known = runEventSchema.safeParse(event).data;
        if (!known) this.damaged(`An event of a run of ${run.buildName}`);
        return known ?? [];
      });
    return { run, events, next: (rows.at(-1)?.n ?? -1) + 1 };
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
  async beat(pulse: PulseRecord): Promise<void> {
    await this.db.pulses.put(pulse);
  }
  async pulse(runId: string): Promise<PulseRecord | null> {
    return (await this.db.pulses.get(runId)) ?? null;
  }
}

function byRun<T extends { runId: string }>(rows: readonly T[]): Map<string, T[]> {
  const by = new Map<string, T[]>();
  for (const row of rows) {
    const known = by.get(row.runId);
    if (known) known.push(row);
    else by.set(row.runId, [row]);
  }
  return by;
}
