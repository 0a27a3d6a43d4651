import * as z from 'zod';
import { withMaterial, type Build } from '$lib/core/build';
import {
  asLayoutStock,
  gatherChecklist,
  gatherNotions,
  gatherPieces,
  purchaseOf,
  purchaseOfNotion,
  shopStock,
  tooLarge,
  type ChecklistLine,
  type CutDemand,
  type CutGroup,
} from '$lib/core/cut';
import { layoutReportSchema } from '$lib/core/exchange';
import { mergeChanges } from '$lib/core/merge';
import {
  alternativesOf,
  compareLayouts,
  asGiven,
  type Compared,
  type Layout,
  type LayoutStock,
} from '$lib/core/nesting';
import { planBuild, type BuildPlan } from '$lib/core/plan';
import { itemAt, formatLength, type Problem } from '$lib/core/base';
import { cutAlready, takeLayout, usesOf } from '$lib/core/stock';
import { hoopBase } from '$lib/core/hoop';
import { layoutWatched } from '$lib/workers';
import { orFault } from './faults';
import { newId } from './ids';
import { jobs } from './jobs.svelte';
import { showProblem } from './notices';
import { readBuild, readingsOf, type ReadBuild } from './read-build.svelte';
import { workroom } from './workroom.svelte';

/** Seconds spent on the layout of one material, and on each way that is compared. */
const SECONDS = 1.5;
const SECONDS_COMPARED = 0.5;
/** The newest builds; a workroom of years has many that nobody cuts for any more. */
const CHOSEN_AT_FIRST = 12;

const layoutSchema = layoutReportSchema.omit({ seconds: true });
const isGroup = (value: unknown): value is CutGroup =>
  z
    .looseObject({
      key: z.string(),
      name: z.string(),
      pieces: z.array(z.looseObject({ id: z.string() })),
      stock: z.array(z.looseObject({ id: z.string() })),
      plies: z.number(),
    })
    .safeParse(value).success;
const laidSchema = z.object({
  /** of this very layout: it leaves the shelf only once */
  id: z.string(),
  group: z.custom<CutGroup>(isGroup),
  layout: layoutSchema.nullable(),
  /** what no stock holds, as it would be bought; null when nothing is short */
  toBuy: layoutSchema.nullable(),
  /** the way that the maker chose among those compared */
  way: z.string().nullable(),
});
/** One material with its layout. */
export type LaidGroup = z.infer<typeof laidSchema>;
const keptSchema = z.object({
  chosen: z.array(z.string()),
  edgeToEdge: z.boolean(),
  laid: z.array(laidSchema),
  /** cuts and things that are ticked off */
  ticks: z.array(z.string()),
  /** ms, by build: pieces cut before belong to an order that is done */
  since: z.record(z.string(), z.number()),
});

type Kept = z.infer<typeof keptSchema>;

/** What is to be cut for the chosen builds, and how it lies on the shelf's stock. Kept over a reload. */
class Cutting {
  chosen = $state.raw<string[]>([]);
  edgeToEdge = $state(true);
  laid = $state.raw<LaidGroup[]>([]);
  ticks = $state.raw<string[]>([]);
  private since = $state.raw<Record<string, number>>({});
  status = $state<'loading' | 'idle' | 'working'>('loading');
  /** why there is no build to cut for, though there are builds */
  problem = $state.raw<Problem | null>(null);
  private reads = $state.raw<Read[]>([]);
  compared = $state.raw<Record<string, Compared[]>>({});

