import { buildSchema, type Build } from '$lib/core/build';
import { fail, ok, type Problem, type Result } from '$lib/core/problem';
import { runEventSchema, type RunEvent, type RunRecord } from '$lib/core/run';
import { newWorkshop, workshopSchema, type Workshop } from '$lib/core/workshop';
import { JoltDb } from './db';

/** A run with its events, in order. */
export interface StoredRun {
  run: RunRecord;
  events: RunEvent[];
}

/** Dexie counts ten native versions to one of its own. */
const NATIVE_VERSIONS = 10;

/** Reads and writes of the workroom. Records that do not fit their schema are set aside, never dropped. */
export class Store {
  constructor(private readonly db = new JoltDb()) {}

  /** Tells what is wrong with the database, if anything, before the first screen. */
  async open(): Promise<Problem | null> {
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

  async builds(): Promise<{ builds: Build[]; damaged: number }> {
    const rows = await this.db.builds.orderBy('changedAt').reverse().toArray();
    const builds = rows.flatMap((row) => buildSchema.safeParse(row).data ?? []);
    return { builds, damaged: rows.length - builds.length };
  }
  async build(id: string): Promise<Build | null> {
    return buildSchema.safeParse(await this.db.builds.get(id)).data ?? null;
  }
  async saveBuild(build: Build): Promise<void> {
    await this.db.builds.put(build);
  }
  /** Takes a build out; its tape goes with it when no other build uses it. Runs stay in the log. */
  async removeBuild(id: string): Promise<void> {
    await this.db.transaction('rw', this.db.builds, this.db.tapes, this.db.runs, async () => {
      const build = await this.db.builds.get(id);
      await this.db.builds.delete(id);
      if (!build) return;
      const used =
        (await this.db.builds.where('tapeId').equals(build.tapeId).count()) +
        (await this.db.runs.filter((r) => r.tapeId === build.tapeId).count());
      if (!used) await this.db.tapes.delete(build.tapeId);
    });
  }
  /** A build and its tape in one go: neither is ever stored without the other. */
  async addBuild(build: Build, tape: Uint8Array): Promise<void> {
    await this.db.transaction('rw', this.db.builds, this.db.tapes, async () => {
      await this.db.tapes.put({ id: build.tapeId, bytes: tape });
      await this.db.builds.put(build);
    });
  }
  async tape(id: string): Promise<Uint8Array | null> {
    return (await this.db.tapes.get(id))?.bytes ?? null;
  }

  async startRun(run: RunRecord, event: RunEvent): Promise<void> {
    await this.db.transaction('rw', this.db.runs, this.db.events, async () => {
      await this.db.runs.put(run);
      await this.db.events.put({ runId: run.id, n: 0, event });
    });
  }
  /** Resolves when the event is stored; the screen moves on only then. */
  async addEvent(runId: string, n: number, event: RunEvent): Promise<void> {
    await this.db.events.add({ runId, n, event });
  }
  async run(id: string): Promise<StoredRun | null> {
    const run = await this.db.runs.get(id);
    return run ? { run, events: await this.eventsOf(id) } : null;
  }
  async runs(): Promise<StoredRun[]> {
    const runs = await this.db.runs.orderBy('createdAt').reverse().toArray();
    return Promise.all(runs.map(async (run) => ({ run, events: await this.eventsOf(run.id) })));
  }
  private async eventsOf(runId: string): Promise<RunEvent[]> {
    const rows = await this.db.events.where('runId').equals(runId).sortBy('n');
    return rows.flatMap((row) => runEventSchema.safeParse(row.event).data ?? []);
  }

  async workshop(): Promise<Workshop> {
    const stored = await this.db.settings.get('workshop');
    return workshopSchema.safeParse(stored?.value).data ?? newWorkshop();
  }
  async saveWorkshop(workshop: Workshop): Promise<void> {
    await this.db.settings.put({ key: 'workshop', value: workshop });
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

/** What a browser says when it cannot keep data, as a sentence. */
function storeProblem(error: unknown): Problem {
  const name = error instanceof Error ? `${error.name} ${error.message}` : String(error);
  if (/quota/i.test(name))
    return fail(
      'store-full',
      'The browser has no room left; the last change was not kept.',
      'Export and remove builds that you no longer need, then try again.',
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
