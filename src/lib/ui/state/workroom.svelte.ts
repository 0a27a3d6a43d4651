import type { Build } from '$lib/core/build';
import type { Problem, Result } from '$lib/core/problem';
import { numbersWith } from '$lib/core/numbers';
import { reduceRun, type RunEvent, type RunState } from '$lib/core/run';
import type { LengthUnit } from '$lib/core/units';
import { newWorkshop, type Workshop } from '$lib/core/workshop';
import type { Movement } from '$lib/core/stock';
import { attempt, Store, type StoredRun } from '$lib/store';
import { newId } from './ids';
import { showNote, showProblem } from './notices';

/** A run of the log with what its events come to. */
export interface KnownRun extends StoredRun {
  state: RunState;
}

/** What the whole application shares: workshop, builds, runs. Every change is stored before it is shown as done. */
class Workroom {
  readonly store = new Store();
  workshop = $state<Workshop>(newWorkshop());
  builds = $state.raw<Build[]>([]);
  runs = $state.raw<KnownRun[]>([]);
  /** of the shelf, newest first */
  movements = $state.raw<Movement[]>([]);
  /** loading, or why nothing can be kept */
  status = $state<'loading' | 'ready' | 'closed'>('loading');
  problem = $state<Problem | null>(null);
  readonly numbers = $derived(numbersWith(this.workshop.numbers));
  readonly unit = $derived<LengthUnit>(this.workshop.unit);

  private opening: Promise<void> | undefined;
  /** Opens the database once; the demo fills an empty one. */
  open(): Promise<void> {
    this.opening ??= this.openNow();
    return this.opening;
  }
  private async openNow() {
    this.problem = await this.store.open();
    if (this.problem) {
      this.status = 'closed';
      return;
    }
    if (document.documentElement.dataset.demo !== undefined && (await this.store.isEmpty()))
      await this.fillWithDemo();
    this.workshop = await this.store.workshop();
    await this.refresh();
    this.status = 'ready';
  }
  /** Reads builds and runs again. */
  async refresh() {
    const { builds, damaged } = await this.store.builds();
    this.builds = builds;
    if (damaged)
      showNote(
        `${damaged} damaged builds were set aside.`,
        'The others are here; restore the damaged ones from an exported file.',
      );
    this.movements = await this.store.movements();
    this.runs = (await this.store.runs()).map((r) => ({ ...r, state: reduceRun(r.events, stepIds(r)) }));
  }
  async fillWithDemo() {
    const { demoWorkroom } = await import('$lib/demo');
    const demo = demoWorkroom(Date.now());
    const written = await attempt(async () => {
      for (const { build, tapes } of demo.builds) await this.store.addBuild(build, tapes);
      for (const { events, ...run } of demo.runs) {
        await this.store.startRun(run, events[0]);
        for (let n = 1; n < events.length; n++) await this.store.addEvent(run.id, n, events[n]);
      }
      if (!(await this.store.setting('workshop'))) await this.store.saveWorkshop(demo.workshop);
    });
    if (!written.ok) showProblem(written.problem);
    this.workshop = await this.store.workshop();
    await this.refresh();
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

  runsOf = (buildId: string) => this.runs.filter((r) => r.run.buildId === buildId);
  openRuns = $derived(this.runs.filter((r) => ['running', 'paused'].includes(r.state.status)));

  /** Starts a run with the score as it is now. */
  async startRun(
    build: Build,
    score: KnownRun['run']['score'],
    planned: Record<string, number>,
  ): Promise<string | null> {
    const now = Date.now();
    const run = {
      id: newId(),
      buildId: build.id,
      buildName: build.name,
      tapeId: build.tapeId,
      createdAt: now,
      score: $state.snapshot(score) as typeof score,
      planned,
    };
    const started: RunEvent = { type: 'started', at: now };
    const written = await attempt(() => this.store.startRun(run, started));
    if (!written.ok) {
      showProblem(written.problem);
      return null;
    }
    this.runs = [{ run, events: [started], state: reduceRun([started], stepIds({ run })) }, ...this.runs];
    return run.id;
  }
  /** Called by the run screen after each stored event, so that Bench and Log agree with it. */
  noteRun(known: KnownRun) {
    this.runs = this.runs.map((r) => (r.run.id === known.run.id ? known : r));
  }
}

export const stepIds = ({ run }: Pick<StoredRun, 'run'>): string[] => run.score.steps.map((s) => s.id);
export const workroom = new Workroom();