  private readonly workshop = $derived(workroom.workshopNow());
  /** every build as it is planned with the figures and the unit of now */
  readonly plans = $derived(
    this.reads.flatMap(({ build: asRead, read }): { build: Build; plan: BuildPlan }[] => {
      const build = workroom.builds.find((b) => b.id === asRead.id) ?? asRead;
      // One that cannot be worked out, its own page says so, keeps no other from being cut.
      return orFault([], `The pieces of ${build.name}`, () => [
        { build, plan: planBuild(build, read.own.reading, this.workshop, readingsOf(read.inserted)) },
      ]);
    }),
  );
  private readonly demands = $derived(
    this.plans
      .filter(({ build }) => this.chosen.includes(build.id))
      .map(({ build, plan }): CutDemand => ({
        build: { id: build.id, name: build.name },
        pieces: plan.cut.pieces,
        scorePieces: plan.score.pieces,
        notions: plan.cut.notions,
        order: plan.order,
      })),
  );
  readonly already = $derived(cutAlready(workroom.movements, this.since));
  readonly groups = $derived(
    gatherPieces(this.demands, this.workshop.stock, workroom.numbers['cut.plies'], this.already),
  );
  readonly large = $derived(this.groups.flatMap(tooLarge));
  /** layouts that are in use, by their id: the movement that took them */
  readonly taken = $derived(
    Object.fromEntries(
      workroom.movements.flatMap((m) =>
        m.layoutId && m.kind === 'cut' && !m.undone ? [[m.layoutId, m.id]] : [],
      ),
    ),
  );
  /** layouts of pieces or stock that have changed since; what is in use stays as it was */
  readonly outdated = $derived(
    this.laid.some(
      (l) => !this.taken[l.id] && asked(l.group) !== asked(this.groups.find((g) => g.key === l.group.key)),
    ),
  );
  /** materials that are not laid out, as when it was stopped on the way */
  readonly missing = $derived(
    this.groups.filter((g) => !this.laid.some((l) => l.group.key === g.key && !this.taken[l.id])).length,
  );
  readonly purchases = $derived([
    ...this.laid
      .filter((l) => l.toBuy && !this.taken[l.id])
      .map(({ group, toBuy }) =>
        purchaseOf(group.name, group.material, toBuy as Layout, this.shop(group), workroom.unit),
      ),
    ...gatherNotions(this.demands).map((n) =>
      purchaseOfNotion(n, (mm) => formatLength(mm, workroom.unit), this.workshop.sold),
    ),
  ]);
  readonly checklists = $derived(
    this.plans
      .filter(({ build }) => this.chosen.includes(build.id))
      .map(({ build, plan }): { build: Build; lines: ChecklistLine[] } => ({
        build,
        lines: gatherChecklist(build, plan, plan.cut.notions, workroom.unit),
      })),
  );

  /** Reads the builds again, and what was kept of the last time. */
  async load() {
    if (this.status === 'working') return;
    if (!(await this.readKept())) this.chosen = workroom.builds.slice(0, CHOSEN_AT_FIRST).map((b) => b.id);
    const wanted = workroom.builds.filter((b) => this.chosen.includes(b.id));
    const { reads, unread } = await readAll(wanted);
    this.reads = reads;
    // Once: what keeps one from being read mostly keeps all.
    this.problem = this.reads.length ? null : (unread[0] ?? null);
    if (this.reads.length && unread.length) showProblem(itemAt(unread, 0));
    this.status = 'idle';
  }
  /** One that is chosen for the first time. */
  private async readOne(build: Build) {
    const { reads, unread } = await readAll([build]);
    this.reads = [...this.reads.filter((r) => r.build.id !== build.id), ...reads];
    if (unread.length) showProblem(itemAt(unread, 0));
  }
  /** as it was read or stored last */
  private stored: Kept | undefined;
  private async readKept(): Promise<Kept | undefined> {
    this.stored = keptSchema.safeParse(await workroom.store.setting('cutting')).data;
    if (this.stored) Object.assign(this, this.stored);
    return this.stored;
  }
  private keep() {
    const { chosen, edgeToEdge, laid, ticks, since } = this;
    const mine = { chosen, edgeToEdge, laid, ticks, since };
    const base = this.stored;
    this.stored = mine;
    void workroom.saveSetting('cutting', base, mine);
  }
  constructor() {
    // What another tab has ticked, chosen or laid is shown here too.
    workroom.onSetting('cutting', () => this.status === 'idle' && void this.readKept());
  }
  choose(id: string, on: boolean) {
    this.chosen = on ? [...this.chosen, id] : this.chosen.filter((c) => c !== id);
    this.keep();
    const build = workroom.builds.find((b) => b.id === id);
    const isRead = this.reads.some((r) => r.build.id === id);
    if (on && build && !isRead) void this.readOne(build);
  }
  /** changes of a piece made here, the last at the end */
  private past = $state.raw<{ before: Build; after: Build }[]>([]);
  readonly canUndo = $derived(this.past.length > 0);
  /** Changes a piece where it is seen: material, margin, turning, shape. */
  async changePiece(buildId: string, pieceId: string, change: Build['materials'][string]) {
    const before = workroom.builds.find((b) => b.id === buildId);
    if (!before) return;
    const after = withMaterial(before, pieceId, change);
    if (await workroom.changeBuild(buildId, (b) => withMaterial(b, pieceId, change)))
      this.past = [...this.past, { before, after }];
  }
  async undo() {
    const last = this.past.at(-1);
    if (!last) return;
    const { before, after } = last;
    if (await workroom.changeBuild(after.id, (b) => mergeChanges(after, before, b).value))
      this.past = this.past.slice(0, -1);
  }
  setEdgeToEdge(on: boolean) {
    this.edgeToEdge = on;
    this.keep();
  }
  tick(id: string, on: boolean) {
    this.ticks = on ? [...this.ticks, id] : this.ticks.filter((t) => t !== id);
    this.keep();
  }
  /** The pieces of a build that are cut belong to an order that is done: all are asked for again. */
  cutAnew(buildId: string) {
    this.since = { ...this.since, [buildId]: Date.now() };
    this.keep();
  }
  /** Takes what is in use off the screen; the shelf's history keeps it. */
  putAway(id: string) {
    this.laid = this.laid.filter((l) => l.id !== id);
    this.keep();
  }

