import type { Build } from '$lib/core/build';
import type { Problem, Result } from '$lib/core/problem';
import { numbersWith } from '$lib/core/numbers';
import { isOver, newRun, reduceRun, stepFacts, type RunEvent, type RunState } from '$lib/core/run';
import type { BuildPlan } from '$lib/core/plan';
import { count, type LengthUnit } from '$lib/core/units';
import { newWorkshop, type Workshop } from '$lib/core/workshop';
import type { Movement } from '$lib/core/stock';
import { attempt, Store, type StoredRun } from '$lib/store';
import { newId } from './ids';
import { showNote, showProblem } from './notices';

/** A run of the log with what its events come to. */
export interface KnownRun extends StoredRun {
  state: RunState;
}

/** Read before the first screen, and at a time after it. */
const RECENT_RUNS = 40;
const AT_A_TIME = 50;
/** From the first screen to the second copy being compared with the database. */
const LOOK_OVER_MS = 500;

/** What the whole application shares: workshop, builds, runs. Every change is stored before it is shown as done. */
class Workroom {
  readonly store = new Store();
  workshop = $state<Workshop>(newWorkshop());
  builds = $state.raw<Build[]>([]);
  runs = $state.raw<KnownRun[]>([]);
  /** of the shelf, newest first */
  movements = $state.raw<Movement[]>([]);
  /** loading, or why nothing can be kept */
  status = $state<'loading' | 'putting back' | 'ready' | 'closed'>('loading');
  problem = $state<Problem | null>(null);
  /** of the second copy, 0-1 */
  putBack = $state(0);
  readonly numbers = $derived(numbersWith(this.workshop.numbers));
  readonly unit = $derived<LengthUnit>(this.workshop.unit);

  private opening: Promise<void> | undefined;
  /** Opens the database once; the demo fills an empty one. */
  open(): Promise<void> {
    this.opening ??= this.openNow();
    return this.opening;
  }
  private async openNow() {
    this.problem = await this.store.open(showProblem);
    if (this.problem) {
      this.status = 'closed';
      return;
    }
    // A page that was closed in its first seconds has all of it, only no mark yet.
    const isEmpty = await this.store.isEmpty();
    const back = await attempt(() =>
      this.store.copy.open((share) => {
        if (isEmpty) this.status = 'putting back';
        this.putBack = share;
      }),
    );
    const isDemo = document.documentElement.dataset.demo !== undefined;
    // What could not come back must not find the sample in its place.
    if (isDemo && back.ok && !back.value.late && (await this.store.isEmpty())) await this.fillWithDemo();
    await this.readAll();
    this.status = 'ready';
    if (!back.ok) showProblem(back.problem);
    else if (back.value.rows) this.tellPutBack(back.value.damaged + back.value.late);
    // After the first screen: nobody waits for it.
    setTimeout(() => void attempt(() => this.store.copy.lookOver()), LOOK_OVER_MS);
  }
  private tellPutBack(unread: number) {
    showNote(
      `This browser had lost its database; ${count(this.builds.length, 'build')} and ${count(this.runs.length + this.older.length, 'run')} are back from the second copy.`,
      unread
        ? `${count(unread, 'record')} of it could not be read: restore your last backup in Workshop too.`
        : 'There is nothing to do. A backup from Workshop, kept elsewhere, is safer still.',
      true,
    );
  }
  /** Reads the builds again. */
  async refresh() {
    this.builds = await this.store.builds();
    this.tellDamaged();
  }
  private async readAll() {
    this.workshop = await this.store.workshop();
    this.builds = await this.store.builds();
    this.movements = await this.store.movements();
    const { runs, older } = await this.store.log.recent(RECENT_RUNS);
    this.runs = runs.map(known);
    this.older = older;
    this.tellDamaged();
  }
  private tellDamaged() {
    const damaged = this.store.takeDamaged();
    if (damaged.length)
      showNote(
        `Damaged and set aside: ${damaged.join('; ')}.`,
        'Everything else is here. They stay in this browser; a backup brings them back whole.',
      );
  }
  /** ids of runs that are not read yet */
  private older = $state.raw<string[]>([]);
  readonly olderRuns = $derived(this.older.length);
  reading = $state(false);
  /**
   * A log of years must not hold up the first screen, nor the needle: it is read in parts, when it is asked for, and only
   * for as long. What cannot be read is told, and can be asked for again.
   */
  readLog(signal: AbortSignal): Promise<void> {
    // One after the other: who comes back to the log at once finds the last part being read.
    this.logRead = this.logRead.then(() => this.readOlder(signal));
    return this.logRead;
  }
  private logRead = Promise.resolve();
  private async readOlder(signal: AbortSignal) {
    const found: KnownRun[] = [];
    this.reading = true;
    while (this.older.length && !signal.aborted) {
      await new Promise((next) => setTimeout(next));
      const ids = this.older.slice(0, AT_A_TIME);
      const part = await attempt(() => this.store.log.many(ids));
      if (!part.ok) {
        showProblem(part.problem);
        break;
      }
      found.push(...part.value.map(known));
      this.older = this.older.filter((id) => !ids.includes(id));
    }
    this.reading = false;
    if (!found.length) return;
    const there = new Set(this.runs.map((r) => r.run.id));
    const all = [...this.runs, ...found.filter((r) => !there.has(r.run.id))];
    this.runs = all.sort((a, b) => b.run.createdAt - a.run.createdAt);
    this.tellDamaged();
  }
  /** Reads everything anew, the workshop too: after a restore. */
  reload = (): Promise<void> => this.readAll();
  async fillWithDemo() {
    const { demoWorkroom, recordsOf } = await import('$lib/demo');
    const demo = recordsOf(demoWorkroom(Date.now()));
    const written = await attempt(async () => {
      const own = await this.store.setting('workshop');
      // In one go: a page that is closed meanwhile leaves no half-filled workroom.
      await this.store.restore({ ...demo, workshop: own ? null : demo.workshop });
    });
    if (!written.ok) showProblem(written.problem);
    await this.readAll();
  }

