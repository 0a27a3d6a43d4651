import { compositeOf, joined, turned, type Composite } from './composite';
import { divisor } from './problem';
import type { Item } from './types';
import type { Watch } from './watch';

/** Moves between two looks at how many sides there are of each length; so many times that, one slice of work. */
const MOVES = 4096;
const LOOKS = 24;
/** So many moves for each piece without becoming fewer, and all begins anew. */
const ANEW_AFTER = 10_000;
/** Near this temperature blocks form and come apart again about as often (found by trying on sheets of 2-5 × 40 pieces). */
const TEMPERATURE = 1.4;
/** What any join gains, and one that makes a side of the sheet's own, or a whole sheet: by luck hardly any does. */
const JOIN_GAINS = 0.5;
const EDGE_GAINS = 5;
/** Lengths are told apart in so many cells, and as many as this share of a length beside it count as thereabouts. */
const CELLS = 100;
const THEREABOUTS = 0.1;
/** Fewer than this that have a length by chance say no more than this: what few are left would never come apart again. */
const FEWEST_BY_CHANCE = 0.1;
/** How often a side is looked at for a join, against a block for coming apart. */
const JOIN_SHARE = 0.35;

/**
 * Pieces put together again where sides are exactly equal: what was cut from whole sheets edge to edge comes back to
 * whole sheets. Blocks are joined and come apart one at a time, a join the seldomer undone the less likely it is by
 * chance: ln(1 + 1/λ) where λ sides of that length are expected (simulated annealing after Kirkpatrick et al., 1983, at one
 * temperature).
 */
export class Annealing {
  private readonly turn: Uint8Array;
  /** sides of a block x: 2x across, 2x + 1 along; so a side's block is side >> 1, its other side is side ^ 1 */
  private readonly sides: Int32Array;
  private readonly first: Int32Array;
  private readonly second: Int32Array;
  /** the side of the first along which the second was joined, and that of the second */
  private readonly at: Int32Array;
  private readonly to: Int32Array;
  /** what the join gained, and so the chance that it comes apart when it is looked at */
  private readonly gain: Float64Array;
  private readonly looseness: Float64Array;
  private readonly whole: Uint8Array;
  private readonly spare: number[] = [];
  /** blocks that are in no other: all, those of two or more pieces, and sides that another of them has too */
  private readonly roots: Members;
  private readonly made: Members;
  private readonly shared: Members;
  /** sides of a length that are no whole sheet's, and where a side stands among them */
  private readonly ofLength = new Map<number, number[]>();
  private readonly place: Int32Array;
  private readonly inCell = new Float64Array(CELLS + 1);
  private readonly gainOf = new Float64Array(CELLS + 1);
  private readonly cell: number;
  /** the least by which lengths differ */
  private readonly grain: number;
  private idle = 0;
  private fewest = Infinity;

  constructor(
    private readonly items: readonly Item[],
    private readonly target: { w: number; h: number },
    private readonly random: () => number,
    private readonly watch: Watch,
  ) {
    const most = 2 * items.length;
    this.turn = new Uint8Array(most);
    this.sides = new Int32Array(2 * most);
    this.first = new Int32Array(most);
    this.second = new Int32Array(most);
    this.at = new Int32Array(most);
    this.to = new Int32Array(most);
    this.gain = new Float64Array(most);
    this.looseness = new Float64Array(most);
    this.whole = new Uint8Array(most);
    this.roots = new Members(most);
    this.made = new Members(most);
    this.shared = new Members(2 * most);
    this.place = new Int32Array(2 * most);
    this.cell = Math.ceil((Math.max(target.w, target.h) + 1) / CELLS);
    this.grain = items.reduce((all, { w, h }) => divisor(all, divisor(w, h)), 0);
    this.begin();
  }

  /** One slice of joining and taking apart; ends at once when no more blocks are left than this. */
  work(enough: number): Composite[] {
    if (this.idle > ANEW_AFTER * this.items.length) this.begin();
    for (let look = 0; look < LOOKS && this.roots.count > enough; look++) {
      this.watch.tick(MOVES);
      this.weigh();
      this.idle += MOVES;
      for (let move = 0; move < MOVES && this.roots.count > enough; move++) {
        const { made, shared, random } = this;
        if (random() * (made.count + JOIN_SHARE * shared.count) < made.count)
          this.tryApart(made.pick(random));
        else if (shared.count) this.tryJoin(shared.pick(random));
      }
      if (this.roots.count < this.fewest) {
        this.fewest = this.roots.count;
        this.idle = 0;
      }
    }
    return Array.from({ length: this.roots.count }, (_, i) => this.blockOf(this.roots.ids[i]));
  }

