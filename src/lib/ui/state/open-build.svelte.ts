import { itemAt } from '$lib/core/base';
import type { Build } from '$lib/core/build';
import { composeTape, planBuild, type BuildPlan } from '$lib/core/plan';
import type { Problem, Result } from '$lib/core/base';
import type { Workshop } from '$lib/core/workshop';
import { mergeChanges } from '$lib/core/merge';
import { isQuestion, ODDS, type Reading } from '$lib/core/reading';
import { rankTechniques, techniqueQuestion } from '$lib/core/techniques';
import { scoreChanges, stackAt, stackHere, type ScoreChanges } from '$lib/core/score';
import type { Tape } from '$lib/core/tape';
import type { ReadTape, StoredTape } from '$lib/workers';
import { nowIso } from './ids';
import { orFault } from './or-fault';
import { readingsOf, type ReadBuild } from './read-parts';
import { UndoSteps } from './undo-steps.svelte';

/** What an open build stands on. */
export interface BuildNeeds {
  workshop: () => Workshop;
  stored: (id: string) => Promise<Build | null>;
  /** reads all that a build is sewn from */
  read: (build: Build) => Promise<Result<ReadBuild>>;
  /** reads a tape without anybody's roles */
  readTape: (bytes: Uint8Array) => Promise<Result<ReadTape>>;
  /** a tape with left and right changed over, as it is stored */
  mirrored: (tape: Tape) => Promise<Result<StoredTape>>;
  /** stores what was changed since it was stored last; answers it with what another tab has stored since */
  save: (
    unsaved: () => { base: Build; mine: Build } | null,
    again: () => void,
  ) => Promise<{ mine: Build; value: Result<Build> } | null>;
  /** true when it was stored */
  addTape: (id: string, bytes: Uint8Array) => Promise<boolean>;
  /** whether this is what another tab has just stored */
  wasHeard: (build: Build) => boolean;
  tell: (problem: Problem) => void;
  note: (text: string, more?: string) => void;
}

/** One build that is open: every change is an undoable step, stored at once; the plan follows by itself. */
export class OpenBuild {
  constructor(private readonly needs: BuildNeeds) {}

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
  /** as it was read or stored last: what changes are told from */
  private stored: Build | null = null;
  private readonly history = new UndoSteps<Change>();

  private readonly planned = $derived.by(() => {
    const { build, own, ownTape, inserted } = this;
    if (!build || !own || !ownTape) return NO_PLAN;
    return orFault(NO_PLAN, `The score of ${build.name}`, () => {
      return { plan: this.planOf(build, own), tape: composeTape(build, ownTape, own, inserted) };
    });
  });
  readonly plan = $derived<BuildPlan | null>(this.planned.plan);
  /** it is all there, and yet no score can be made of it */
  readonly fault = $derived(this.build !== null && this.own !== null && !this.plan);
  /** with everything that is sewn in between */
  readonly reading = $derived(this.plan?.design.reading ?? null);
  readonly tape = $derived<Tape | null>(this.planned.tape);
  readonly steps = $derived(this.plan?.score.steps ?? []);
  readonly cursor = $derived(Math.min(this.index, Math.max(0, this.steps.length - 1)));
  readonly step = $derived(this.steps[this.cursor]);
  readonly stack = $derived(this.plan ? stackHere(stackAt(this.plan.score, this.cursor), this.step) : null);
  /** every technique on this reading, best first */
  readonly ranking = $derived(this.own ? rankTechniques(this.own) : []);
  /** after a correction by the maker: another technique that fits clearly better now, and the one that it is */
  readonly better = $derived.by(() => {
    const { build, ranking } = this;
    const [best] = ranking;
    const own = ranking.find((m) => m.technique.id === build?.technique);
    const isCorrected = Object.keys(build?.roles ?? {}).length > 0;
    return isCorrected && best && own && best.share > ODDS * own.share ? { best, own } : null;
  });
  /** the best two techniques, where they are about as likely and nobody has said which */
  readonly eitherTechnique = $derived(
    this.build?.techniqueBy === 'reading' && !this.build.typed ? techniqueQuestion(this.ranking) : null,
  );
  /** of how it is made, what no tape tells and nobody has said */
  readonly openChoice = $derived(this.plan?.score.open ?? null);
  /** steps whose block the maker should be asked about */
  readonly questions = $derived(
    this.steps.flatMap((s, i) =>
      s.kind === 'needle' && this.reading && isQuestion(itemAt(this.reading.blocks, s.block).role) ? [i] : [],
    ),
  );

  get canUndo(): boolean {
    return this.history.canUndo;
  }
  get canRedo(): boolean {
    return this.history.canRedo;
  }

  private planOf(build: Build, own: Reading): BuildPlan {
    return planBuild(build, own, this.needs.workshop(), readingsOf(this.inserted));
  }

