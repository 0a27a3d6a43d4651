import type { Build } from '$lib/core/build';
import { count, fail, ok, type LengthUnit, type Problem, type Result } from '$lib/core/base';
import { numbersWith } from '$lib/core/numbers';
import { newWorkshop, type Workshop } from '$lib/core/workshop';
import type { Movement } from '$lib/core/stock';
import { withValueAt } from '$lib/core/merge';
import { attempt, Store } from '$lib/store';
import { conflicts } from './conflicts.svelte';
import { report } from './or-fault';
import { newId, nowIso } from './ids';
import { keep } from './keeping';
import { showNote, showProblem, showUndo } from './notices';
import { RunLog } from './run-log.svelte';
import { typed, watchTyping } from './typing';
import { changedParts, workshopSteps } from './workshop-steps.svelte';
import { WriteQueue } from './write-queue';

const { problem: openFault } = fail(
  'open-fault',
  'The workroom could not be opened; what is stored is untouched.',
  'Reload the page. If it stays so, restore your last backup in another browser.',
);
/** From the first screen to the second copy being compared with the database. */
const LOOK_OVER_MS = 1000;
/** Builds that are looked at in full before the screen is let in again. */
const CHECKED_AT_A_TIME = 10;

/** A movement of the shelf that is to be made; under an id of its own where it may be taken back at once. */
type NewMovement = Omit<Movement, 'id' | 'at' | 'undone'> & { id?: string };

/** What the whole application shares: workshop, builds, runs. Every change is stored before it is shown as done. */
class Workroom {
  readonly store = new Store();
  workshop = $state.raw<Workshop>(newWorkshop());
  builds = $state.raw<Build[]>([]);
  readonly log = new RunLog(this.store.log, () => this.tellDamaged());
  /** of the shelf, newest first */
  movements = $state.raw<Movement[]>([]);
  /** loading, or why nothing can be kept */
  status = $state<'loading' | 'putting back' | 'ready' | 'closed'>('loading');
  problem = $state<Problem | null>(null);
  /** what happened to the database while this page was open: nothing can be kept any more */
  lost = $state.raw<Problem | null>(null);
  /** of the second copy, 0-1 */
  putBack = $state(0);
  readonly numbers = $derived(numbersWith(this.workshop.numbers));
  readonly unit = $derived<LengthUnit>(this.workshop.unit);

