import type { WorkroomData } from '$lib/core/backup';
import { buildSchema } from '$lib/core/build';
import { runEventSchema, runRecordSchema } from '$lib/core/run';
import { movementSchema } from '$lib/core/stock';
import { workshopSchema } from '$lib/core/workshop';
import type { EventRecord, JoltDb } from './db';
import { COPY_MARK } from './mirror';

/** Told of this browser, not of the workroom: not part of a backup. */
const OWN_SETTINGS = ['workshop', 'backup', 'folder', COPY_MARK];
const isOwn = (key: string) => OWN_SETTINGS.includes(key) || key.startsWith('workshop, damaged');

/** Runs that are checked before the screen is let in. */
const AT_A_TIME = 50;

/**
 * Everything that is kept and sound, as plain records.
 * @param tell the share that is done, 0-1
 * @throws what the signal says when it is stopped
 */
export async function readWhole(
  db: JoltDb,
  tell: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<WorkroomData> {
  const raw = await db.transaction('r', db.tables, async () => ({
    settings: await db.settings.toArray(),
    events: await db.events.toArray(),
    runs: await db.runs.toArray(),
    builds: await db.builds.toArray(),
    movements: await db.movements.toArray(),
    tapes: await db.tapes.toArray(),
    sheets: await db.documents.toArray(),
    photos: await db.photos.toArray(),
  }));
  const { settings, tapes, sheets, photos } = raw;
  const events = new Map<string, EventRecord[]>();
  for (const e of raw.events) {
    const of = events.get(e.runId);
    if (of) of.push(e);
    else events.set(e.runId, [e]);
  }
  const runs: WorkroomData['runs'] = [];
  for (const [i, row] of raw.runs.entries()) {
    if (i % AT_A_TIME === 0) {
      tell(i / raw.runs.length);
      await new Promise((next) => setTimeout(next));
      signal?.throwIfAborted();
    }
    const run = runRecordSchema.safeParse(row).data;
    if (!run) continue;
    const own = (events.get(run.id) ?? [])
      .sort((a, b) => a.n - b.n)
      .flatMap(({ event }) => runEventSchema.safeParse(event).data ?? [])
      // What is damaged is left out, and leaves no gap.
      .map((event, n) => ({ n, event }));
    runs.push({ run, events: own });
  }
  return {
    workshop: workshopSchema.safeParse(settings.find((s) => s.key === 'workshop')?.value).data ?? null,
    settings: Object.fromEntries(
      settings.filter((s) => !isOwn(s.key)).map((s) => [s.key, JSON.parse(JSON.stringify(s.value))]),
    ),
    builds: raw.builds.flatMap((b) => buildSchema.safeParse(b).data ?? []),
    runs,
    movements: raw.movements.flatMap((m) => movementSchema.safeParse(m).data ?? []),
    tapes,
    sheets,
    photos,
  };
}

/** Rows that are written between two words of how far it is. */
const ROWS_AT_A_TIME = 5000;

/**
 * Writes all of it in one go: the browser keeps everything or nothing. What is there and not named stays.
 * @param tell the share that is written, 0-1
 */
export async function writeWhole(
  db: JoltDb,
  data: WorkroomData,
  tell: (share: number) => void = () => undefined,
): Promise<void> {
  await db.transaction('rw', db.tables, async () => {
    await db.builds.bulkPut(data.builds);
    await db.tapes.bulkPut(data.tapes.map(({ id, bytes }) => ({ id, bytes })));
    await db.documents.bulkPut(
      data.sheets.map(({ id, bytes, name = '', type = '' }) => ({ id, bytes, name, type })),
    );
    await db.photos.bulkPut(
      data.photos.map(({ id, bytes, runId = '', type = '' }) => ({ id, bytes, runId, type })),
    );
    await db.movements.bulkPut(data.movements);
    await db.runs.bulkPut(data.runs.map((r) => r.run));
    const events = data.runs.flatMap(({ run, events: own }) =>
      own.map(({ n, event }) => ({ runId: run.id, n, event })),
    );
    for (let at = 0; at < events.length; at += ROWS_AT_A_TIME) {
      await db.events.bulkPut(events.slice(at, at + ROWS_AT_A_TIME));
      tell(Math.min(1, (at + ROWS_AT_A_TIME) / events.length));
    }
    await dropTails(db, data);
    for (const [key, value] of Object.entries(data.settings)) await db.settings.put({ key, value });
    if (data.workshop) await db.settings.put({ key: 'workshop', value: data.workshop });
  });
}
/** A run that is taken from elsewhere ends where it ends there: events of another one beyond that are not its own. */
async function dropTails(db: JoltDb, data: WorkroomData): Promise<void> {
  const lengths = new Map(data.runs.map(({ run, events }) => [run.id, events.length]));
  const keys = (await db.events.toCollection().primaryKeys()) as [string, number][];
  await db.events.bulkDelete(keys.filter(([run, n]) => n >= (lengths.get(run) ?? Infinity)));
}