  private saving = Promise.resolve();
  /** One change after the other: each builds on what the one before has stored. */
  saveWorkshop(change: (workshop: Workshop) => Workshop): Promise<void> {
    this.saving = this.saving.then(async () => {
      const next = change($state.snapshot(this.workshop) as Workshop);
      const saved = await attempt(() => this.store.saveWorkshop(next));
      if (saved.ok) this.workshop = next;
      else showProblem(saved.problem);
    });
    return this.saving;
  }
  /** Something leaves the shelf or comes onto it. True when it did. */
  moveStock(movement: Omit<Movement, 'id' | 'at' | 'undone'>): Promise<boolean> {
    return this.onShelf(() => this.store.moveStock({ ...movement, id: newId(), at: Date.now(), undone: false })); // prettier-ignore
  }
  undoMovement(id: string): Promise<boolean> {
    return this.onShelf(() => this.store.undoMovement(id, { id: newId(), at: Date.now() }));
  }
  private onShelf(write: () => Promise<Result<Workshop>>): Promise<boolean> {
    const done = this.saving.then(async () => {
      const written = await attempt(write);
      const result = written.ok ? written.value : written;
      if (!result.ok) showProblem(result.problem);
      else {
        this.workshop = result.value;
        this.movements = await this.store.movements();
      }
      return result.ok;
    });
    this.saving = done.then(() => undefined);
    return done;
  }
  toggleUnit() {
    return this.saveWorkshop((w) => ({ ...w, unit: w.unit === 'mm' ? 'inch' : 'mm' }));
  }

  async saveBuild(build: Build): Promise<Result<void>> {
    const saved = await attempt(() => this.store.saveBuild(build));
    if (saved.ok) this.builds = [build, ...this.builds.filter((b) => b.id !== build.id)];
    else showProblem(saved.problem);
    return saved;
  }
  async removeBuild(build: Build) {
    const removed = await attempt(() => this.store.removeBuild(build.id));
    if (!removed.ok) return showProblem(removed.problem);
    this.builds = this.builds.filter((b) => b.id !== build.id);
    const { toast } = await import('svelte-sonner');
    toast(`${build.name} was removed.`, {
      duration: 10_000,
      action: {
        label: 'Undo',
        onClick: () =>
          void this.store
            .addBuild(build, removed.value.tapes, removed.value.sheets)
            .then(() => this.refresh()),
      },
    });
  }

  openRuns = $derived(this.runs.filter((r) => r.state.status !== 'ready' && !isOver(r.state)));
  /** Starts a run with the score as it is now. */
  async startRun(build: Build, plan: BuildPlan): Promise<string | null> {
    const now = Date.now();
    const run = newRun(
      build,
      $state.snapshot(plan) as BuildPlan,
      $state.snapshot(this.workshop) as Workshop,
      {
        id: newId(),
        now,
        madeBefore: await this.store.log.madeOf(build.id),
      },
    );
    const started: RunEvent = { type: 'started', at: now };
    const written = await attempt(() => this.store.log.start(run, started));
    if (!written.ok) {
      showProblem(written.problem);
      return null;
    }
    this.runs = [known({ run, events: [started], next: 1 }), ...this.runs];
    return run.id;
  }
  /** Called by the run screen after each stored event, so that Bench and Log agree with it. */
  noteRun(now: KnownRun) {
    this.runs = this.runs.map((r) => (r.run.id === now.run.id ? now : r));
  }
}

export const known = (stored: StoredRun): KnownRun => ({
  ...stored,
  state: reduceRun(stored.events, stepFacts(stored.run)),
});
export const workroom = new Workroom();
