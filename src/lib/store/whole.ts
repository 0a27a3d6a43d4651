import type { WorkroomData } from '$lib/core/backup';
import { buildSchema } from '$lib/core/build';
import { runEventSchema, runRecordSchema } from '$lib/core/run';
import { movementSchema } from '$lib/core/stock';
import { workshopSchema } from '$lib/core/workshop';
import type { JoltDb } from './db';

/** Told of this browser, not of the workroom: not part of a backup. */
const OWN_SETTINGS = ['workshop', 'backup'];
const isOwn = (key: string) => OWN_SETTINGS.includes(key) || key.startsWith('workshop, damaged');

/** Everything that is kept and sound, as plain records. */
export async function readWhole(db: JoltDb): Promise<WorkroomData> {
  return db.transaction('r', db.tables, async () => {
    const settings = await db.settings.toArray();
    const events = await db.events.toArray();
    const runs = (await db.runs.toArray()).flatMap((row) => {
      const run = runRecordSchema.safeParse(row).data;
      if (!run) return [];
      const own = events
        .filter((e) => e.runId === run.id)
        .sort((a, b) => a.n - b.n)
        .flatMap(({ n, event }) => {
          const sound = runEventSchema.safeParse(event).data;
          return sound ? [{ n, event: sound }] : [];
        });
      return [{ run, events: own }];
    });
    return {
      workshop: workshopSchema.safeParse(settings.find((s) => s.key === 'workshop')?.value).data ?? null,
      settings: Object.fromEntries(
        settings.filter((s) => !isOwn(s.key)).map((s) => [s.key, JSON.parse(JSON.stringify(s.value))]),
      ),
      builds: (await db.builds.toArray()).flatMap((b) => buildSchema.safeParse(b).data ?? []),
      runs,
      movements: (await db.movements.toArray()).flatMap((m) => movementSchema.safeParse(m).data ?? []),
      tapes: await db.tapes.toArray(),
      sheets: await db.documents.toArray(),
      photos: await db.photos.toArray(),
    };
  });
}

/** Writes all of it in one go: the browser keeps everything or nothing. What is there and not named stays. */
export async function writeWhole(db: JoltDb, data: WorkroomData): Promise<void> {
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
    await db.events.bulkPut(
      data.runs.flatMap(({ run, events }) => events.map(({ n, event }) => ({ runId: run.id, n, event }))),
    );
    for (const [key, value] of Object.entries(data.settings)) await db.settings.put({ key, value });
    if (data.workshop) await db.settings.put({ key: 'workshop', value: data.workshop });
  });
}
