import { withMaterial, type Build, type ScoreEdit } from '$lib/core/build';
import { carryOver, composeTape, planBuild, type BuildPlan } from '$lib/core/plan';
import type { Problem } from '$lib/core/problem';
import { openFindings } from '$lib/core/check';
import { isQuestion, type Reading, type Role } from '$lib/core/reading';
import { rankTechniques } from '$lib/core/techniques';
import { scoreChanges, stackAt, type ScoreChanges } from '$lib/core/score';
import type { Tape } from '$lib/core/tape';
import { readInWorker } from '$lib/workers';
import { attempt } from '$lib/store';
import { newId, nowIso } from './ids';
import { showProblem } from './notices';
import { readBuild, readingsOf, type ReadBuild } from './read-build.svelte';
import { workroom } from './workroom.svelte';

/** One build under work: every change is an undoable step, stored at once; the plan follows by itself. */
export class BuildEditor {
  build = $state.raw<Build | null>(null);
  /** of the build's own tape, or of its typed stops */
  own = $state.raw<Reading | null>(null);
  private ownTape = $state.raw<Tape | null>(null);
  /** tapes that are sewn in between, by insertion */
  private inserted = $state.raw<ReadBuild['inserted']>({});
  /** what the last choice did to the score, told once */
  changes = $state.raw<{ what: string; by: ScoreChanges } | null>(null);
  problem = $state.raw<Problem | null>(null);
  saved = $state<'saved' | 'saving' | 'failed'>('saved');
  /** step under the cursor */
  index = $state(0);
  private past = $state.raw<Build[]>([]);
  private future = $state.raw<Build[]>([]);

  readonly plan = $derived<BuildPlan | null>(
    this.build && this.own ? this.planOf(this.build, this.own) : null,
  );
  /** with everything that is sewn in between */
  readonly reading = $derived(this.plan?.reading ?? null);
  readonly tape = $derived(
    this.build && this.ownTape && this.own
      ? composeTape(this.build, this.ownTape, this.own, this.inserted)
      : null,
  );
  readonly findings = $derived(openFindings(this.plan?.findings ?? []));
  readonly steps = $derived(this.plan?.score.steps ?? []);
  readonly cursor = $derived(Math.min(this.index, Math.max(0, this.steps.length - 1)));
  readonly step = $derived(this.steps[this.cursor]);
  readonly stack = $derived(this.plan ? stackAt(this.plan.score, this.cursor) : null);
  /** every technique on this reading, best first */
  readonly ranking = $derived(this.own ? rankTechniques(this.own) : []);
  /** steps whose block the maker should be asked about */
  readonly questions = $derived(
    this.steps.flatMap((s, i) =>
      s.kind === 'needle' && this.reading && isQuestion(this.reading.blocks[s.block].role) ? [i] : [],
    ),
  );
  readonly canUndo = $derived(this.past.length > 0);
  readonly canRedo = $derived(this.future.length > 0);

  private planOf(build: Build, own: Reading): BuildPlan {
    const workshop = $state.snapshot(workroom.workshop) as typeof workroom.workshop;
    return planBuild(build, own, workshop, readingsOf(this.inserted), nowIso().slice(0, 10));
  }

  async load(id: string) {
    const build = workroom.builds.find((b) => b.id === id) ?? null;
    if (!build || !(await this.read(build)))
      this.problem ??= {
        code: 'no-build',
        message: 'This build is not in this browser.',
        next: 'Go back to Builds, or import its file.',
      };
    else this.build = build;
  }
  private async read(build: Build): Promise<boolean> {
    const read = await readBuild(build);
    if (!read.ok) {
      this.problem = read.problem;
      return false;
    }
    this.own = read.value.own.reading;
    this.ownTape = read.value.own.tape;
    this.inserted = read.value.inserted;
    return true;
  }

  goTo(index: number) {
    this.index = Math.max(0, Math.min(index, this.steps.length - 1));
  }
  /** To the next question after the cursor, round to the first. */
  nextQuestion() {
    const next = this.questions.find((i) => i > this.cursor) ?? this.questions[0];
    if (next !== undefined) this.index = next;
  }
  goToStep(id: string) {
    const at = this.steps.findIndex((s) => s.id === id);
    if (at >= 0) this.index = at;
  }

  goToBlock(block: number) {
    const at = this.steps.findIndex((s) => s.kind === 'needle' && s.block === block);
    if (at >= 0) this.index = at;
  }

