import { describe, fillOf, isBetter, objectiveOf, usedHeight, type Packing, type StockKind } from './answer';
import { Along } from './along';
import { lowerBound } from './bounds';
import { Copies, onRolls, type Cutting } from './copies';
import { Puzzle } from './puzzle';
import { compositeOf, type Composite } from './composite';
import { packGuillotine, RULES } from './guillotine';
import { chooser, sorted, SORTS } from './choose';
import { packNest } from './nest';
import { divided } from './divide';
import { fits, itemsOf, kindsOf, pickFrom, randomFrom } from './problem';
import { packRows } from './quick';
import { weaveAgain, weaveSheets } from './weaving';
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

const QUICK = RULES.filter((r) => !r.match);
/** Blocks up to which matching is quick enough. */
const MOST_MATCHED = 120;
/** Joining pieces again looks at every pair of sides: beyond this it takes longer than it is worth. */
const MOST_REJOINED = 260;

/**
 * Lays pieces out on stock. A good layout comes at once, better ones until `mayContinue` says stop or none can be better.
 * Fewest pieces left over first, then least cost, then fewest sheets, then least of each roll, then the largest rests.
 */
export const solveLayout = (
  pieces: readonly LayoutPiece[],
  stock: readonly LayoutStock[],
  options: LayoutOptions,
): Layout => new Search(pieces, stock, options).run();

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
  /** share of the fewest sheets that may stay empty */
  private readonly free: number;
  /** hardly any waste is allowed: pieces must meet side by side, and little else can help */
  private readonly tight: boolean;
  private readonly watch: Watch;
  /** sheets of one kind, few enough pieces, hardly any of a size, and some room to waste */
  private readonly weavesSheets: boolean;
  /** one sheet or roll, few enough pieces, hardly any of a size */
  private readonly weavesBands: boolean;
  /** steps of the watch that weaving took */
  private woven = 0;
  private best: Packing | null = null;
  private current: Packing | null = null;
  private readonly puzzle: Puzzle;
  /** where all lies on one sheet, or along one roll */
  private readonly along: Along | null;
  /** where there are many of a size */
  private readonly copies: Copies | null;
  /** the same in so many equal parts: one of them, to be cut as often */
  private readonly part: { search: Search; times: number | null; tries: number } | null;

  constructor(
    private readonly pieces: readonly LayoutPiece[],
    private readonly stock: readonly LayoutStock[],
    private readonly options: LayoutOptions,
  ) {
    this.gap = Math.round(options.gapMm * UNIT);
    const kinds = (this.kinds = kindsOf(stock, this.gap));
    const all = itemsOf(pieces, this.gap);
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
    const empty = Math.max(0, 1 - this.area / Math.max(1, this.lower * largest));
    this.free = this.single ? 0 : empty;
    this.tight = this.single || this.free < FREE;
    this.puzzle = new Puzzle(items, (b) => this.apart(b), this.free, this.single, this.random, this.watch);
    this.along = this.single ? new Along(kinds[0], items, options, this.random, this.watch, (bins, unplaced) => this.offer(bins, unplaced)) : null; // prettier-ignore
    // A single sheet is filled along its height, as a roll is.
    const rolls = this.single ? kinds.map((k) => ({ ...k, roll: true })) : kinds;
    const copies = new Copies(items, rolls, this.random, this.watch);
    this.copies = copies.areMany ? copies : null;
    const isWovenKind = !this.copies && kinds.length === 1 && items.length <= MOST_WOVEN;
    // A single sheet, or all of a roll, only where hardly any of it may stay empty: else it is filled along its length.
    this.weavesSheets = isWovenKind && empty > LEAST_FREE && (this.single ? empty < FREE : !kinds[0].roll);
    this.weavesBands = isWovenKind && this.single && items.length >= LEAST_BANDS;
    const part = this.copies && divided(pieces, stock);
    this.part = part && { times: part.times, tries: 0, search: new Search(part.pieces, part.stock, { ...options, onBetter: undefined }) }; // prettier-ignore
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
    const { options } = this;
    for (let k = 0; k === 0 || (k < MOST_TRIES && options.mayContinue() && !this.isPerfect()); k++) {
      const { copies, part } = this;
      if (copies && k >= PATTERNS_FROM && k % PATTERNS_EVERY === 0)
        this.tryPatterns(copies, k === PATTERNS_FROM);
      else if (copies && part && k % 2) this.tryPart(copies, part);
      else this.tryPieces(k);
    }
  }
  private tryPieces(k: number) {
    const { along, tight, watch, weavesBands, weavesSheets } = this;
    const before = watch.steps;
    const share = weavesSheets ? WOVEN_SHEETS : WOVEN_BANDS;
    const isTurn = k >= (along ? FIRST_BANDS : FIRST_TRIES) && this.woven < share * before;
    if (isTurn && (weavesBands || weavesSheets)) {
      if (along && weavesBands && (k % BANDS_EVERY === 0 || !weavesSheets))
        along.tryBands(() => this.blocks(), true);
      else this.tryWoven();
      this.woven += watch.steps - before;
    } else if (k >= FIRST_TRIES && !along && (tight ? k % 4 === 1 : k % 10 > 0)) this.ruinAndRecreate();
    else if (along && k > RULES.length && k % 4) along.tryBands(() => this.blocks(), false);
    else this.tryAnew(k);
  }
  /** What bands are begun from: pieces, or as far as they are put together. */
  private blocks(): Composite[] {
    return this.puzzle.pile ?? this.items.map(compositeOf);
  }
  /** How far up the answer reaches that has all on one sheet or roll; all of it when something is left over. */
  private height(): number {
    return this.best && !this.best.unplaced.length ? usedHeight(this.best.bins[0]) : this.kinds[0].h;
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
  /** The pieces of a block or sheet, each by itself again. */
  private apart(b: { puts: readonly { serial: number }[] }): Composite[] {
    return b.puts.map((p) => compositeOf(this.items[this.serials.get(p.serial) as number]));
  }

  /** All pieces from the beginning, by the k-th order and rules. */
  private tryAnew(k: number) {
    const { along, single, tight, items, random, kinds } = this;
    const joins = k > 0 && items.length <= MOST_REJOINED && (tight ? k % 6 !== 5 : k % 20 === 0);
    const joined = joins ? this.puzzle.work(this.target(), this.lower, this.options.mayContinue) : null;
    const blocks = joined ? (single && k % 2 ? this.loosened(joined) : joined) : items.map(compositeOf);
    // Matching weighs every piece for every place: with very many it is left to the tries that follow.
    const usable = blocks.length > MOST_MATCHED && !single ? QUICK : RULES;
    const rules = k < usable.length ? usable[k] : pickFrom(usable, this.random);
    const sort = k < RULES.length ? SORTS[k % SORTS.length] : pickFrom(SORTS, this.random);
    const shake = k < RULES.length ? 0 : random() * 0.35;
    const order = sorted(blocks, sort, shake, random);
    if (along) return along.tryLower(order, rules, k, () => this.height());
    // Each stock comes to be the first that is opened: one of them alone is often the cheapest.
    const lead = k % LEADS === 1 ? Math.floor(k / LEADS) % kinds.length : null;
    const choose = chooser(kinds, k, random, [], lead);
    const packed =
      this.options.edgeToEdge || k % 2
        ? packGuillotine(order, choose, rules, this.watch)
        : packNest(order, choose, this.watch);
    this.offer(packed.bins, packed.unplaced);
  }

  /** Fills sheets as full as can be: all of them, then some over and over. */
  private tryWoven() {
    const { current, kinds, lower, random, watch, items } = this;
    const [kind] = kinds;
    const bins =
      this.woven && current
        ? weaveAgain(current, kind, lower, (b) => this.apart(b), random, watch)
        : weaveSheets(items.map(compositeOf), kind, lower, random, watch).bins;
    const ranked = bins.toSorted((a, b) => fillOf(b) - fillOf(a));
    const unplaced = ranked.splice(kind.quantity).flatMap((b) => this.apart(b));
    this.goOn(ranked, unplaced);
  }
  /** An answer as good as the last one will do to go on from: that is how it wanders to where it can become better. */
  private goOn(bins: Bin[], unplaced: Composite[]) {
    const objective = objectiveOf(bins, unplaced, this.kinds);
    if (!this.current || !isBetter(this.current.objective, objective))
      this.current = { bins, unplaced, objective };
    this.offer(bins, unplaced);
  }
  /** Takes a few sheets of the answer apart, the emptiest among them, and lays their pieces out anew. */
  private ruinAndRecreate() {
    const { current, kinds, random } = this;
    if (!current || current.bins.length < 2) return;
    const count = Math.min(current.bins.length, 2 + Math.floor(random() * 3));
    const ranked = current.bins.toSorted((a, b) => fillOf(a) - fillOf(b));
    const chosen = new Set<Bin>([ranked[Math.floor(random() * random() * ranked.length)]]);
    while (chosen.size < count) chosen.add(pickFrom(ranked, this.random));
    const kept = current.bins.filter((b) => !chosen.has(b));
    const again = [...[...chosen].flatMap((b) => this.apart(b)), ...current.unplaced];
    const rules = pickFrom(RULES, this.random);
    const order = sorted(again, pickFrom(SORTS, this.random), random() * 0.6, random);
    const choose = chooser(kinds, Math.floor(random() * 64), random, kept);
    const packed =
      this.options.edgeToEdge || random() < 0.5
        ? packGuillotine(order, choose, rules, this.watch)
        : packNest(order, choose, this.watch);
    const bins = [...kept, ...packed.bins];
    this.goOn(bins, packed.unplaced);
  }

  /** What the pieces are put together to. */
  private target() {
    const { single, kinds, area } = this;
    return single ? { w: kinds[0].w, h: Math.ceil(area / kinds[0].w) } : pickFrom(kinds, this.random);
  }
  /** Some of the blocks as single pieces again: small ones fill what large ones leave. */
  private loosened(blocks: Composite[]): Composite[] {
    const share = this.random();
    return blocks.flatMap((b) => (this.random() < share ? this.apart(b) : [b]));
  }

  /** Whole numbers of patterns; what is left over by the plain rules. */
  private tryPatterns(copies: Copies, first: boolean) {
    if (first) copies.generate();
    this.cut(copies, copies.round(first ? 0 : this.random()));
  }
  /** One part of the same: what it fills is cut as often as there are parts, and is a pattern among the others. */
  private tryPart(copies: Copies, part: NonNullable<typeof this.part>) {
    const { search, times } = part;
    const before = search.best;
    if (!search.isPerfect()) search.tryPieces(part.tries++);
    if (!search.best || search.best === before) return;
    const patterns = search.best.bins.map((bin) => copies.learn(bin));
    this.cut(copies, times ? patterns.map((pattern): Cutting => ({ pattern, times })) : copies.round(0));
  }
  private cut(copies: Copies, cuttings: readonly Cutting[]) {
    const { kinds, random, along } = this;
    const { bins, rest } = copies.binsOf(cuttings);
    const blocks = sorted(rest.map(compositeOf), pickFrom(SORTS, this.random), 0, random);
    if (along) return along.tryFilled(bins, blocks);
    const { bins: whole, over } = onRolls(bins, kinds);
    const again = [...blocks, ...over.flatMap((b) => this.apart(b))];
    const packed = packGuillotine(
      again,
      chooser(kinds, 0, random, whole),
      pickFrom(RULES, this.random),
      this.watch,
    );
    this.offer([...whole, ...packed.bins], packed.unplaced);
  }
}
/** Of so many tries one begins with a stock of its own. */
const LEADS = 4;
const MOST_TRIES = 200_000;
/** Plain tries before patterns are looked for, and how often they are taken anew. */
const PATTERNS_FROM = 24;
const PATTERNS_EVERY = 8;
/** Share of the work that goes into weaving, of sheets and of bands; pieces up to which it is quick enough; least share that may stay empty. */
const WOVEN_SHEETS = 0.75;
const WOVEN_BANDS = 0.5;
const MOST_WOVEN = 400;
const LEAST_FREE = 0.002;
/** Pieces from which there are bands. */
const LEAST_BANDS = 20;
/** Plain tries before them, and how seldom it is their turn where a sheet is woven, too. */
const FIRST_BANDS = 4;
const BANDS_EVERY = 4;
/** Plain tries before sheets are taken apart again. */
const FIRST_TRIES = 30;
/** Share of the sheets, at most, that a tight layout leaves. */
const FREE = 0.06;
