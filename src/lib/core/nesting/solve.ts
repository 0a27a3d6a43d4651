import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { describe, isBetter, objectiveOf, usedHeight, type Packing, type StockKind } from './answer';
import { lowerBound } from './bounds';
import { compositeOf, rejoin, type Composite } from './rejoin';
import { packGuillotine, type Rules } from './guillotine';
import { chooser, sorted } from './choose';
import { packNest } from './nest';
import { packRows } from './quick';
import { Strip } from './shelf-packing';
import {
  UNIT,
  type Bin,
  type Item,
  type Layout,
  type LayoutOptions,
  type LayoutPiece,
  type LayoutStock,
} from './types';
import { OutOfTime, Watch } from './watch';

const RULES: Rules[] = (['area', 'short', 'long'] as const).flatMap((fit) =>
  (['shorter', 'longer', 'large', 'even'] as const).flatMap((split) =>
    [true, false].map((match) => ({ fit, split, match })),
  ),
);
const QUICK = RULES.filter((r) => !r.match);
/** Blocks up to which matching is quick enough. */
const MOST_MATCHED = 120;
const SORTS: ((b: Composite) => number)[] = [
  (b) => b.w * b.h,
  (b) => Math.max(b.w, b.h) * 1e6 + Math.min(b.w, b.h),
  (b) => b.w + b.h,
  (b) => Math.min(b.w, b.h) * 1e6 + Math.max(b.w, b.h),
  (b) => b.h * 1e6 + b.w,
  (b) => b.w * 1e6 + b.h,
];
/** Joining pieces again looks at every pair of sides: beyond this it takes longer than it is worth. */
const MOST_REJOINED = 260;

/** Numbers in [0, 1): the same seed gives the same layouts. One draw a number is fine enough to choose by. */
function randomFrom(seed: number): () => number {
  const dice = xoroshiro128plus(seed);
  return () => (dice.next() >>> 0) / 2 ** 32;
}

/**
 * Lays pieces out on stock. A good layout comes at once, better ones until `mayContinue` says stop or none can be better.
 * Fewest pieces left over first, then least cost, then fewest sheets, then least of each roll, then the largest rests.
 */
export const solveLayout = (
  pieces: readonly LayoutPiece[],
  stock: readonly LayoutStock[],
  options: LayoutOptions,
): Layout => new Search(pieces, stock, options).run();

const itemsOf = (pieces: readonly LayoutPiece[], toUnit: (mm: number) => number): Item[] => {
  let serial = 0;
  return pieces.flatMap((p, piece) =>
    Array.from({ length: p.quantity }, (): Item => ({
      piece,
      serial: serial++,
      w: toUnit(p.widthMm),
      h: toUnit(p.heightMm),
      turn: p.mayTurn,
    })),
  );
};
const kindsOf = (stock: readonly LayoutStock[], toUnit: (mm: number) => number): StockKind[] =>
  stock.map((s) => ({
    w: toUnit(s.widthMm),
    h: toUnit(s.heightMm),
    quantity: s.quantity,
    cost: s.cost ?? s.widthMm * s.heightMm,
    roll: s.roll ?? s.quantity === 1,
  }));
const fits = (i: Item, k: StockKind) =>
  k.quantity > 0 && ((i.w <= k.w && i.h <= k.h) || (i.turn && i.h <= k.w && i.w <= k.h));

/** One search for a layout: its problem, its best answer so far, and the ways to a better one. */
class Search {
  private readonly gap: number;
  private readonly kinds: StockKind[];
  private readonly items: Item[];
  /** larger than any stock */
  private readonly hopeless: Composite[];
  /** fewest sheets that any layout could have */
  private readonly lower: number;
  private readonly random: () => number;
  private readonly area: number;
  /** index of an item by its serial */
  private readonly serials: Map<number, number>;
  /** all lies on one sheet, or along one roll */
  private readonly single: boolean;
  /** hardly any waste is allowed: pieces must meet side by side, and little else can help */
  private readonly tight: boolean;
  private readonly watch: Watch;
  private best: Packing | null = null;
  private current: Packing | null = null;
  /** the pieces as far as they are put together, and for how long that has not become better */
  private incumbent: Composite[] | null = null;
  private stale = 0;
  private shelf: Strip | null = null;

