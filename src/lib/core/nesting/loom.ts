import { areaOf } from './answer';
import { turned, type Composite } from './composite';
import type { Put } from './types';
import type { Watch } from './watch';

/** What is woven, in whole units: a sheet with hardly any waste. */
export interface Weaving {
  /** sides of the sheet */
  w: number;
  h: number;
  /** most blocks in it */
  most: number;
  /** it may be lower than the sheet, as a stretch of a roll: not as much as can be, but as little waste as can be */
  isBand: boolean;
  /** by how much sides that meet may differ, as a share of their length */
  near: number;
  /** share of a rectangle that may be waste */
  waste: number;
}

/** Joins tried for rectangles of so many blocks, and how many of them are kept. */
const TRIES = 1500;
const KEPT = 300;
/** Partners tried of one rectangle at once, and how far in the pool from the one that meets it best. */
const PARTNERS = 3;
const SPREAD = 12;
/** Halves of a sheet that are looked at for each, from the highest that has room. */
const HALVES = 30;
/** How much luck decides which rectangles are kept, as a share of the waste that they may have. */
const LUCK = 0.3;

/**
 * Lays as much as it can on one sheet, which is cut edge to edge: pools of rectangles of one block, of two, of three and so
 * on are joined at sides that nearly meet, and only those with hardly any waste are kept. (From the bottom up, as Wang, 1983,
 * with pools that are sampled.) Which blocks lie on it is free: the more there are to choose from, the less is wasted.
 */
export const weave = (blocks: readonly Composite[], of: Weaving, random: () => number, watch: Watch): Put[] =>
  new Loom(blocks, of, random, watch).weave();

/** Rectangles by index, their figures in arrays: there are some ten thousand of them, and none is kept. */
class Loom {
  /** of 32 bits each, for one bit a block */
  private readonly words: number;
  private size = 0;
  private readonly w: Int32Array;
  private readonly h: Int32Array;
  private readonly area: Float64Array;
  /** which blocks are in it */
  private readonly bits: Int32Array;
  /** the two that it was joined of; of a single block its index */
  private readonly first: Int32Array;
  private readonly second: Int32Array;
  private readonly how: Uint8Array;
  /** the pools: of one block, of two and so on, by width and by height */
  private readonly byWidth: Int32Array[] = [];
  private readonly byHeight: Int32Array[] = [];
  /** the fullest so far, of bands the one that wastes least */
  private best = 0;

  constructor(
    private readonly blocks: readonly Composite[],
    private readonly of: Weaving,
    private readonly random: () => number,
    private readonly watch: Watch,
  ) {
    const room = 2 * blocks.length + of.most * KEPT + PARTNERS * TRIES + 1;
    this.words = (blocks.length + 31) >> 5;
    this.w = new Int32Array(room);
    this.h = new Int32Array(room);
    this.area = new Float64Array(room);
    this.bits = new Int32Array(room * this.words);
    this.first = new Int32Array(room);
    this.second = new Int32Array(room);
    this.how = new Uint8Array(room);
  }

