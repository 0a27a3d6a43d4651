import * as z from 'zod';
import { formatLength, itemAt, type Problem } from '$lib/core/base';
import { withMaterial, type Build } from '$lib/core/build';
import {
  gatherNotions,
  gatherPieces,
  purchaseOf,
  purchaseOfBobbins,
  purchaseOfNeedles,
  purchaseOfNotion,
  purchaseOfThread,
  tooLarge,
} from '$lib/core/cut';
import { bobbinsToBuy } from '$lib/core/demand';
import { hoopBases } from '$lib/core/hoop';
import { mergeChanges } from '$lib/core/merge';
import { placedCount, placedPieces, type Compared } from '$lib/core/nesting';
import { cutAlready, takeLayout, usesOf, type Movement } from '$lib/core/stock';
import { gatherThreads } from '$lib/core/thread';
import type { WoundBobbin } from '$lib/core/workshop';
import { CutDemands, type DemandNeeds } from './cut-demands.svelte';
import { CutLayouts, isOutdated, laidSchema, type LaidGroup, type LayoutNeeds } from './cut-layouts.svelte';
import { newId } from './ids';

/** The newest builds; a workroom of years has many that nobody cuts for any more. */
const CHOSEN_AT_FIRST = 12;

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

/** What the cutting table stands on. */
export interface CuttingNeeds extends DemandNeeds, LayoutNeeds {
  builds: () => readonly Build[];
  movements: () => readonly Movement[];
  /** those that wait at the machines */
  woundBobbins: () => readonly WoundBobbin[];
  changeBuild: (id: string, change: (build: Build) => Build) => Promise<boolean>;
  moveStock: (movement: Omit<Movement, 'id' | 'at' | 'undone'>) => Promise<boolean>;
  undoMovement: (id: string) => Promise<boolean>;
  /** what was kept of the last time, unchecked */
  kept: () => Promise<unknown>;
  keep: (base: unknown, mine: unknown) => void;
  /** calls back when another tab has kept something */
  onKept: (heard: () => void) => void;
}

/** What is to be cut for the chosen builds, and how it lies on the shelf's stock. Kept over a reload. */
export class Cutting {
  constructor(private readonly needs: CuttingNeeds) {
    this.demands = new CutDemands(needs);
    this.layouts = new CutLayouts(needs);
    // What another tab has ticked, chosen or laid is shown here too.
    needs.onKept(() => this.isLoaded && !this.layouts.isWorking && void this.readKept());
  }
  private readonly demands: CutDemands;
  private readonly layouts: CutLayouts;

  chosen = $state.raw<readonly string[]>([]);
  ticks = $state.raw<readonly string[]>([]);
  private since = $state.raw<Readonly<Record<string, number>>>({});
  private isLoaded = $state(false);

  readonly wanted = $derived.by(() => this.needs.builds().filter((b) => this.chosen.includes(b.id)));
  readonly orders = $derived.by(() => this.demands.all);
  /** in the order in which they are sewn */
  readonly inOrder = $derived.by(() =>
    this.chosen.flatMap((id) => this.orders.find(({ build }) => build.id === id) ?? []),
  );
  /** why there is nothing to cut, though builds are chosen */
  readonly problem = $derived.by<Problem | null>(() => this.demands.problem);
  readonly status = $derived.by<'loading' | 'idle' | 'working'>(() =>
    !this.isLoaded || !this.demands.isReady ? 'loading' : this.layouts.isWorking ? 'working' : 'idle',
  );
  readonly already = $derived.by(() => cutAlready(this.needs.movements(), this.since));
  readonly groups = $derived.by(() =>
    gatherPieces(this.orders, this.needs.workshop().stock, this.needs.numbers()['cut.plies'], this.already),
  );
  readonly large = $derived.by(() => this.groups.flatMap(tooLarge));

