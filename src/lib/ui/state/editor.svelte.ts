import { roleOverrides, type Build, type ScoreEdit } from '$lib/core/build';
import { planBuild, type BuildPlan } from '$lib/core/plan';
import type { Problem } from '$lib/core/problem';
import { isQuestion, type Reading, type Role } from '$lib/core/reading';
import { rankTechniques } from '$lib/core/techniques';
import { stackAt } from '$lib/core/score';
import type { Tape } from '$lib/core/tape';
import { core } from '$lib/workers';
import { newId, nowIso } from './ids';
import { workroom } from './workroom.svelte';

/** One build under work: every change is an undoable step, stored at once; the plan follows by itself. */
export class BuildEditor {
  build = $state.raw<Build | null>(null);
  reading = $state.raw<Reading | null>(null);
  tape = $state.raw<Tape | null>(null);
  problem = $state.raw<Problem | null>(null);
  saved = $state<'saved' | 'saving' | 'failed'>('saved');
  /** step under the cursor */
  index = $state(0);
  private past = $state.raw<Build[]>([]);
  private future = $state.raw<Build[]>([]);

  readonly plan = $derived<BuildPlan | null>(
    this.build && this.reading
      ? planBuild(this.build, this.reading, $state.snapshot(workroom.workshop) as typeof workroom.workshop)
      : null,
  );
  readonly steps = $derived(this.plan?.score.steps ?? []);
  readonly cursor = $derived(Math.min(this.index, Math.max(0, this.steps.length - 1)));
  readonly step = $derived(this.steps[this.cursor]);
  readonly stack = $derived(this.plan ? stackAt(this.plan.score, this.cursor) : null);
  /** every technique on this reading, best first */
  readonly ranking = $derived(this.reading ? rankTechniques(this.reading) : []);
  /** steps whose block the maker should be asked about */
  readonly questions = $derived(
    this.steps.flatMap((s, i) =>
      s.kind === 'needle' && this.reading && isQuestion(this.reading.blocks[s.block].role) ? [i] : [],
    ),
  );
  readonly canUndo = $derived(this.past.length > 0);
  readonly canRedo = $derived(this.future.length > 0);

  async load(id: string) {
    const build = workroom.builds.find((b) => b.id === id) ?? null;
    const bytes = build && (await workroom.store.tape(build.tapeId));
    if (!build || !bytes) {
      this.problem = {
        code: 'no-build',
        message: 'This build is not in this browser.',
        next: 'Go back to Builds, or import its file.',
      };
      return;
    }
    this.build = build;
    await this.read(bytes);
  }
  private async read(bytes: Uint8Array) {
    if (!this.build) return;
    const answer = await core().read(bytes, workroom.numbers['reading.trimJumps'], roleOverrides(this.build));
    if (answer.ok) {
      this.tape = answer.tape;
      this.reading = answer.reading;
    } else this.problem = answer.problem;
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

  change(next: Partial<Build>) {
    if (!this.build) return;
    this.past = [...this.past.slice(-MOST_UNDO), this.build];
    this.future = [];
    void this.take({ ...this.build, ...next });
  }
  undo() {
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
    const rolesBefore = JSON.stringify(this.build?.roles);
    const stepId = this.step?.id;
    this.build = { ...next, changedAt: nowIso() };
    if (stepId) this.goToStep(stepId);
    this.saved = 'saving';
    const stored = await workroom.saveBuild(this.build);
    this.saved = stored.ok ? 'saved' : 'failed';
    if (JSON.stringify(next.roles) !== rolesBefore) {
      const bytes = await workroom.store.tape(next.tapeId);
      if (bytes) await this.read(bytes);
      if (stepId) this.goToStep(stepId);
    }
  }

  setRole(block: number, role: Role | null) {
    if (!this.build) return;
    const { [String(block)]: _, ...others } = this.build.roles;
    this.change({ roles: role ? { ...others, [String(block)]: role } : others });
  }
  setThread(block: number, thread: Build['threads'][number]) {
    if (!this.build || !this.reading) return;
    const threads = this.reading.blocks.map((_, i) => this.build?.threads[i] ?? NO_THREAD);
    this.change({ threads: threads.with(block, thread) });
  }
  setMaterial(pieceId: string, change: Build['materials'][string]) {
    if (!this.build) return;
    this.change({
      materials: { ...this.build.materials, [pieceId]: { ...this.build.materials[pieceId], ...change } },
    });
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
  /** One place earlier (-1) or later (1). */
  shift(stepId: string, by: -1 | 1) {
    const at = this.steps.findIndex((s) => s.id === stepId);
    const to = by < 0 ? at - 1 : at + 2;
    if (at < 0 || to < 0 || to > this.steps.length) return;
    this.moveTo(stepId, to);
  }
}

const MOST_UNDO = 200;
export const NO_THREAD = { name: 'thread', colour: '#777777' };