  weave(): Put[] {
    this.begin();
    for (let count = 2; count <= this.of.most; count++) this.joinTo(count);
    if (!this.of.isBand) this.halve(ON_TOP);
    this.halve(BESIDE);
    const puts: Put[] = [];
    if (this.size) this.lay(this.best, 0, 0, puts);
    return puts;
  }
  private begin() {
    const areas = this.blocks.map(({ puts }) => areaOf(puts));
    this.blocks.forEach((block, i) => {
      for (const turn of block.turn && block.w !== block.h ? [0, 1] : [0]) {
        const [w, h] = turn ? [block.h, block.w] : [block.w, block.h];
        if (w > this.of.w || h > this.of.h) continue;
        const n = this.size++;
        this.w[n] = w;
        this.h[n] = h;
        this.area[n] = areas[i];
        this.bits[n * this.words + (i >> 5)] = 1 << (i & 31);
        this.first[n] = i;
        this.how[n] = turn ? TURNED : SINGLE;
        this.weigh(n);
      }
    });
    this.pool(0, this.size);
  }
  private weigh(n: number) {
    if (this.worth(n) > this.worth(this.best)) this.best = n;
  }
  private worth(n: number): number {
    return this.of.isBand ? this.area[n] / this.h[n] : this.area[n];
  }
  private pool(from: number, to: number) {
    const sortedBy = (sides: Int32Array) => {
      const keys = Float64Array.from({ length: to - from }, (_, i) => sides[from + i] * KEY + from + i);
      return Int32Array.from(keys.sort(), (key) => key % KEY);
    };
    this.byWidth.push(sortedBy(this.w));
    this.byHeight.push(sortedBy(this.h));
  }
  /** Makes blocks of so many pieces from two smaller ones each, and keeps the best. */
  private joinTo(count: number) {
    const { random, of, watch } = this;
    const from = this.size;
    const known = new Set<number>();
    for (let t = 0; t < TRIES; t++) {
      const a = Math.floor((random() * count) / 2);
      const smaller = this.byWidth[a];
      const how = random() < 0.5 ? ON_TOP : BESIDE;
      const sides = how === ON_TOP ? this.w : this.h;
      const larger = (how === ON_TOP ? this.byWidth : this.byHeight)[count - 2 - a];
      if (!smaller.length || !larger.length) continue;
      watch.tick();
      const i = smaller[Math.floor(random() * smaller.length)];
      const off = sides[i] * of.near;
      const middle = firstFrom(larger, sides, sides[i]);
      for (let p = 0; p < PARTNERS; p++) {
        const j = larger[middle + Math.floor((random() + random() - 1) * SPREAD)];
        if (j === undefined || Math.abs(sides[j] - sides[i]) > off) continue;
        const n = this.join(i, j, how);
        if (n < 0) continue;
        const key = this.keyOf(n);
        if (known.has(key)) continue;
        known.add(key);
        this.size++;
        this.weigh(n);
      }
    }
    this.keepBest(from);
    this.pool(from, this.size);
  }
  /** Writes the join of two behind the last block; -1 when they do not go together. */
  private join(i: number, j: number, how: number): number {
    const { w, h, of, bits, words } = this;
    const n = this.size;
    const onTop = how === ON_TOP;
    const width = onTop ? Math.max(w[i], w[j]) : w[i] + w[j];
    const height = onTop ? h[i] + h[j] : Math.max(h[i], h[j]);
    if (width > of.w || height > of.h) return -1;
    const area = this.area[i] + this.area[j];
    if (area < (1 - of.waste) * width * height) return -1;
    for (let k = 0; k < words; k++) {
      const [a, b] = [bits[i * words + k], bits[j * words + k]];
      if (a & b) return -1;
      bits[n * words + k] = a | b;
    }
    w[n] = width;
    h[n] = height;
    this.area[n] = area;
    this.first[n] = i;
    this.second[n] = j;
    this.how[n] = how;
    return n;
  }
  private keyOf(n: number): number {
    let key = Math.imul(this.w[n], 31) + Math.imul(this.h[n], 17);
    for (let k = 0; k < this.words; k++) key = Math.imul(key, 31) + this.bits[n * this.words + k];
    return key | 0;
  }
  /** Of the rectangles from here on those with the least waste, and the fullest, moved together. */
  private keepBest(from: number) {
    const count = this.size - from;
    if (count <= KEPT) return;
    const { random, of, words, best } = this;
    const rank = (n: number) =>
      n === best ? 0 : 1 - this.area[n] / (this.w[n] * this.h[n]) + LUCK * of.waste * random();
    const ranked = Float64Array.from(
      { length: count },
      (_, i) => Math.floor(rank(from + i) * 1e6) * KEY + from + i,
    );
    const kept = Int32Array.from(ranked.sort().subarray(0, KEPT), (key) => key % KEY).sort();
    kept.forEach((n, i) => {
      const to = from + i;
      if (n === best) this.best = to;
      for (const list of [this.w, this.h, this.area, this.first, this.second, this.how]) list[to] = list[n];
      for (let k = 0; k < words; k++) this.bits[to * words + k] = this.bits[n * words + k];
    });
    this.size = from + KEPT;
  }
  /** Two rectangles that both run over the whole sheet, on top of each other or beside; of a band, any two of a height. */
  private halve(how: number) {
    const { of, area, watch } = this;
    const onTop = how === ON_TOP;
    const across = onTop ? this.w : this.h;
    const along = onTop ? this.h : this.w;
    const least = of.isBand ? 0 : (onTop ? of.w : of.h) * (1 - 2 * of.near);
    const length = onTop ? of.h : of.w;
    const wide = Array.from({ length: this.size }, (_, n) => n)
      .filter((n) => across[n] >= least)
      .sort((a, b) => along[a] - along[b]);
    const list = Int32Array.from(wide);
    for (const a of wide) {
      const to = firstFrom(list, along, length - along[a] + 1);
      watch.tick();
      for (let k = to - 1; k >= Math.max(0, to - HALVES); k--) {
        if (!of.isBand && area[a] + area[list[k]] <= area[this.best]) continue;
        const n = this.join(a, list[k], how);
        if (n < 0 || this.worth(n) <= this.worth(this.best)) continue;
        this.best = n;
        this.size++;
      }
    }
  }
  private lay(n: number, x: number, y: number, puts: Put[]) {
    const { how, first, second, w, h } = this;
    if (how[n] === SINGLE || how[n] === TURNED) {
      const block = this.blocks[first[n]];
      for (const p of (how[n] === TURNED ? turned(block) : block).puts)
        puts.push({ ...p, x: p.x + x, y: p.y + y });
      return;
    }
    const onTop = how[n] === ON_TOP;
    this.lay(first[n], x, y, puts);
    this.lay(second[n], onTop ? x : x + w[first[n]], onTop ? y + h[first[n]] : y, puts);
  }
}
const SINGLE = 0;
const TURNED = 1;
const ON_TOP = 2;
const BESIDE = 3;
/** A length and an index in one number: more blocks than any loom holds. */
const KEY = 2 ** 20;

/** Where in a list sorted by these lengths the first stands that is no shorter. */
function firstFrom(list: Int32Array, lengths: Int32Array, least: number): number {
  let low = 0;
  let high = list.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (lengths[list[middle]] < least) low = middle + 1;
    else high = middle;
  }
  return low;
}