  async load(id: string) {
    const build = await this.needs.stored(id);
    if (!build || !(await this.read(build)))
      this.problem ??= {
        code: 'no-build',
        message: 'This build is not in this browser.',
        next: 'Go back to Builds, or import its file.',
      };
    else this.build = this.stored = build;
  }
  private async read(build: Build): Promise<boolean> {
    const read = await this.needs.read(build);
    if (!read.ok) {
      this.problem = read.problem;
      return false;
    }
    this.following(() => {
      this.own = read.value.own.reading;
      this.ownTape = read.value.own.tape;
      this.inserted = read.value.inserted;
    });
    return true;
  }
  /** What changes the score keeps the cursor on the step that it is on in that moment, wherever it goes. */
  private following(change: () => void) {
    const stepId = this.step?.id;
    change();
    if (stepId) this.goToStep(stepId);
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
    const change = { before: this.build, after: { ...this.build, ...next } };
    this.history.note(change);
    void this.take(change.after);
  }
  undo() {
    this.changes = null;
    const last = this.build && this.history.back();
    if (last) this.turn(last.after, last.before);
  }
  redo() {
    const next = this.build && this.history.again();
    if (next) this.turn(next.before, next.after);
  }
  /** Only what that change had changed: what another tab has changed since stays. */
  private turn(from: Build, to: Build) {
    if (!this.build) return;
    const { value, conflicts } = mergeChanges(plain(from), plain(to), plain(this.build));
    if (conflicts.length)
      this.needs.note(
        'Another tab has changed the same since; that stays as it is there.',
        'All else was changed back.',
      );
    void this.take(value);
  }
  private async take(next: Build) {
    // At once, so that a change made while this one is stored builds on it.
    await Promise.all([this.show({ ...next, changedAt: nowIso() }), this.save()]);
  }
  /** Puts a build on screen; its tapes are read again where they or the roles have changed. */
  private async show(next: Build) {
    const before = this.build;
    this.following(() => (this.build = next));
    if (before && JSON.stringify(tapesAndRoles(next)) === JSON.stringify(tapesAndRoles(before))) return;
    await this.read(next);
  }
  /** Stores what is on screen and not stored yet. */
  private async save() {
    this.saved = 'saving';
    const unsaved = () =>
      this.stored && this.build && this.stored !== this.build
        ? { base: this.stored, mine: this.build }
        : null;
    const kept = await this.needs.save(unsaved, () => void this.save());
    if (!kept) this.saved = 'saved';
    else if (!kept.value.ok) this.saved = 'failed';
    else {
      await this.adopt(kept.mine, kept.value.value);
      this.saved = this.stored === this.build ? 'saved' : 'saving';
    }
  }
  /** This build was stored elsewhere, as by another tab: what was changed is shown here too. */
  async follow(theirs: Build | undefined) {
    const { stored } = this;
    if (!theirs || !stored || this.saved !== 'saved' || theirs.changedAt === stored.changedAt) return;
    await this.adopt(stored, theirs);
    if (this.needs.wasHeard(theirs))
      this.needs.note(`${theirs.name} was changed in another tab.`, 'This one shows it as it is now.');
  }
  /** What came from elsewhere, under what was changed here meanwhile. */
  private async adopt(base: Build, theirs: Build) {
    this.stored = theirs;
    if (this.build === base) await this.show(theirs);
    else if (this.build)
      await this.show({
        ...mergeChanges(plain(base), plain(this.build), plain(theirs)).value,
        changedAt: nowIso(),
      });
  }
  /** The tapes of this build one by one, for joining them. */
  parts() {
    return this.ownTape && this.own
      ? { tape: this.ownTape, reading: this.own, inserted: this.inserted }
      : null;
  }
  /** What a change would do to the score. */
  wouldChange(next: Partial<Build>): ScoreChanges {
    const before = this.plan?.score;
    if (!this.build || !this.own || !before) return { added: [], removed: [], reworded: [], pieces: [] };
    return scoreChanges(before, this.planOf({ ...this.build, ...next }, this.own).score);
  }
  /** A choice that rewrites steps: the change, and what it did, is told. */
  choose(what: string, next: Partial<Build>) {
    this.changes = { what, by: this.wouldChange(next) };
    this.change(next);
  }
  /** Changes left and right over: the same stitches mirrored, as a tape of its own; what is sewn in between is only moved. */
  async mirror(): Promise<void> {
    if (!this.build || !this.ownTape) return;
    const over = await this.needs.mirrored(this.ownTape);
    if (!over.ok) return this.needs.tell(over.problem);
    const { id: tapeId, bytes } = over.value;
    if (!this.build || !(await this.needs.addTape(tapeId, bytes))) return;
    const { hooping, insertions } = this.build;
    this.change({
      tapeId,
      earlier: null,
      insertions: insertions.map((i) => ({ ...i, dxMm: -i.dxMm })),
      hooping: hooping && {
        ...hooping,
        outline: hooping.outline.map(([x, y]): [number, number] => [-x, y]).reverse(),
      },
    });
  }
  /** The build on another tape of the same stitches, which is stored. True when it was. */
  async takeTape(build: Build, tape: StoredTape | null): Promise<boolean> {
    if (tape && !(await this.needs.addTape(tape.id, tape.bytes))) return false;
    this.change(build);
    return true;
  }
  /** Lays the maker's decisions onto a newer tape; answers what could not be kept. */
  async replaceTape(tapeId: string, fileName: string, bytes: Uint8Array): Promise<string[] | null> {
    if (!this.build || !this.own) return null;
    const answer = await this.needs.readTape(bytes);
    if (!answer.ok) {
      this.needs.tell(answer.problem);
      return null;
    }
    const { carryOver } = await import('./newer-tape');
    const { build, lost } = carryOver(this.build, this.own, answer.value.reading, { tapeId, fileName });
    if (!(await this.needs.addTape(tapeId, bytes))) return null;
    this.change(build);
    return lost;
  }
}

/** One change, as it can be taken back or made again. */
interface Change {
  before: Build;
  after: Build;
}
/** Without its moment, which is nobody's change. */
const plain = (build: Build): Build => ({ ...build, changedAt: '' });
const NO_PLAN: { plan: BuildPlan | null; tape: Tape | null } = { plan: null, tape: null };
/** What a reading depends on. */
const tapesAndRoles = ({ tapeId, roles, typed, insertions, machineId }: Build) => [
  tapeId,
  roles,
  typed,
  typed && machineId,
  insertions.map((i) => i.tapeId),
];