  private get how() {
    return { edgeToEdge: this.edgeToEdge, gapMm: this.edgeToEdge ? 0 : workroom.numbers['cut.nestGap'] };
  }
  private shop = (group: CutGroup) => shopStock(group.material, this.workshop.stock, this.workshop.sold);

  /** Lays everything out, material by material; can be stopped, and then keeps the best so far. */
  async layOut() {
    this.status = 'working';
    const inUse = this.laid.filter((l) => this.taken[l.id]);
    const laid: LaidGroup[] = [];
    const groups = this.groups;
    await jobs.watch('Laying out', async (tell, signal) => {
      for (const [i, group] of groups.entries()) {
        const id = newId();
        const show = (l: LaidGroup) => (this.laid = [...inUse, ...laid, l]);
        const own = await this.layGroup(group, signal, (layout) =>
          show({ id, group, layout, toBuy: null, way: null }),
        );
        // Stopped or failed before there was any answer: that says nothing about the shelf.
        if (!own) break;
        laid.push({ id, group, ...own, way: null });
        this.laid = [...inUse, ...laid];
        tell((i + 1) / groups.length);
        if (signal.aborted) break;
      }
    });
    this.compared = {};
    this.status = 'idle';
    this.keep();
  }
  private async layGroup(
    group: CutGroup,
    signal: AbortSignal,
    show: (layout: Layout) => void,
  ): Promise<Pick<LaidGroup, 'layout' | 'toBuy'> | null> {
    const request = { ...this.how, seconds: SECONDS };
    const pieces = plainPieces(group);
    const layout = group.stock.length
      ? await this.look({ ...request, pieces, stock: asLayoutStock(group.stock) }, show, signal)
      : null;
    if (group.stock.length && !layout) return null;
    const toBuy = await this.layToBuy(group, layout, signal);
    return { layout, toBuy };
  }
  /** null: it was stopped before there was any, or could not be looked for, which is told. */
  private async look(...asked: Parameters<typeof layoutWatched>): Promise<Layout | null> {
    const found = await layoutWatched(...asked);
    if (found.ok) return found.value;
    showProblem(found.problem);
    return null;
  }
  /** What the shelf does not hold, laid out on what is sold. */
  private async layToBuy(group: CutGroup, layout: Layout | null, signal: AbortSignal) {
    const left = new Map(layout?.unplaced.map((u) => [u.pieceId, u.quantity]));
    const short = plainPieces(group).flatMap((p) => {
      const quantity = layout ? (left.get(p.id) ?? 0) : p.quantity;
      return quantity ? [{ ...p, quantity }] : [];
    });
    if (!short.length) return null;
    const request = { ...this.how, seconds: SECONDS_COMPARED };
    return this.look({ ...request, pieces: short, stock: [this.shop(group)] }, () => undefined, signal);
  }