  private opening: Promise<void> | undefined;
  /** Opens the database once; the demo fills an empty one. */
  open(): Promise<void> {
    this.opening ??= this.openNow().catch((error: unknown) => {
      // It must not stay at its opening for good.
      this.problem = openFault;
      this.status = 'closed';
      report(error, 'The workroom');
    });
    return this.opening;
  }
  private async openNow() {
    this.store.copy.ontrouble = (why) =>
      this.lost ||
      showNote(
        'The second copy in this browser has fallen behind; everything is in its database.',
        `It catches up by itself. The browser says: ${why}`,
      );
    watchTyping();
    this.store.tabs.listen((paths) => void typed().then(() => this.writes.add(() => this.hear(paths))));
    this.problem = await this.store.open((problem) => {
      // It stays on the screen: nothing can be kept until the page is loaded again.
      if (problem.code === 'store-blocked') showProblem(problem);
      else this.lost = problem;
    });
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
    void this.checkBuilds();
    setTimeout(() => void attempt(() => this.store.copy.reconcile()), LOOK_OVER_MS);
  }
  /** Lists need little of a build; what is damaged within is set aside as it is found. */
  private async checkBuilds() {
    const all = [...this.builds];
    while (all.length) {
      await new Promise((next) => setTimeout(next));
      const damaged = this.store.damagedAmong(all.splice(0, CHECKED_AT_A_TIME));
      if (!damaged.length) continue;
      this.builds = this.builds.filter((b) => !damaged.includes(b.id));
      this.tellDamaged();
    }
  }
  private tellPutBack(unread: number) {
    showNote(
      `This browser had lost its database; ${count(this.builds.length, 'build')} and ${count(this.log.all.length + this.log.olderCount, 'run')} are back from the second copy.`,
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
    const { store } = this;
    // Side by side: none needs what another reads.
    const [workshop, builds, movements, showRuns] = await Promise.all([
      store.workshop(),
      store.builds(),
      store.movements(),
      this.log.readRecent(),
    ]);
    Object.assign(this, { workshop, builds, movements });
    showRuns();
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

  /** of everything but runs, whose events have their own */
  private readonly writes = new WriteQueue();

  /** One change after the other: each builds on what the one before has stored, and on what another tab has. */
  saveWorkshop(change: (workshop: Workshop) => Workshop): Promise<void> {
    return this.writes.add(async () => {
      const before = this.workshop;
      const after = change(before);
      if (!(await this.changeWorkshop(before, after, () => void this.saveWorkshop(change)))) return;
      const write = (base: Workshop, mine: Workshop) => () =>
        this.writes.add(() => this.changeWorkshop(base, mine));
      workshopSteps.note({
        parts: changedParts(before, after),
        back: write(after, before),
        again: write(before, after),
      });
    });
  }
  /** Stores what two workshops differ in, on top of all that is stored. @returns whether it could */
  private async changeWorkshop(base: Workshop, mine: Workshop, again?: () => void): Promise<boolean> {
    const saved = await keep(() => this.store.changeWorkshop(base, mine), again);
    if (!saved.ok) return false;
    const { value, conflicts: clashes } = saved.value;
    this.workshop = value;
    conflicts.tell(
      'Workshop',
      value,
      clashes,
      ({ path, mine: own }) => void this.saveWorkshop((w) => withValueAt(w, path, own)),
    );
    return true;
  }
  /** Something leaves the shelf or comes onto it. True when it did. */
  async moveStock({ id = newId(), ...movement }: NewMovement): Promise<boolean> {
    const whole = { ...movement, id, undone: false };
    const isMoved = await this.onShelf(() => this.store.moveStock({ ...whole, at: Date.now() }));
    if (isMoved) workshopSteps.note({ parts: ['stock'], back: () => this.undoMovement(id), again: null });
    return isMoved;
  }
  undoMovement(id: string): Promise<boolean> {
    const own = newId();
    return this.onShelf(() => this.store.undoMovement(id, { id: own, at: Date.now() }));
  }
  private onShelf(write: () => Promise<Result<Workshop>>): Promise<boolean> {
    return this.writes.add(async () => {
      const written = await keep(write, () => void this.onShelf(write));
      if (!written.ok) return false;
      const result = written.value;
      if (!result.ok) showProblem(result.problem);
      else {
        this.workshop = result.value;
        this.movements = await this.store.movements();
      }
      return result.ok;
    });
  }
  toggleUnit() {
    return this.saveWorkshop((w) => ({ ...w, unit: w.unit === 'mm' ? 'inch' : 'mm' }));
  }

  /**
   * Stores what was changed of a build since it was read or stored last; answers it with what another tab has stored since.
   * @param unsaved asked when it is its turn: as it was stored last, and as it is now; null: there is nothing to store
   * @param again tries it once more, where it could not be stored
   */
  saveBuild(
    unsaved: () => { base: Build; mine: Build } | null,
    again?: () => void,
  ): Promise<{ mine: Build; value: Result<Build> } | null> {
    return this.writes.add(async () => {
      const asked = unsaved();
      return asked && { mine: asked.mine, value: await this.storeBuild(asked.base, asked.mine, again) };
    });
  }
  private async storeBuild(base: Build, mine: Build, again?: () => void): Promise<Result<Build>> {
    const written = await keep(() => this.store.changeBuild(base, mine), again);
    const merged = written.ok ? written.value : written;
    if (!merged.ok) {
      if (written.ok) showProblem(merged.problem);
      return merged;
    }
    const { value, conflicts: clashes } = merged.value;
    this.show(value);
    conflicts.tell(
      value.name,
      value,
      clashes,
      ({ path, mine: own }) => void this.changeBuild(value.id, (b) => withValueAt(b, path, own)),
    );
    return ok(value);
  }
  /** Changes a build as it stands here. True when it was stored. */
  async changeBuild(id: string, change: (build: Build) => Build): Promise<boolean> {
    const unsaved = () => {
      const base = this.builds.find((b) => b.id === id);
      return base ? { base, mine: { ...change(base), changedAt: nowIso() } } : null;
    };
    const saved = await this.saveBuild(unsaved, () => void this.changeBuild(id, change));
    return saved?.value.ok ?? false;
  }
  private show(build: Build) {
    this.builds = [build, ...this.builds.filter((b) => b.id !== build.id)];
  }

  /** the build that another tab has stored last */
  heard: Build | null = null;
  /** What another tab has stored is read again. */
  private async hear(paths: readonly string[] | null) {
    const heard = await attempt(async () => {
      if (!paths) return this.readAll();
      const keys = (table: string) =>
        paths.flatMap((p) => (p.startsWith(`${table}/`) ? p.slice(table.length + 1) : []));
      if (paths.includes('settings/workshop')) this.workshop = await this.store.workshop();
      if (keys('movements').length) this.movements = await this.store.movements();
      for (const id of keys('builds')) {
        const build = await this.store.build(id);
        if (build) this.show((this.heard = build));
        else this.builds = this.builds.filter((b) => b.id !== id);
      }
      for (const id of new Set([...keys('runs'), ...keys('events')])) await this.log.hear(id);
      for (const key of keys('settings')) this.settingHeard[key]?.();
    });
    if (!heard.ok) showProblem(heard.problem);
  }
  /** by the key of a setting: who wants to know that another tab has changed it */
  private readonly settingHeard: Partial<Record<string, () => void>> = {};
  onSetting(key: string, heard: () => void) {
    this.settingHeard[key] = heard;
  }
  /** Remembers something beside the workshop; kept with what another tab has changed of it. @returns what is stored now */
  saveSetting<T>(key: string, base: T, mine: T): Promise<T> {
    return this.writes.add(async () => {
      const kept = await keep(
        () => this.store.changeSetting(key, base, mine),
        () => void this.saveSetting(key, base, mine),
      );
      return kept.ok ? (kept.value as T) : base;
    });
  }

  /** The same build once more, under another name: its tapes and sheets are shared. @returns it; null: it was not stored */
  async varyBuild(build: Build, name: string): Promise<Build | null> {
    const now = nowIso();
    const variant = { ...build, id: newId(), name, createdAt: now, changedAt: now };
    const kept = await keep(
      () => this.store.addBuild(variant, []),
      () => void this.varyBuild(build, name),
    );
    if (!kept.ok) return null;
    this.show(variant);
    return variant;
  }
  async removeBuild(build: Build) {
    const removed = await keep(
      () => this.store.removeBuild(build.id),
      () => void this.removeBuild(build),
    );
    if (!removed.ok) return;
    this.builds = this.builds.filter((b) => b.id !== build.id);
    showUndo(`${build.name} was removed.`, () => void this.bringBack(build, removed.value));
  }

  private async bringBack(build: Build, its: Awaited<ReturnType<Store['removeBuild']>>) {
    const back = await keep(
      () => this.store.addBuild(build, its.tapes, its.sheets),
      () => void this.bringBack(build, its),
    );
    if (back.ok) await this.refresh();
  }
}

export const workroom = new Workroom();