  constructor(
    private readonly pieces: readonly LayoutPiece[],
    private readonly stock: readonly LayoutStock[],
    private readonly options: LayoutOptions,
  ) {
    this.gap = Math.round(options.gapMm * UNIT);
    // A piece never comes out smaller than it was asked for, a sheet never larger.
    const kinds = (this.kinds = kindsOf(stock, (mm) => Math.floor(mm * UNIT + GRAIN) + this.gap));
    const all = itemsOf(pieces, (mm) => Math.max(1, Math.ceil(mm * UNIT - GRAIN)) + this.gap);
    this.watch = new Watch(options.mayContinue);
    const fitsSome = (i: Item) => kinds.some((k) => fits(i, k));
    const items = (this.items = all.filter(fitsSome));
    this.hopeless = all.filter((i) => !fitsSome(i)).map(compositeOf);
    this.lower = lowerBound(items, kinds);
    this.random = randomFrom(options.seed);
    this.area = items.reduce((sum, i) => sum + i.w * i.h, 0);
    this.serials = new Map(items.map((item, i) => [item.serial, i]));
    this.single = kinds.length === 1 && kinds[0].quantity === 1 && items.length > 0;
    const largest = Math.max(0, ...kinds.map((kind) => kind.w * kind.h));
    this.tight = this.single || this.area > TIGHT * this.lower * largest;
  }

