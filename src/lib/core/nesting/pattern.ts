import { byWorth, fillLength, type Choice } from './knapsack';

/** Pieces of one size: sides and whether they may turn, whole units; how many there are. */
export interface Kind {
  w: number;
  h: number;
  turn: boolean;
  count: number;
}
/** A piece in a pattern: lower left corner and sides as it lies. */
export interface PatternPut {
  kind: number;
  x: number;
  y: number;
  w: number;
  h: number;
  turned: boolean;
}
/** What is cut out of a rectangle, and what that is worth. */
export interface Pattern {
  value: number;
  /** how far up it reaches */
  height: number;
  puts: PatternPut[];
}
/** A kind as it lies; as a choice for a column, its height is its length. */
interface Lying extends Choice {
  kind: number;
  w: number;
  turned: boolean;
}
/** Widths and heights that are looked at: with very many sizes only some, others the next time. */
const MOST_WIDTHS = 30;
const MOST_HEIGHTS = 24;
/** Nodes of the knapsacks: a column is looked at for every width of every height. */
const NODES_OF_COLUMN = 120;
const NODES = 3000;

/**
 * Patterns of three cuts: strips over the whole width, each cut into columns, each column into pieces on top of each other. Every one
 * of the three is a knapsack of lengths (Gilmore and Gomory, 1965). @param values what a piece of each kind is worth
 */
export class PatternMaker {
  private readonly lying: Omit<Lying, 'value' | 'most'>[];
  constructor(
    kinds: readonly Kind[],
    private readonly random: () => number,
    private readonly spend: (steps: number) => void,
  ) {
    this.lying = kinds.flatMap(({ w, h, turn }, kind) => [
      { kind, w, length: h, turned: false },
      ...(turn && w !== h ? [{ kind, w: h, length: w, turned: true }] : []),
    ]);
  }

  /** Strips of all heights worth looking at, each as full of worth as it can be. @param whole one is as high as there is room */
  strips(
    values: ArrayLike<number>,
    left: readonly number[],
    width: number,
    most: number,
    whole: boolean,
  ): Pattern[] {
    const usable = this.lying
      .filter((l) => left[l.kind] > 0 && values[l.kind] > 0 && l.w <= width && l.length <= most)
      .map((l): Lying => ({ ...l, value: values[l.kind], most: left[l.kind] }))
      .sort(byWorth);
    const heights = [...this.heights(usable, most), ...(whole ? [most] : [])];
    return heights.map((height) => this.strip(left, usable, width, height));
  }
  /** Strips on top of each other that are worth most within a height. */
  sheet(strips: readonly Pattern[], left: readonly number[], height: number): Pattern {
    const ranked = strips
      .filter((s) => s.height > 0)
      .map((strip) => ({ strip, length: strip.height, value: strip.value, most: mostOf(strip, left) }))
      .sort(byWorth);
    const { value, counts } = fillLength(ranked, height, NODES, this.spend);
    const puts: PatternPut[] = [];
    let y = 0;
    ranked.forEach(({ strip }, i) => {
      for (let n = 0; n < counts[i]; n++) {
        for (const p of strip.puts) puts.push({ ...p, y: p.y + y });
        y += strip.height;
      }
    });
    return { value, height: y, puts };
  }

  /** Heights of pieces, and of two on top of each other. */
  private heights(usable: readonly Lying[], most: number): number[] {
    const own = [...new Set(usable.map(({ length }) => length))];
    const heights = new Set(this.some(own, MOST_HEIGHTS / 2));
    for (let n = 0; own.length && n < MOST_HEIGHTS * 2 && heights.size < MOST_HEIGHTS; n++) {
      const both = this.pick(own) + this.pick(own);
      if (both <= most) heights.add(both);
    }
    return [...heights];
  }
  private strip(left: readonly number[], usable: readonly Lying[], width: number, height: number): Pattern {
    const low = usable.filter(({ length }) => length <= height);
    const widths = this.some([...new Set(low.map(({ w }) => w))], MOST_WIDTHS).sort((a, b) => a - b);
    const columns = widths.map((w) => this.column(low, w, height));
    const ranked = columns
      // A column that is worth no more than a narrower one is none.
      .filter((c, i) => i === 0 || c.value > columns[i - 1].value + 1e-9)
      .map((column) => ({ column, length: column.width, value: column.value, most: mostOf(column, left) }))
      .sort(byWorth);
    const { value, counts } = fillLength(ranked, width, NODES, this.spend);
    const puts: PatternPut[] = [];
    let x = 0;
    let top = 0;
    ranked.forEach(({ column }, i) => {
      for (let n = 0; n < counts[i]; n++) {
        for (const p of column.puts) puts.push({ ...p, x: p.x + x });
        x += column.width;
        top = Math.max(top, column.height);
      }
    });
    return { value, height: top, puts };
  }
  private column(low: readonly Lying[], width: number, height: number): Pattern & { width: number } {
    const narrow = low.filter(({ w }) => w <= width);
    const { value, counts } = fillLength(narrow, height, NODES_OF_COLUMN, this.spend);
    const puts: PatternPut[] = [];
    let y = 0;
    narrow.forEach(({ kind, w, length, turned }, i) => {
      for (let n = 0; n < counts[i]; n++) {
        puts.push({ kind, x: 0, y, w, h: length, turned });
        y += length;
      }
    });
    return { value, height: y, width, puts };
  }
  private pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)];
  }
  private some(list: readonly number[], most: number): number[] {
    if (list.length <= most) return [...list];
    return list
      .map((v) => ({ v, key: this.random() }))
      .sort((a, b) => a.key - b.key)
      .slice(0, most)
      .map(({ v }) => v);
  }
}
/** How often a pattern can be cut with the pieces that are left. */
function mostOf(pattern: Pattern, left: readonly number[]): number {
  const counts = countsOf(pattern.puts);
  let most = Infinity;
  for (const [kind, n] of counts) most = Math.min(most, Math.floor(left[kind] / n));
  return Number.isFinite(most) ? most : 0;
}
/** How many of each kind are in a pattern. */
export function countsOf(puts: readonly { kind: number }[]): Map<number, number> {
  const counts = new Map<number, number>();
  for (const { kind } of puts) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  return counts;
}
