import type { StockKind } from './answer';
import { sorted, SORTS } from './choose';
import { packGuillotine, RULES, type Rules } from './guillotine';
import { packNest } from './nest';
import { pickFrom } from './problem';
import type { Composite } from './composite';
import { Strip } from './shelf-packing';
import type { Bin, Item, LayoutOptions } from './types';
import type { Watch } from './watch';

/** Blocks are few where so many pieces, on average, are in one; ways in which few are packed. */
const FEW_BLOCKS = 3;
const MANY_WAYS = 16;
/** By how much the first try may be higher than the area asks for. */
const FIRST_ROOM = 1.15;

/** All on one sheet, or along one roll: in less and less height, or band by band. */
export class Along {
  private readonly shelf: Strip;
  /** that the area asks for */
  private readonly least: number;
  constructor(
    private readonly kind: StockKind,
    private readonly items: readonly Item[],
    private readonly options: LayoutOptions,
    private readonly random: () => number,
    private readonly watch: Watch,
    private readonly offer: (bins: Bin[], unplaced: Composite[]) => void,
  ) {
    this.shelf = new Strip(kind.w, new Map(items.map((i) => [i.serial, i])), RULES, random, watch);
    this.least = Math.ceil(items.reduce((sum, i) => sum + i.w * i.h, 0) / kind.w);
  }

  /** One step of bands. @param blocks what they are begun from */
  tryBands(blocks: () => Composite[], isWoven: boolean) {
    this.offerBands(this.shelf.step(blocks, isWoven, this.options.mayContinue));
  }
  /** Begins anew from bands that are filled already, and what is left over. */
  tryFilled(bands: readonly Bin[], rest: readonly Composite[]) {
    if (this.shelf.begin(bands, rest, this.options.mayContinue)) this.offerBands(this.shelf.joined());
  }
  private offerBands(bin: Bin | null) {
    const { h } = this.kind;
    if (bin && bin.h <= h) this.offer([{ ...bin, h }], []);
  }
  /** In less height than the answer so far has. Few blocks are packed many ways, as joining them took longer. @param k which try */
  tryLower(order: Composite[], rules: Rules, k: number, heightNow: () => number) {
    const { kind, least, random, items, options } = this;
    if (k === 0) this.pack(order, rules, kind.h, true);
    const tries = order.length * FEW_BLOCKS < items.length ? MANY_WAYS : 1;
    for (let t = 0; t < tries; t++) {
      const height = k === 0 ? Math.min(kind.h, Math.ceil(least * FIRST_ROOM)) : this.lower(heightNow(), t);
      const again = t ? sorted(order, pickFrom(SORTS, this.random), random() * 0.35, random) : order;
      this.pack(
        again,
        t ? pickFrom(RULES, this.random) : rules,
        height,
        options.edgeToEdge || (k + t) % 2 > 0,
      );
    }
  }
  /** A height by luck between what the area asks for and what there is, rather a low one. */
  private lower(now: number, t: number): number {
    const { least, random, kind } = this;
    if (now >= kind.h) return kind.h;
    const share = t % 2 ? random() : random() * random();
    return Math.min(now - 1, least + Math.floor((now - least) * share));
  }
  private pack(order: Composite[], rules: Rules, height: number, edgeToEdge: boolean) {
    const { w, h } = this.kind;
    let isOpen = false;
    const choose = () => (isOpen ? null : ((isOpen = true), { stock: 0, w, h: height }));
    const packed = edgeToEdge
      ? packGuillotine(order, choose, rules, this.watch)
      : packNest(order, choose, this.watch);
    if (height === h || !packed.unplaced.length)
      this.offer(packed.bins.map((bin) => ({ ...bin, h })), packed.unplaced); // prettier-ignore
  }
}