  change(next: Partial<Build>) {
    if (!this.build) return;
    this.past = [...this.past.slice(-MOST_UNDO), this.build];
    this.future = [];
    void this.take({ ...this.build, ...next });
  }
  undo() {
    this.changes = null;
    const last = this.past.at(-1);
    if (!last || !this.build) return;
    this.past = this.past.slice(0, -1);
    this.future = [...this.future, this.build];
    void this.take(last);
  }
  redo() {
    const next = this.future.at(-1);
    if (!next || !this.build) return;
    this.future = this.future.slice(0, -1);
    this.past = [...this.past, this.build];
    void this.take(next);
  }
  private async take(next: Build) {
    const before = this.build;
    const stepId = this.step?.id;
    // At once, so that a change made while this one is stored builds on it.
    this.build = { ...next, changedAt: nowIso() };
    if (stepId) this.goToStep(stepId);
    this.saved = 'saving';
    const stored = await workroom.saveBuild(this.build);
    this.saved = stored.ok ? 'saved' : 'failed';
    if (before && JSON.stringify(tapesAndRoles(next)) === JSON.stringify(tapesAndRoles(before))) return;
    await this.read(this.build);
    if (stepId) this.goToStep(stepId);
  }
  /** The tapes of this build one by one, for joining them. */
  parts() {
    return this.ownTape && this.own
      ? { tape: this.ownTape, reading: this.own, inserted: this.inserted }
      : null;
  }
  /** A choice that rewrites steps: the change, and what it did, is told. */
  choose(what: string, next: Partial<Build>) {
    const before = this.plan?.score;
    if (!this.build || !this.own || !before) return;
    const after = this.planOf({ ...this.build, ...next }, this.own).score;
    this.changes = { what, by: scoreChanges(before, after) };
    this.change(next);
  }
  /** Lays the maker's decisions onto a newer tape; answers what could not be kept. */
  async replaceTape(tapeId: string, fileName: string, bytes: Uint8Array): Promise<string[] | null> {
    if (!this.build || !this.own) return null;
    const answer = await readInWorker(bytes, workroom.numbers['reading.trimJumps'], {});
    if (!answer.ok) {
      showProblem(answer.problem);
      return null;
    }
    const { build, lost } = carryOver(this.build, this.own, answer.value.reading, { tapeId, fileName });
    const stored = await attempt(() => workroom.store.addTape({ id: tapeId, bytes }));
    if (!stored.ok) {
      showProblem(stored.problem);
      return null;
    }
    this.change(build);
    return lost;
  }

  setRole(block: number, role: Role | null) {
    if (!this.build) return;
    const { typed } = this.build;
    if (typed && role) {
      const stops = typed.stops.with(block, { ...typed.stops[block], role });
      return this.change({ typed: { ...typed, stops } });
    }
    const { [String(block)]: _, ...others } = this.build.roles;
    this.change({ roles: role ? { ...others, [String(block)]: role } : others });
  }
  setThread(block: number, thread: Build['threads'][number]) {
    if (!this.build || !this.reading) return;
    const threads = this.reading.blocks.map((_, i) => this.build?.threads[i] ?? NO_THREAD);
    this.change({ threads: threads.with(block, thread) });
  }
  setMaterial(pieceId: string, change: Build['materials'][string]) {
    if (this.build) this.change(withMaterial(this.build, pieceId, change));
  }
  edit(edit: ScoreEdit) {
    if (this.build) this.change({ edits: [...this.build.edits, edit] });
  }
  rename(stepId: string, title: string, text: string) {
    this.edit({ kind: 'rename', stepId, title, text });
  }
  remove(stepId: string) {
    const at = this.cursor;
    this.edit({ kind: 'remove', stepId });
    this.goTo(at);
  }
  /** Puts in a hand step before the step at `index`. */
  insert(index: number, title: string, text: string, seconds: number) {
    const id = `own:${newId()}`;
    this.edit({
      kind: 'insert',
      stepId: id,
      before: this.steps[index]?.id ?? null,
      title,
      text,
      side: 'front',
      seconds,
    });
    this.goToStep(id);
  }
  /** Moves a hand step to stand before the step at `index`. */
  moveTo(stepId: string, index: number) {
    this.edit({ kind: 'move', stepId, before: this.steps[index]?.id ?? null });
    this.goToStep(stepId);
  }
  /** Passes a block over on the machine, or sews it after all. */
  skip(stepId: string, skip: boolean) {
    this.edit({ kind: 'skip', stepId, skip });
  }
  /** Sews a block once more, right after it, in its own or another thread. */
  again(stepId: string, thread: Build['threads'][number] | null) {
    const id = `again:${newId()}`;
    this.edit({ kind: 'again', stepId: id, of: stepId, thread });
    this.goToStep(id);
  }
  /** One place earlier (-1) or later (1). */
  shift(stepId: string, by: -1 | 1) {
    const at = this.steps.findIndex((s) => s.id === stepId);
    const to = by < 0 ? at - 1 : at + 2;
    if (at < 0 || to < 0 || to > this.steps.length) return;
    this.moveTo(stepId, to);
  }
}

/** What a reading depends on. */
const tapesAndRoles = ({ tapeId, roles, typed, insertions, machineId }: Build) => [
  tapeId,
  roles,
  typed,
  typed && machineId,
  insertions.map((i) => i.tapeId),
];
const MOST_UNDO = 200;
export const NO_THREAD = { name: 'thread', colour: '#777777' };