  /** The ways of cutting one material beside each other: this roll or that, along or across. */
  async compare(laid: LaidGroup) {
    const { group } = laid;
    const stock = asLayoutStock(group.stock);
    const name = (id: string) => group.stock.find((s) => s.id === id)?.name ?? id;
    const alternatives = alternativesOf(plainPieces(group), stock, name);
    await jobs.watch('Comparing', async (tell, signal) => {
      const answers: { alternative: (typeof alternatives)[number]; layout: Layout }[] = [];
      for (const [i, alternative] of alternatives.entries()) {
        const layout = await this.look(
          { pieces: alternative.pieces, stock: alternative.stock, ...this.how, seconds: SECONDS_COMPARED },
          () => undefined,
          signal,
        );
        if (layout) answers.push({ alternative, layout: asGiven(alternative, layout) });
        if (signal.aborted) break;
        tell((i + 1) / alternatives.length);
      }
      this.compared = { ...this.compared, [laid.id]: compareLayouts(answers, stock) };
    });
  }
  /** Takes one of the compared alternatives in place of the layout. */
  async take(laid: LaidGroup, alternative: Compared) {
    const toBuy = await this.layToBuy(laid.group, alternative.layout, new AbortController().signal);
    this.laid = this.laid.map((l) =>
      l.id === laid.id ? { ...l, layout: alternative.layout, toBuy, way: alternative.label } : l,
    );
    this.keep();
  }

  /** Takes a layout into use: it leaves the shelf, useful rests come onto it. */
  async intoUse({ id, group, layout }: LaidGroup) {
    if (!layout?.sheets.length) return;
    const { stock, hoops, machines } = this.workshop;
    const bases = hoops.flatMap((h) => {
      const machine = machines.find((m) => m.id === h.machineId);
      return machine ? [hoopBase(h, machine, workroom.numbers)] : [];
    });
    const pieces = this.plans.flatMap(({ plan }) =>
      plan.cut.pieces.map((p) => ({
        material: p.material,
        widthMm: p.width.cutMm,
        heightMm: p.height.cutMm,
      })),
    );
    const changes = takeLayout(layout, stock, {
      edgeToEdge: this.edgeToEdge,
      uses: usesOf(group.material, pieces, bases),
      leastMm: workroom.numbers['cut.usefulLeast'],
      newId,
    });
    const placed = layout.sheets.flatMap((s) => s.placements.map((p) => p.pieceId));
    await workroom.moveStock({
      kind: 'cut',
      what: `${group.name}: ${placed.length} pieces`,
      layoutId: id,
      changes,
      pieces: [...new Set(placed)].map((pieceId) => ({
        id: pieceId,
        quantity: placed.filter((p) => p === pieceId).length,
      })),
    });
    this.keep();
  }
  async backFromUse({ id }: LaidGroup) {
    await workroom.undoMovement(itemAt(this.taken, id));
  }
  /** stock of a laid group, as it was when it was laid out */
  stockOf = ({ group }: LaidGroup): LayoutStock[] => asLayoutStock(group.stock);
}
export const cutting = new Cutting();

interface Read {
  build: Build;
  read: ReadBuild;
}
/** Those that can be read, and why the others cannot. */
async function readAll(builds: readonly Build[]): Promise<{ reads: Read[]; unread: Problem[] }> {
  const reads: Read[] = [];
  const unread: Problem[] = [];
  for (const build of builds) {
    const read = await readBuild(build);
    if (read.ok) reads.push({ build, read: read.value });
    else unread.push({ ...read.problem, message: `${build.name}: ${read.problem.message}` });
  }
  return { reads, unread };
}
const plainPieces = (group: CutGroup) =>
  group.pieces.map(({ id, widthMm, heightMm, quantity, mayTurn }) => ({
    id,
    widthMm,
    heightMm,
    quantity,
    mayTurn,
  }));
/** What a layout depends on, to be compared. */
const asked = (group: CutGroup | undefined) =>
  JSON.stringify(group && [plainPieces(group), asLayoutStock(group.stock)]);
