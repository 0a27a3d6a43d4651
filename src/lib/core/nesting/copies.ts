import { usedHeight, type StockKind } from './answer';
import { countsOf, PatternMaker, type Kind, type Pattern, type PatternPut } from './pattern';
import { Master, type Column } from './simplex';
import type { Bin, Item, Put } from './types';
import type { Watch } from './watch';

/** A pattern of a stock: a sheet, or a stretch of a roll. */
interface StockPattern extends Pick<Pattern, 'height' | 'puts'> {
  stock: number;
  column: Column;
  counts: Map<number, number>;
  /** of its stock: one sheet, or how much of a roll's length */
  takes: number;
}
/** A pattern and how often it is cut. */
export interface Cutting {
  pattern: StockPattern;
  times: number;
}
/** Times that patterns are asked for, and how often in a row none may save anything: each looks at other heights. */
const MOST_ROUNDS = 80;
const IN_VAIN = 2;
/** The same for what is left while it is rounded. */
const ROUNDS_OF_REST = 4;
/** Patterns that are kept: more make each step of the master problem slower than they save. */
const MOST_PATTERNS = 3000;
/** Best strips of a roll that are kept of each round. */
const STRIPS_KEPT = 12;
/** What a piece that finds no place costs, in sheets; what a sheet that costs nothing costs, so that fewer are better. */
const MISSING = 1000;
const SMALL = 1e-4;
const WORTH = 1e-6;
/** Amounts this near a whole number are whole. */
const WHOLE = 1e-6;

/**
 * Patterns for many pieces of few sizes: column generation (Gilmore and Gomory, 1961 and 1965). The master problem tells what a piece
 * of each size is worth, three-cut patterns are looked for that are worth more than they cost, over and over; then whole numbers of
 * them are taken, the surest first, and what is left is priced anew.
 */
export class Copies {
  /** pieces of one size are one kind */
  private readonly kinds: (Kind & { items: Item[] })[];
  private readonly kindOfPiece = new Map<number, number>();
  private readonly maker: PatternMaker;
  private readonly patterns: StockPattern[] = [];
  private readonly dearest: number;

  constructor(
    items: readonly Item[],
    private readonly stock: readonly StockKind[],
    private readonly random: () => number,
    private readonly watch: Watch,
  ) {
    const kinds = new Map<string, Kind & { items: Item[] }>();
    for (const item of items) {
      const [w, h] = item.turn && item.h > item.w ? [item.h, item.w] : [item.w, item.h];
      const key = `${w} ${h} ${item.turn}`;
      const kind = kinds.get(key) ?? { w, h, turn: item.turn, count: 0, items: [] };
      kind.items.push(item);
      kind.count++;
      kinds.set(key, kind);
    }
    this.kinds = [...kinds.values()];
    this.kinds.forEach((kind, i) => kind.items.forEach((item) => this.kindOfPiece.set(item.piece, i)));
    this.maker = new PatternMaker(this.kinds, random, (steps) => watch.tick(steps));
    this.dearest = Math.max(...stock.map((s) => s.cost), SMALL);
  }
  /** Whether there are copies enough that patterns are worth looking for. */
  get areMany(): boolean {
    const pieces = this.kinds.reduce((sum, k) => sum + k.count, 0);
    return this.kinds.length > 0 && pieces >= COPIES * this.kinds.length && this.kinds.length <= MOST_KINDS;
  }

  /** A sheet, or a stretch of a roll, that was filled some other way is a pattern, too. */
  learn(bin: Bin): StockPattern {
    const puts = bin.puts.map(({ piece, x, y, w, h, turned }): PatternPut => ({ kind: this.kindOfPiece.get(piece) as number, x, y, w, h, turned })); // prettier-ignore
    return this.add(bin.stock, { puts, height: usedHeight(bin), value: 0 });
  }

  /** Looks for patterns for all pieces. */
  generate(): void {
    const left = this.kinds.map((k) => k.count);
    this.price(left, this.limits(), MOST_ROUNDS);
  }
  /** Whole numbers of patterns for all pieces; the surest first, or by luck among the next. */
  round(luck: number): Cutting[] {
    const left = this.kinds.map((k) => k.count);
    const limits = this.limits();
    const cuttings: Cutting[] = [];
    while (left.some((n) => n > 0)) {
      const uses = this.price(left, limits, cuttings.length ? ROUNDS_OF_REST : 0);
      const take = uses.filter(({ amount }) => amount >= 1 - WHOLE);
      const [next] = uses
        .map((use) => ({ ...use, key: use.amount * (1 - luck * this.random()) }))
        .sort((a, b) => b.key - a.key);
      const chosen = take.length ? take : next ? [{ ...next, amount: 1 }] : [];
      let some = false;
      for (const { pattern, amount } of chosen) {
        const times = Math.min(Math.floor(amount + WHOLE), Math.floor(limits[pattern.stock] / pattern.takes));
        if (times < 1) continue;
        some = true;
        cuttings.push({ pattern, times });
        limits[pattern.stock] -= times * pattern.takes;
        for (const [kind, n] of pattern.counts) left[kind] = Math.max(0, left[kind] - n * times);
      }
      if (!some) break;
    }
    return cuttings;
  }
  /** The patterns with the pieces themselves, sheet by sheet and strip by strip; a place whose piece is cut already stays empty. */
  binsOf(cuttings: readonly Cutting[]): { bins: Bin[]; rest: Item[] } {
    const waiting = this.kinds.map((k) => [...k.items]);
    const bins = cuttings.flatMap(({ pattern: { stock, puts, height }, times }) =>
      Array.from({ length: times }, (): Bin => {
        const { w, h, roll } = this.stock[stock];
        return { stock, w, h: roll ? height : h, puts: puts.flatMap((p) => putOf(p, waiting[p.kind].pop())) };
      }).filter((bin) => bin.puts.length),
    );
    return { bins, rest: waiting.flat() };
  }

