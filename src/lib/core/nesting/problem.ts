/** What is asked for, in whole units. */
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { StockKind } from './answer';
import { UNIT, type Item, type LayoutPiece, type LayoutStock } from './types';

/** Sides that differ by rounding alone are the same, in whole units. */
const GRAIN = 1e-6;

/** Numbers in [0, 1): the same seed gives the same layouts. One draw a number is fine enough to choose by. */
export function randomFrom(seed: number): () => number {
  const dice = xoroshiro128plus(seed);
  return () => (dice.next() >>> 0) / 2 ** 32;
}

/** Every piece by itself, gap added: never smaller than it was asked for. */
export const itemsOf = (pieces: readonly LayoutPiece[], gap: number): Item[] => {
  const toUnit = (mm: number) => Math.max(1, Math.ceil(mm * UNIT - GRAIN)) + gap;
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
/** Stock, gap added: never larger than it is. */
export const kindsOf = (stock: readonly LayoutStock[], gap: number): StockKind[] =>
  stock.map((s) => ({
    w: Math.floor(s.widthMm * UNIT + GRAIN) + gap,
    h: Math.floor(s.heightMm * UNIT + GRAIN) + gap,
    quantity: s.quantity,
    cost: s.cost ?? s.widthMm * s.heightMm,
    roll: s.roll ?? s.quantity === 1,
  }));
export const fits = (i: Item, k: StockKind) =>
  k.quantity > 0 && ((i.w <= k.w && i.h <= k.h) || (i.turn && i.h <= k.w && i.w <= k.h));
/** One of a list, by luck. */
export const pickFrom = <T>(list: readonly T[], random: () => number): T =>
  list[Math.floor(random() * list.length)];
/** The greatest common divisor, after Euclid. */
export const divisor = (a: number, b: number): number => (b ? divisor(b, a % b) : a);
