import type { Item, Put } from './types';

/** A rectangle made of one piece or of two blocks that share a whole side: what an edge-to-edge cut leaves, put back together. */
export interface Composite {
  readonly w: number;
  readonly h: number;
  readonly turn: boolean;
  readonly puts: Put[];
  /** the two that it was joined of */
  readonly parts?: readonly [Composite, Composite];
  /** the block of which it is a quarter turn */
  readonly upright?: Composite;
}

/** Of many blocks that are joined hardly one is ever laid: where its pieces lie is worked out when it is asked for. */
class Lazy implements Composite {
  private made: Put[] | null = null;
  constructor(
    readonly w: number,
    readonly h: number,
    readonly turn: boolean,
    readonly parts: Composite['parts'],
    private readonly make: () => Put[],
    readonly upright?: Composite,
  ) {}
  get puts(): Put[] {
    return (this.made ??= this.make());
  }
}

/** A single piece as a block. */
export const compositeOf = (item: Item): Composite => ({
  w: item.w,
  h: item.h,
  turn: item.turn,
  puts: [{ piece: item.piece, serial: item.serial, x: 0, y: 0, w: item.w, h: item.h, turned: false }],
});

/** A block a quarter turned: its lower left corner stays at the origin. One that was turned stands upright again. */
export const turned = (b: Composite): Composite =>
  b.upright ??
  new Lazy(
    b.h,
    b.w,
    b.turn,
    b.parts,
    () => b.puts.map((p) => ({ ...p, x: b.h - p.y - p.h, y: p.x, w: p.h, h: p.w, turned: !p.turned })),
    b,
  );

/** A block, or a piece, seen across the diagonal: what lay along lies across. No piece is turned. */
export const flipped = (b: Composite): Composite =>
  new Lazy(b.h, b.w, b.turn, b.parts, () => b.puts.map(flippedPut));
export const flippedPut = (p: Put): Put => ({ ...p, x: p.y, y: p.x, w: p.h, h: p.w });

/** b on top of a, or beside it; as wide, or as high, as the larger of the two. */
export const joined = (a: Composite, b: Composite, onTop: boolean): Composite =>
  new Lazy(
    onTop ? Math.max(a.w, b.w) : a.w + b.w,
    onTop ? a.h + b.h : Math.max(a.h, b.h),
    a.turn && b.turn,
    [a, b],
    () => [...a.puts, ...shifted(b.puts, onTop ? 0 : a.w, onTop ? a.h : 0)],
  );
const shifted = (puts: readonly Put[], dx: number, dy: number): Put[] =>
  puts.map((p) => ({ ...p, x: p.x + dx, y: p.y + dy }));

/** The two parts of a block, each of which comes apart itself with a chance of 0-1. */
export const loosened = (b: Composite, chance: number, random: () => number): Composite[] =>
  b.parts
    ? b.parts.flatMap((part) => (chance === 1 || random() < chance ? loosened(part, chance, random) : [part]))
    : [b];