  private limits(): number[] {
    return this.stock.map((s) => (s.roll ? s.quantity * s.h : s.quantity));
  }
  /** Solves the master problem for what is left, with new patterns as long as some save. */
  private price(left: readonly number[], limits: readonly number[], rounds: number) {
    const master = new Master(left, limits, MISSING, (steps) => this.watch.tick(steps));
    for (const { column } of this.patterns) master.columns.push(column);
    master.solve();
    for (
      let round = 0, inVain = 0;
      round < rounds && inVain < IN_VAIN && this.patterns.length < MOST_PATTERNS;
      round++
    ) {
      const prices = master.prices();
      const from = this.patterns.length;
      this.stock.forEach((stock, i) => {
        if (limits[i] < (stock.roll ? 1 : 1 - WHOLE)) return;
        this.better(i, prices, left, -prices[left.length + i]).forEach((pattern) => this.add(i, pattern));
      });
      for (const { column } of this.patterns.slice(from)) master.columns.push(column);
      inVain = this.patterns.length > from ? 0 : inVain + 1;
      master.solve();
    }
    return master.uses().map(({ column, amount }) => ({ pattern: this.patterns[column], amount }));
  }
  /** Patterns of a stock that are worth more than they cost. @param scarce what a unit of the stock is worth, as it is short */
  private better(i: number, prices: ArrayLike<number>, left: readonly number[], scarce: number): Pattern[] {
    const { w, h, roll } = this.stock[i];
    const strips = this.maker.strips(prices, left, w, h, !roll);
    const gain = (p: Pattern) => p.value - this.costOf(i, p.height) - scarce * (roll ? p.height : 1);
    const found = roll ? strips : [this.maker.sheet(strips, left, h)];
    return found
      .filter((p) => p.puts.length && gain(p) > WORTH)
      .sort((a, b) => gain(b) - gain(a))
      .slice(0, STRIPS_KEPT);
  }
  private costOf(stock: number, height: number): number {
    const { w, h, roll, cost } = this.stock[stock];
    const largest = Math.max(...this.stock.map((s) => s.w * s.h));
    const whole = cost / this.dearest + (SMALL * w * h) / largest;
    return roll ? (whole * height) / h : whole;
  }
  private add(stock: number, { puts, height }: Pattern): StockPattern {
    const counts = countsOf(puts);
    const takes = this.stock[stock].roll ? height : 1;
    const entries = [
      ...[...counts].map(([k, n]) => [k, n] as const),
      [this.kinds.length + stock, takes] as const,
    ];
    const pattern = {
      stock,
      puts,
      height,
      counts,
      takes,
      column: { cost: this.costOf(stock, height), entries },
    };
    this.patterns.push(pattern);
    return pattern;
  }
}
/** A place with its piece, which is turned when it does not lie as it was told. */
const putOf = ({ x, y, w, h }: PatternPut, item: Item | undefined): Put[] =>
  item ? [{ piece: item.piece, serial: item.serial, x, y, w, h, turned: w !== item.w || h !== item.h }] : [];

/** Strips of rolls on top of each other, the highest first, each on the first roll that has room; sheets as they are. */
export function onRolls(bins: readonly Bin[], stock: readonly StockKind[]): { bins: Bin[]; over: Bin[] } {
  const rolls: { bin: Bin; top: number }[] = [];
  const over: Bin[] = [];
  for (const strip of bins.filter((b) => stock[b.stock].roll).sort((a, b) => b.h - a.h)) {
    const { w, h, quantity } = stock[strip.stock];
    const same = rolls.filter((r) => r.bin.stock === strip.stock);
    let roll = same.find((r) => r.top + strip.h <= h);
    if (!roll && same.length < quantity)
      rolls.push((roll = { bin: { stock: strip.stock, w, h, puts: [] }, top: 0 }));
    if (!roll) {
      over.push(strip);
      continue;
    }
    const { bin, top } = roll;
    for (const p of strip.puts) bin.puts.push({ ...p, y: p.y + top });
    roll.top += strip.h;
  }
  return { bins: [...bins.filter((b) => !stock[b.stock].roll), ...rolls.map((r) => r.bin)], over };
}
/** Pieces of a size, on average, from which on patterns are looked for; and sizes, at most. */
const COPIES = 2;
const MOST_KINDS = 160;
