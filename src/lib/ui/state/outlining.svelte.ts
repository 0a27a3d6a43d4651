import { untrack } from 'svelte';
import type { LengthUnit, Problem, Result } from '$lib/core/base';
import {
  draftSchema,
  newDraft,
  recipeOf,
  rowsOf,
  stopsOf,
  writtenIn,
  type Advice,
  type Draft,
  type DraftShape,
  type DraftTask,
  type RecipeId,
  type RowChange,
  type WorkedOut,
  type Written,
} from '$lib/core/recipe';
import type { Workshop } from '$lib/core/workshop';
import { UndoSteps } from './undo-steps.svelte';

/** What a draft stands on. */
export interface OutliningNeeds {
  workOut: (task: DraftTask) => Promise<Result<WorkedOut>>;
  write: (written: Written) => Promise<Result<Pick<DraftTask, 'outlines' | 'strokes'>>>;
  tape: (id: string) => Promise<Uint8Array | null>;
  workshop: () => Workshop;
  unit: () => LengthUnit;
  /** as it was left; not checked yet */
  kept: () => Promise<unknown>;
  keep: (draft: Draft) => Promise<void>;
}

/** What is drawn next. */
type Asked = Pick<DraftTask, 'draft' | 'workshop' | 'unit'>;

/** A draft of construction lines: what is decided of it, what follows, and the way back. mm */
export class Outlining {
  constructor(private readonly needs: OutliningNeeds) {}

  draft = $state.raw<Draft>(newDraft('applique'));
  /** the line whose figures are looked at */
  chosenId = $state<string | null>(null);
  /** the last that could be drawn; it stays while a figure is wrong */
  worked = $state.raw<WorkedOut | null>(null);
  /** what it was before the last change */
  before = $state.raw<WorkedOut | null>(null);
  private drawnOf: Draft | null = null;
  problem = $state.raw<Problem | null>(null);
  isReady = $state(false);
  /** drafts from before each change */
  private readonly history = new UndoSteps<Draft>();
  isWorking = $state(false);
  private asked: Asked | null = null;
  private running: Promise<void> | null = null;

  readonly recipe = $derived(recipeOf(this.draft));
  readonly rows = $derived(rowsOf(this.draft));
  /** with the stops that the machine counts; of the design as many as were drawn */
  readonly stops = $derived(
    stopsOf(
      this.rows,
      this.draft.tapeId === null
        ? 0
        : (this.worked?.drawing.hoopings[0]?.blocks.filter(({ role }) => role === null).length ?? 1),
    ),
  );
  readonly chosen = $derived(this.rows.find(({ id }) => id === this.chosenId) ?? null);
  /** nothing of what is shown is of another draft */
  readonly isDrawn = $derived(this.worked !== null && this.problem === null);
  get canUndo(): boolean {
    return this.history.canUndo;
  }
  get canRedo(): boolean {
    return this.history.canRedo;
  }

  /** Takes up the draft that was left, once. @param design a build's tape to begin round, and its name */
  async begin(design: { tapeId: string; name: string } | null): Promise<void> {
    const kept = draftSchema.safeParse(await this.needs.kept().catch(() => null)).data;
    if (kept) this.draft = kept;
    if (design) this.goRound(design.tapeId, design.name);
    this.isReady = true;
  }
  /** Works out what there is now. Of changes that come while it is at work only the last is drawn. */
  redraw(): Promise<void> {
    this.asked = { draft: this.draft, workshop: this.needs.workshop(), unit: this.needs.unit() };
    return untrack(() => (this.running ??= this.work()));
  }
  private async work() {
    this.isWorking = true;
    for (let asked = this.asked; asked; asked = this.asked) {
      this.asked = null;
      await this.draw(asked);
    }
    this.isWorking = false;
    this.running = null;
  }
  private async draw(asked: Asked) {
    const { draft } = asked;
    const design = draft.tapeId ? await this.needs.tape(draft.tapeId) : null;
    const written = await this.needs.write(writtenIn(draft));
    const worked = written.ok ? await this.needs.workOut({ ...asked, design, ...written.value }) : written;
    // It has been changed meanwhile.
    if (this.asked) return;
    if (worked.ok) {
      if (this.drawnOf !== draft) this.before = this.worked;
      this.drawnOf = draft;
      this.worked = worked.value;
    }
    this.problem = worked.ok ? null : worked.problem;
  }

  private set(next: Draft) {
    if (JSON.stringify(next) === JSON.stringify(this.draft)) return;
    this.history.note(this.draft);
    this.take(next);
  }
  private take(next: Draft) {
    this.draft = next;
    void this.needs.keep(next);
  }
  undo() {
    const before = this.history.back(() => this.draft);
    if (before) this.take(before);
  }
  redo() {
    const next = this.history.again(() => this.draft);
    if (next) this.take(next);
  }
  rename(name: string) {
    this.set({ ...this.draft, name });
  }
  /** Another recipe: the shape stays, its lines are as usual. */
  takeRecipe(recipe: RecipeId) {
    this.chosenId = null;
    this.set({ ...this.draft, recipe, cloth: null, parts: {} });
  }
  /** What it is made of, instead of the recipe's own. */
  takeCloth(cloth: Draft['cloth']) {
    this.set({ ...this.draft, cloth });
  }
  setShape(change: Partial<DraftShape>) {
    this.set({ ...this.draft, shape: { ...this.draft.shape, ...change } });
  }
  /** One of its two sizes: that one stays when a border changes. */
  setSize(holds: Draft['holds'], side: 'width' | 'height', mm: number) {
    const size = this.worked?.drawing.size[holds];
    const { shape } = this.draft;
    // What was the other size becomes this one, so that only the side that was typed changes.
    const from = size && holds !== this.draft.holds ? { widthMm: size.width, heightMm: size.height } : shape;
    const round = (v: number) => Math.round(v * 100) / 100;
    const typed = { width: { widthMm: mm }, height: { heightMm: mm } }[side];
    const { widthMm, heightMm } = { widthMm: round(from.widthMm), heightMm: round(from.heightMm), ...typed };
    this.set({ ...this.draft, holds, shape: { ...shape, widthMm, heightMm } });
  }
  setPart(id: string, change: RowChange) {
    this.set({
      ...this.draft,
      parts: { ...this.draft.parts, [id]: { ...this.draft.parts[id], ...change } },
    });
  }
  /** A line with its usual figures again. */
  resetPart(id: string) {
    const { [id]: _, ...parts } = this.draft.parts;
    this.set({ ...this.draft, parts });
  }
  isChanged(id: string): boolean {
    return Object.keys(this.draft.parts[id] ?? {}).some((key) => key !== 'isOn');
  }
  /** A design in the middle, that the lines go round. */
  goRound(tapeId: string, name: string) {
    const { shape } = this.draft;
    this.set({ ...this.draft, tapeId, name: this.draft.name || name, shape: { ...shape, kind: 'tape' } });
  }
  withoutDesign() {
    const { shape } = this.draft;
    const kind = shape.kind === 'tape' ? 'rectangle' : shape.kind;
    this.set({ ...this.draft, tapeId: null, shape: { ...shape, kind } });
  }
  settle({ fix }: Advice) {
    if (!fix) return;
    const { draft } = this;
    const parts = { ...draft.parts };
    for (const [id, change] of Object.entries(fix.parts ?? {})) parts[id] = { ...parts[id], ...change };
    this.set({ ...draft, parts, shape: { ...draft.shape, ...fix.shape } });
  }
  /** Everything as it was before the first change. */
  startAgain() {
    this.chosenId = null;
    this.set(newDraft(this.draft.recipe));
  }
}