  private begin() {
    const { items, spare } = this;
    this.idle = 0;
    this.fewest = Infinity;
    for (const members of [this.roots, this.made, this.shared]) members.count = 0;
    this.ofLength.clear();
    this.inCell.fill(0);
    spare.length = 0;
    for (let x = 2 * items.length - 1; x >= items.length; x--) spare.push(x);
    items.forEach((item, x) => {
      this.measure(x, item.w, item.h, Number(item.turn));
      this.add(x);
    });
  }
  /** What a join along a length gains, by how many sides are about as long as that. */
  private weigh() {
    const { inCell, gainOf, gain, looseness } = this;
    for (let c = 0; c <= CELLS; c++) {
      const reach = Math.max(1, Math.floor(c * THEREABOUTS));
      const [from, to] = [Math.max(0, c - reach), Math.min(CELLS, c + reach)];
      let count = 0;
      for (let k = from; k <= to; k++) count += inCell[k];
      const byChance = (count * this.grain) / ((to - from + 1) * this.cell);
      gainOf[c] = Math.log(1 + 1 / Math.max(FEWEST_BY_CHANCE, byChance));
    }
    for (let x = this.items.length; x < gain.length; x++) looseness[x] = loosenessOf(gain[x]);
  }
  private tryApart(x: number) {
    if (this.random() >= this.looseness[x]) return;
    this.remove(x);
    this.add(this.first[x]);
    this.add(this.second[x]);
    this.spare.push(x);
  }
  private tryJoin(side: number) {
    const { sides, turn, target } = this;
    const length = sides[side];
    const others = this.ofLength.get(length) as number[];
    const k = Math.floor(this.random() * (others.length - 1));
    let [at, to] = [side, others[k < this.place[side] ? k : k + 1]];
    if (at >> 1 === to >> 1) return;
    if ((at ^ to) & 1) {
      // Of two that would stand crosswise the second is turned: one that may not be is the first.
      if (!turn[to >> 1]) [at, to] = [to, at];
      if (!turn[to >> 1]) return;
    }
    const grown = sides[at ^ 1] + sides[to ^ 1];
    const mayTurn = turn[at >> 1] & turn[to >> 1];
    const [w, h] = at & 1 ? [grown, length] : [length, grown];
    if (!((w <= target.w && h <= target.h) || (mayTurn && h <= target.w && w <= target.h))) return;
    const x = this.join(at, to, w, h);
    const meets = this.whole[x] || this.isEdge(grown) ? EDGE_GAINS : 0;
    this.gain[x] = JOIN_GAINS + (this.isEdge(length) ? 0 : this.gainOf[this.cellOf(length)]) + meets;
    this.looseness[x] = loosenessOf(this.gain[x]);
  }
  /** Makes one block of two along these sides of theirs. */
  private join(at: number, to: number, w: number, h: number): number {
    const x = this.spare.pop() as number;
    const [first, second] = [at >> 1, to >> 1];
    this.remove(first);
    this.remove(second);
    this.first[x] = first;
    this.second[x] = second;
    this.at[x] = at & 1;
    this.to[x] = to & 1;
    this.measure(x, w, h, this.turn[first] & this.turn[second]);
    this.add(x);
    return x;
  }
  private measure(x: number, w: number, h: number, mayTurn: number) {
    this.sides[2 * x] = w;
    this.sides[2 * x + 1] = h;
    this.turn[x] = mayTurn;
    const { target } = this;
    this.whole[x] = Number(
      (w === target.w && h === target.h) || (mayTurn && w === target.h && h === target.w),
    );
  }
  private isEdge(length: number): boolean {
    return length === this.target.w || length === this.target.h;
  }
  private cellOf(length: number): number {
    return Math.min(CELLS, Math.floor(length / this.cell));
  }

  private add(x: number) {
    const { sides, ofLength, place, shared } = this;
    this.roots.add(x);
    if (x >= this.items.length) this.made.add(x);
    if (this.whole[x]) return;
    for (let side = 2 * x; side <= 2 * x + 1; side++) {
      const length = sides[side];
      this.inCell[this.cellOf(length)]++;
      const same = ofLength.get(length);
      if (!same) {
        ofLength.set(length, [side]);
        place[side] = 0;
        continue;
      }
      place[side] = same.length;
      same.push(side);
      if (same.length === 2) shared.add(same[0]);
      if (same.length > 1) shared.add(side);
    }
  }
  private remove(x: number) {
    const { sides, ofLength, place, shared } = this;
    this.roots.remove(x);
    if (x >= this.items.length) this.made.remove(x);
    if (this.whole[x]) return;
    for (let side = 2 * x; side <= 2 * x + 1; side++) {
      const length = sides[side];
      this.inCell[this.cellOf(length)]--;
      const same = ofLength.get(length) as number[];
      const last = same.pop() as number;
      if (same.length) shared.remove(side);
      if (last !== side) {
        same[place[side]] = last;
        place[last] = place[side];
      }
      if (same.length === 1) shared.remove(same[0]);
    }
  }
  private blockOf(x: number): Composite {
    if (x < this.items.length) return compositeOf(this.items[x]);
    const second = this.blockOf(this.second[x]);
    return joined(
      this.blockOf(this.first[x]),
      this.at[x] === this.to[x] ? second : turned(second),
      this.at[x] === 0,
    );
  }
}

/** Chance that a join comes apart (Metropolis et al., 1953). */
const loosenessOf = (gain: number) => Math.exp(-gain / TEMPERATURE);

/** Numbers of which any can be added, taken out or picked by luck at once. */
class Members {
  readonly ids: Int32Array;
  private readonly where: Int32Array;
  count = 0;
  constructor(most: number) {
    this.ids = new Int32Array(most);
    this.where = new Int32Array(most);
  }
  add(id: number) {
    this.where[id] = this.count;
    this.ids[this.count++] = id;
  }
  remove(id: number) {
    const last = this.ids[--this.count];
    this.ids[this.where[id]] = last;
    this.where[last] = this.where[id];
  }
  pick(random: () => number): number {
    return this.ids[Math.floor(random() * this.count)];
  }
}