  readonly edgeToEdge = $derived.by(() => this.layouts.edgeToEdge);
  readonly laid = $derived.by(() => this.layouts.laid);
  readonly compared = $derived.by(() => this.layouts.compared);
  /** layouts that are in use, by their id: the movement that took them */
  readonly taken = $derived.by<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(
      this.needs
        .movements()
        .flatMap((m) => (m.layoutId && m.kind === 'cut' && !m.undone ? [[m.layoutId, m.id]] : [])),
    ),
  );
  private readonly open = $derived.by(() => this.laid.filter((l) => !this.taken[l.id]));
  /** layouts of pieces or stock that have changed since; what is in use stays as it was */
  readonly outdated = $derived.by(() =>
    this.open.some((l) =>
      isOutdated(
        l,
        this.groups.find((g) => g.key === l.group.key),
      ),
    ),
  );
  /** materials that are not laid out, as when it was stopped on the way */
  readonly missing = $derived.by(
    () => this.groups.filter((g) => !this.open.some((l) => l.group.key === g.key)).length,
  );
  readonly purchases = $derived.by(() => {
    const { unit, sold, threads: shelf } = this.needs.workshop();
    const stuff = this.open.flatMap(({ group, toBuy }) =>
      toBuy
        ? [purchaseOf(group.name, group.material, toBuy, this.layouts.shop(group), unit, group.colour)]
        : [],
    );
    const notions = gatherNotions(this.orders).map((n) =>
      purchaseOfNotion(n, (mm) => formatLength(mm, unit), sold),
    );
    const threads = gatherThreads(this.orders).flatMap((need) => purchaseOfThread(need, shelf, sold) ?? []);
    const bobbins = bobbinsToBuy(
      this.orders,
      this.needs.workshop(),
      this.needs.woundBobbins(),
      this.needs.numbers(),
    ).map((need) => purchaseOfBobbins(need, sold));
    const sewnS = this.orders.reduce((sum, { order }) => sum + (order.needleSeconds ?? 0), 0);
    const needles = purchaseOfNeedles(sewnS, this.needs.numbers()['stitch.needleHours'], sold);
    return [...stuff, ...threads, ...bobbins, ...notions, ...(needles ? [needles] : [])];
  });

  /** Reads what was kept of the last time; the pieces follow by themselves. */
  async load(): Promise<void> {
    if (this.layouts.isWorking) return;
    if (!(await this.readKept()))
      this.chosen = this.needs
        .builds()
        .slice(0, CHOSEN_AT_FIRST)
        .map((b) => b.id);
    this.isLoaded = true;
  }
  /** Works the pieces out for the builds and the workshop of now. */
  async follow(): Promise<void> {
    if (this.isLoaded) await this.demands.follow(this.wanted, this.needs.workshop());
  }
  async tryAgain(): Promise<void> {
    this.demands.forget();
    await this.follow();
  }

  /** as it was read or stored last */
  private stored: Kept | undefined;
  private async readKept(): Promise<Kept | undefined> {
    this.stored = keptSchema.safeParse(await this.needs.kept()).data;
    if (this.stored) {
      const { chosen, ticks, since, laid, edgeToEdge } = this.stored;
      Object.assign(this, { chosen, ticks, since });
      Object.assign(this.layouts, { laid, edgeToEdge });
    }
    return this.stored;
  }
  private keep() {
    const { chosen, ticks, since, laid, edgeToEdge } = this;
    const mine: Kept = { chosen: [...chosen], edgeToEdge, laid: [...laid], ticks: [...ticks], since };
    const base = this.stored;
    this.stored = mine;
    this.needs.keep(base, mine);
  }

  choose(id: string, on: boolean) {
    this.chosen = on ? [...this.chosen, id] : this.chosen.filter((c) => c !== id);
    this.keep();
  }
  /** Sewn one place earlier (-1) or later (1). */
  move(id: string, by: -1 | 1) {
    const at = this.chosen.indexOf(id);
    const other = this.chosen[at + by];
    if (at < 0 || other === undefined) return;
    this.chosen = this.chosen.with(at, other).with(at + by, id);
    this.keep();
  }
  chooseThese(ids: readonly string[]) {
    this.chosen = [...ids];
    this.keep();
  }
  setEdgeToEdge(on: boolean) {
    this.layouts.edgeToEdge = on;
    this.keep();
  }
  /** "3 of 15 laid ready" */
  readyWords(lines: readonly { id: string }[]): string {
    const ready = lines.filter(({ id }) => this.ticks.includes(id)).length;
    return ready < lines.length ? `${ready} of ${lines.length} laid ready` : `all ${ready} laid ready`;
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

  /** changes of a piece made here, the last at the end */
  private past = $state.raw<readonly { before: Build; after: Build }[]>([]);
  readonly canUndo = $derived(this.past.length > 0);
  /** Changes a piece where it is seen: material, margin, turning, shape. */
  async changePiece(buildId: string, pieceId: string, change: Build['materials'][string]): Promise<void> {
    const before = this.needs.builds().find((b) => b.id === buildId);
    if (!before) return;
    const after = withMaterial(before, pieceId, change);
    if (await this.needs.changeBuild(buildId, (b) => withMaterial(b, pieceId, change)))
      this.past = [...this.past, { before, after }];
  }
  async undo(): Promise<void> {
    const last = this.past.at(-1);
    if (!last) return;
    const { before, after } = last;
    if (await this.needs.changeBuild(after.id, (b) => mergeChanges(after, before, b).value))
      this.past = this.past.slice(0, -1);
  }

  async layOut(): Promise<void> {
    await this.layouts.layOut(
      this.groups,
      this.laid.filter((l) => this.taken[l.id]),
    );
    this.keep();
  }
  compare = (laid: LaidGroup): Promise<void> => this.layouts.compare(laid);
  /** Takes one of the compared alternatives in place of the layout. */
  async take(laid: LaidGroup, alternative: Compared): Promise<void> {
    await this.layouts.take(laid, alternative);
    this.keep();
  }
  /** Takes what is in use off the screen; the shelf's history keeps it. */
  putAway(id: string) {
    this.layouts.putAway(id);
    this.keep();
  }

  /** Takes a layout into use: it leaves the shelf, useful rests come onto it. */
  async intoUse({ id, group, layout }: LaidGroup): Promise<void> {
    if (!layout?.sheets.length) return;
    const workshop = this.needs.workshop();
    const { stock } = workshop;
    const numbers = this.needs.numbers();
    const bases = hoopBases(workshop, numbers);
    const pieces = this.orders.flatMap((o) =>
      o.pieces.map((p) => ({ material: p.material, widthMm: p.width.cutMm, heightMm: p.height.cutMm })),
    );
    const changes = takeLayout(layout, stock, {
      edgeToEdge: this.edgeToEdge,
      uses: usesOf(group.material, pieces, bases),
      leastMm: numbers['cut.usefulLeast'],
      newId,
    });
    await this.needs.moveStock({
      kind: 'cut',
      what: `${group.name}: ${placedCount(layout)} pieces`,
      layoutId: id,
      changes,
      pieces: placedPieces(layout),
    });
    this.keep();
  }
  async backFromUse({ id }: LaidGroup): Promise<void> {
    await this.needs.undoMovement(itemAt(this.taken, id));
  }
}