  run(): Layout {
    const quick = packRows(
      this.items.map(compositeOf),
      chooser(this.kinds, 0, () => 0.5),
    );
    this.offer(quick.bins, quick.unplaced);
    try {
      this.search();
    } catch (stopped) {
      if (!(stopped instanceof OutOfTime)) throw stopped;
    }
    return this.answer();
  }
  private search() {
    const { single, tight, options } = this;
    for (let k = 0; k === 0 || (k < MOST_TRIES && options.mayContinue() && !this.isPerfect()); k++) {
      if (k >= FIRST_TRIES && !single && (tight ? k % 4 === 1 : k % 10 > 0)) this.ruinAndRecreate();
      else if (single && k > RULES.length && k % 4) this.tryBands();
      else this.tryAnew(k);
    }
  }
  private answer(): Layout {
    const { best, hopeless, pieces, stock, kinds, gap, lower } = this;
    return describe(best, hopeless, pieces, stock, kinds, gap, lower);
  }
  private offer(bins: Bin[], unplaced: Composite[]) {
    const objective = objectiveOf(bins, unplaced, this.kinds);
    if (this.best && !isBetter(objective, this.best.objective)) return;
    this.best = this.current = { bins, unplaced, objective };
    this.options.onBetter?.(this.answer());
  }
  /** Nothing can be better: all placed, on as few sheets as can be, and rolls to the last hundredth. */
  private isPerfect(): boolean {
    const { best, kinds, area } = this;
    if (!best || best.unplaced.length || best.bins.length > this.lower) return false;
    if (kinds.length > 1) return false;
    const rolled = best.bins.filter((b) => kinds[b.stock].roll);
    return rolled.every((b) => usedHeight(b) * b.w <= area * 1.0005);
  }
  private pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)];
  }
  /** The pieces of a block or sheet, each by itself again. */
  private apart(b: { puts: readonly { serial: number }[] }): Composite[] {
    return b.puts.map((p) => compositeOf(this.items[this.serials.get(p.serial) as number]));
  }

  /** All pieces from the beginning, by the k-th order and rules. */
  private tryAnew(k: number) {
    const { single, tight, items, random, kinds } = this;
    const joins = k > 0 && items.length <= MOST_REJOINED && (tight ? k % 6 !== 5 : k % 20 === 0);
    const joined = joins ? this.rejoined() : null;
    const blocks = joined ? (single && k % 2 ? this.loosened(joined) : joined) : items.map(compositeOf);
    // Matching weighs every piece for every place: with very many it is left to the tries that follow.
    const usable = blocks.length > MOST_MATCHED && !single ? QUICK : RULES;
    const rules = k < usable.length ? usable[k] : this.pick(usable);
    const sort = k < RULES.length ? SORTS[k % SORTS.length] : this.pick(SORTS);
    const shake = k < RULES.length ? 0 : random() * 0.35;
    const order = sorted(blocks, sort, shake, random);
    if (single) return this.tryStrip(order, rules, k);
    // Each stock comes to be the first that is opened: one of them alone is often the cheapest.
    const lead = k % LEADS === 1 ? Math.floor(k / LEADS) % kinds.length : null;
    const choose = chooser(kinds, k, random, [], lead);
    const packed =
      this.options.edgeToEdge || k % 2
        ? packGuillotine(order, choose, rules, this.watch)
        : packNest(order, choose, this.watch);
    this.offer(packed.bins, packed.unplaced);
  }

  /** Takes a few sheets of the answer apart, the emptiest among them, and lays their pieces out anew. */
  private ruinAndRecreate() {
    const { current, kinds, random } = this;
    if (!current || current.bins.length < 2) return;
    const count = Math.min(current.bins.length, 2 + Math.floor(random() * 3));
    const share = (bin: Bin) => bin.puts.reduce((sum, p) => sum + p.w * p.h, 0) / (bin.w * bin.h);
    const ranked = current.bins.toSorted((a, b) => share(a) - share(b));
    const chosen = new Set<Bin>([ranked[Math.floor(random() * random() * ranked.length)]]);
    while (chosen.size < count) chosen.add(this.pick(ranked));
    const kept = current.bins.filter((b) => !chosen.has(b));
    const again = [...[...chosen].flatMap((b) => this.apart(b)), ...current.unplaced];
    const rules = this.pick(RULES);
    const order = sorted(again, this.pick(SORTS), random() * 0.6, random);
    const choose = chooser(kinds, Math.floor(random() * 64), random, kept);
    const packed =
      this.options.edgeToEdge || random() < 0.5
        ? packGuillotine(order, choose, rules, this.watch)
        : packNest(order, choose, this.watch);
    const bins = [...kept, ...packed.bins];
    const objective = objectiveOf(bins, packed.unplaced, kinds);
    // As good will do: that is how the answer wanders to where it can become better.
    if (!isBetter(current.objective, objective))
      this.current = { bins, unplaced: packed.unplaced, objective };
    this.offer(bins, packed.unplaced);
  }

  /**
   * Puts pieces together again along shared sides, takes some of the blocks apart, and again: fewer blocks are better, as
   * many will do. What was cut from whole sheets comes back to whole sheets.
   */
  private rejoined(): Composite[] {
    const { single, kinds, random, lower, options } = this;
    const target = single ? { w: kinds[0].w, h: Math.ceil(this.area / kinds[0].w) } : this.pick(kinds);
    const isWhole = ({ w, h, turn }: Composite) =>
      (w === target.w && h === target.h) || (turn && w === target.h && h === target.w);
    const join = (blocks: Composite[]) =>
      rejoin(blocks, target.w, target.h, random, random() * random(), this.watch);
    if (!this.incumbent || this.stale > STALE) {
      this.incumbent = join(this.items.map(compositeOf));
      this.stale = 0;
    }
    // Along one length pieces join less, so that enough small ones are left to fill in.
    const steps = single ? REJOIN_STEPS_ALONG : REJOIN_STEPS;
    let pile = this.incumbent;
    for (let step = 0; step < steps && pile.length > lower && options.mayContinue(); step++) {
      const share = 0.15 + 0.6 * random() * random();
      const next = join(
        pile.flatMap((b) => (random() < (isWhole(b) ? WHOLE_APART : share) ? this.apart(b) : [b])),
      );
      this.stale = next.length < pile.length ? 0 : this.stale + 1;
      if (next.length <= pile.length) pile = next;
    }
    return (this.incumbent = pile);
  }
  /** Some of the blocks as single pieces again: small ones fill what large ones leave. */
  private loosened(blocks: Composite[]): Composite[] {
    const share = this.random();
    return blocks.flatMap((b) => (this.random() < share ? this.apart(b) : [b]));
  }

  /** One sheet or roll, band by band. */
  private tryBands() {
    const { items, kinds, random, options } = this;
    this.shelf ??= new Strip(kinds[0].w, new Map(items.map((i) => [i.serial, i])), RULES, random, this.watch);
    const bin = this.shelf.step(() => this.incumbent ?? items.map(compositeOf), options.mayContinue);
    if (bin && bin.h <= kinds[0].h) this.offer([{ ...bin, h: kinds[0].h }], []);
  }
  /** One sheet or roll: the same pieces in less and less height. */
  private tryStrip(order: Composite[], rules: Rules, k: number) {
    const { best, random, options } = this;
    const { w, h } = this.kinds[0];
    const least = Math.ceil(this.area / w);
    const now = best && !best.unplaced.length ? usedHeight(best.bins[0]) : h;
    const wanted =
      k === 0 || now >= h ? h : Math.min(now - 1, least + Math.floor((now - least) * random() * random()));
    for (const height of k === 0 ? [h, Math.min(h, Math.ceil(least * 1.15))] : [wanted]) {
      let opened = false;
      const choose = () => (opened ? null : ((opened = true), { stock: 0, w, h: height }));
      const packed =
        options.edgeToEdge || k % 2
          ? packGuillotine(order, choose, rules, this.watch)
          : packNest(order, choose, this.watch);
      if (height === h || !packed.unplaced.length) this.offer(packed.bins, packed.unplaced);
    }
  }
}
/** Sides that differ by rounding alone are the same, in whole units. */
const GRAIN = 1e-6;
/** Of so many tries one begins with a stock of its own. */
const LEADS = 4;
const MOST_TRIES = 200_000;
/** Plain tries before sheets are taken apart again. */
const FIRST_TRIES = 30;
/** Share of the sheets, at least, that a tight layout fills. */
const TIGHT = 0.97;
/** Steps of taking apart and joining between two layouts, and without any gain before it begins anew. */
const REJOIN_STEPS = 30;
const REJOIN_STEPS_ALONG = 4;
const STALE = 4000;
/** How seldom a sheet that is whole is taken apart again. */
const WHOLE_APART = 0.03;
