import { areaOf, usedHeight } from './answer';
import { compositeOf, turned, type Composite } from './composite';
import { fillByMatch, type Rules } from './guillotine';
import type { Bin, Item } from './types';
import { weaveBand } from './weaving';
import type { Watch } from './watch';

/** A stretch of a roll over its whole width. */
interface Band {
  h: number;
  bin: Bin;
  blocks: Composite[];
}
/** First pieces and rules tried for one band, for the first layout and for a recreated one. */
const TRIES_FIRST = 24;
const TRIES_AGAIN = 40;
/** A band may be a little worse than the best so far: what is left then may join better. */
const SLACK = 0.04;
/** How full a woven band is to be kept, and blocks from which one is worth weaving. */
const FULL = 0.9;
const LEAST = 8;
/** How high a woven band may be, as a share of the width: at least, and so much more by luck. */
const LOW = 0.3;
const HIGHER = 0.5;
/** How often all bands are woven anew, rather than some. */
const ALL = 0.3;

/**
 * A roll in bands across its width, as a ruler cuts it: each filled as well as many tries can; then, over and over, the
 * worst bands and some others are taken apart and filled anew. Lengths in whole units.
 */
export class Strip {
  private bands: Band[] | null = null;
  constructor(
    private readonly width: number,
    private readonly items: ReadonlyMap<number, Item>,
    private readonly rules: readonly Rules[],
    private readonly random: () => number,
    private readonly watch: Watch,
  ) {}

  /** Begins anew from strips that are filled already, and what is left over. False when there was no time for that. */
  begin(strips: readonly Bin[], rest: readonly Composite[], mayContinue: () => boolean): boolean {
    const filled = strips.map((bin) => this.bandOf(bin));
    const more = this.fill(rest, TRIES_FIRST, mayContinue);
    if (!more) return false;
    this.bands = [...filled, ...more];
    return true;
  }
  private bandOf(bin: Bin): Band {
    return { h: bin.h, bin, blocks: this.apart(bin) };
  }
  /** The pieces of a band or block, each by itself again. */
  private apart({ puts }: { puts: readonly { serial: number }[] }): Composite[] {
    return puts.map((p) => compositeOf(this.items.get(p.serial) as Item));
  }
  /** One step: the first bands of all, or some of them recreated, by rules or woven. Null when it came to nothing better or as good. */
  step(blocks: () => Composite[], isWoven: boolean, mayContinue: () => boolean): Bin | null {
    if (!this.bands) {
      this.bands = isWoven
        ? this.weave(blocks(), mayContinue)
        : this.fill(blocks(), TRIES_FIRST, mayContinue);
      return this.bands && this.joined();
    }
    const { bands, random } = this;
    const waste = (b: Band) => 1 - areaOf(b.blocks) / (b.h * this.width);
    const ranked = bands.toSorted((a, b) => waste(b) - waste(a));
    const some = isWoven && random() < ALL ? bands.length : 2 + Math.floor(random() * 3);
    const count = Math.min(bands.length, some);
    const chosen = new Set<Band>();
    while (chosen.size < count) chosen.add(ranked[Math.floor(random() * random() * ranked.length)]);
    const apart = isWoven || random() < 0.5;
    const freed = [...chosen].flatMap((b) =>
      b.blocks.flatMap((block) => (apart && block.puts.length > 1 ? this.apart(block) : [block])),
    );
    const most = heightOf([...chosen]);
    const again = isWoven
      ? this.weave(freed, mayContinue, most)
      : this.fill(freed, TRIES_AGAIN, mayContinue, most);
    if (!again) return null;
    this.bands = [...bands.filter((b) => !chosen.has(b)), ...again];
    return this.joined();
  }

  /** Bands for all blocks, no higher in all than `most`; null when that fails. */
  private fill(
    blocks: readonly Composite[],
    tries: number,
    mayContinue: () => boolean,
    most = Infinity,
  ): Band[] | null {
    let rest = blocks.toSorted((a, b) => b.w * b.h - a.w * a.h);
    const bands: Band[] = [];
    let height = 0;
    while (rest.length) {
      if (!mayContinue()) return null;
      const band = this.bestBand(rest, tries, most - height);
      if (!band) return null;
      bands.push(band);
      height += band.h;
      const used = new Set(band.blocks);
      rest = rest.filter((b) => !used.has(b));
      if (height + areaOf(rest) / this.width > most) return null;
    }
    return bands;
  }

  /** The same, woven: hardly anything is wasted while there is much to choose from. */
  private weave(blocks: readonly Composite[], mayContinue: () => boolean, most = Infinity): Band[] | null {
    const { width, random, watch } = this;
    let rest = [...blocks];
    const full: Band[] = [];
    while (rest.length > LEAST) {
      const h = Math.round(width * (LOW + HIGHER * random()));
      const puts = weaveBand(rest, { w: width, h }, random, watch);
      const band = this.bandOf({ stock: 0, w: width, h: Math.max(0, ...puts.map((p) => p.y + p.h)), puts });
      if (!puts.length || areaOf(puts) < FULL * width * band.h) break;
      full.push(band);
      const used = new Set(puts.map((p) => p.serial));
      rest = rest.filter((b) => !used.has(b.puts[0].serial));
    }
    const left = most - heightOf(full);
    const more = left < 0 ? null : this.fill(rest, TRIES_AGAIN, mayContinue, left);
    return more && [...full, ...more];
  }

  private bestBand(rest: readonly Composite[], tries: number, most: number): Band | null {
    const { random, width } = this;
    let best: Band | null = null;
    let bestShare = -1;
    for (let t = 0; t < tries; t++) {
      const first = rest[Math.floor(random() ** 3 * rest.length)];
      const lies = first.turn && random() < 0.5 ? turned(first) : first;
      const beside = rest[Math.floor(random() * rest.length)];
      // As high as one piece, or as two on top of each other.
      const h =
        lies.h +
        (random() < 0.6 || beside === first ? 0 : beside.turn && random() < 0.5 ? beside.w : beside.h);
      if (lies.w > width || h > most) continue;
      const rules = this.rules[Math.floor(random() * this.rules.length)];
      const { bin, used } = fillByMatch({ stock: 0, w: width, h }, first, rest, rules, this.watch, random);
      if (!used.length) continue;
      const top = usedHeight(bin);
      // The last band may be lower than its first guess.
      const share = areaOf(used) / (width * top) - SLACK * random();
      if (share > bestShare) {
        bestShare = share;
        best = { h: top, bin, blocks: used };
      }
    }
    return best;
  }

  /** All bands on top of each other. */
  joined(): Bin {
    const bands = this.bands as Band[];
    let y = 0;
    const puts = bands.flatMap((band) => {
      const from = y;
      y += band.h;
      return band.bin.puts.map((p) => ({ ...p, y: p.y + from }));
    });
    return { stock: 0, w: this.width, h: y, puts };
  }
}
const heightOf = (bands: readonly Band[]) => bands.reduce((sum, b) => sum + b.h, 0);
