import type { LayoutPiece, LayoutStock } from '$lib/core/nesting';
import { Dice } from './labelled/types';

export interface CuttingCase {
  name: string;
  pieces: LayoutPiece[];
  stock: LayoutStock[];
  /** of perfect cases: how many sheets they were cut from, or how long the roll was, mm */
  known?: number;
}

/** Sheets cut edge to edge into n pieces: the best answer is known. grid: to which length the cuts fall, mm. */
export function perfectSheets(
  seed: number,
  n: number,
  sheets: number,
  grid: number,
  width = 1000,
  height = 800,
): CuttingCase {
  const dice = new Dice(seed);
  const rects = cutUp(
    dice,
    Array.from({ length: sheets }, () => ({ w: width, h: height })),
    n,
    grid,
  );
  return {
    name: `${n} pieces of ${sheets} sheets, to ${grid} mm`,
    pieces: rects.map(({ w, h }, i) =>
      piece(i, ...(dice.chance(0.5) ? ([w, h] as const) : ([h, w] as const))),
    ),
    stock: [{ id: 'sheet', widthMm: width, heightMm: height, quantity: n }],
    known: sheets,
  };
}
/** A case whose pieces are each a little smaller than they were cut, every side by up to this share of it: what is known stays possible. */
export function smaller(of: CuttingCase, share: number, seed: number): CuttingCase {
  const dice = new Dice(seed);
  const less = (length: number) => Math.floor(100 * length * (1 - share * dice.next())) / 100;
  return {
    ...of,
    name: `${of.name}, each up to ${100 * share} % smaller`,
    pieces: of.pieces.map((p) => ({ ...p, widthMm: less(p.widthMm), heightMm: less(p.heightMm) })),
  };
}
/** So many copies of every piece of a case: the best answer is known to be no worse than so many times its own. */
export function copiesOf(of: CuttingCase, times: number): CuttingCase {
  return {
    name: `${times} × ${of.name}`,
    pieces: of.pieces.map((p) => ({ ...p, quantity: times * p.quantity })),
    stock: of.stock,
    known: of.known === undefined ? undefined : times * of.known,
  };
}
/** An order off a roll: few sizes, many of each. Its best answer is not known; no layout is shorter than its area asks for. */
export function orderOffRoll(seed: number, kinds: number, width = 1400): CuttingCase {
  const dice = new Dice(seed);
  return {
    name: `an order of ${kinds} sizes`,
    pieces: Array.from({ length: kinds }, (_, i) => ({
      id: `p${i}`,
      widthMm: dice.whole(60, 420),
      heightMm: dice.whole(60, 420),
      quantity: dice.whole(8, 60),
      mayTurn: seed % 2 === 0,
    })),
    stock: [{ id: 'roll', widthMm: width, heightMm: 90_000, quantity: 1, roll: true }],
  };
}
/**
 * The rows of a textbook, each as high as its highest piece and filled by the first piece that fits it, the highest first
 * (first fit by falling height): how long a roll they take. mm
 */
export function rowsLength({ pieces, stock: [roll] }: CuttingCase): number {
  const all = pieces
    .flatMap((p) => Array.from({ length: p.quantity }, () => p))
    .map((p) =>
      p.mayTurn && p.heightMm > p.widthMm ? { w: p.heightMm, h: p.widthMm } : { w: p.widthMm, h: p.heightMm },
    )
    .sort((a, b) => b.h - a.h);
  const rows: { h: number; x: number }[] = [];
  for (const { w, h } of all) {
    const row = rows.find((r) => r.x + w <= roll.widthMm);
    if (row) row.x += w;
    else rows.push({ h, x: w });
  }
  return rows.reduce((sum, r) => sum + r.h, 0);
}
/** The same of a length of roll. */
export function perfectRoll(seed: number, n: number, grid: number, width = 1100): CuttingCase {
  const dice = new Dice(seed);
  const length = Math.round(dice.between(900, 2400) / grid) * grid;
  const rects = cutUp(dice, [{ w: width, h: length }], n, grid);
  return {
    name: `${n} pieces of a roll, to ${grid} mm`,
    pieces: rects.map(({ w, h }, i) => piece(i, w, h)),
    stock: [{ id: 'roll', widthMm: width, heightMm: 20 * length, quantity: 1 }],
    known: length,
  };
}
const piece = (i: number, widthMm: number, heightMm: number): LayoutPiece => ({
  id: `p${i}`,
  widthMm,
  heightMm,
  quantity: 1,
  mayTurn: true,
});

function cutUp(dice: Dice, rects: { w: number; h: number }[], n: number, grid: number) {
  const tooThin = 5 * Math.max(1, grid);
  for (let tries = 0; rects.length < n && tries < 20_000; tries++) {
    rects.sort((a, b) => b.w * b.h - a.w * a.h);
    const i = Math.min(rects.length - 1, Math.floor(dice.next() * (1 + rects.length * 0.6)));
    const { w, h } = rects[i];
    const across = dice.chance(h / (w + h));
    const length = across ? h : w;
    const at = Math.round(dice.between(0.2, 0.8) * (length / grid)) * grid;
    if (at < tooThin || length - at < tooThin) continue;
    rects.splice(
      i,
      1,
      ...(across
        ? [
            { w, h: at },
            { w, h: h - at },
          ]
        : [
            { w: at, h },
            { w: w - at, h },
          ]),
    );
  }
  return rects;
}

/**
 * The ten classic classes of random rectangles on square bins: six of uniform sides on growing bins, and four mixtures of
 * long, high, large and small ones on bins of 100.
 */
export function classicCase(kind: number, n: number, seed: number): CuttingCase {
  const dice = new Dice(seed * 100 + kind);
  const uniform = [
    [10, 10],
    [10, 30],
    [35, 40],
    [35, 100],
    [100, 100],
    [100, 300],
  ];
  const side = kind <= 6 ? uniform[kind - 1][1] : 100;
  const shapes = [
    () => [dice.whole(67, 100), dice.whole(1, 50)],
    () => [dice.whole(1, 50), dice.whole(67, 100)],
    () => [dice.whole(50, 100), dice.whole(50, 100)],
    () => [dice.whole(1, 50), dice.whole(1, 50)],
  ];
  const sides = (): number[] => {
    if (kind <= 6) return [dice.whole(1, uniform[kind - 1][0]), dice.whole(1, uniform[kind - 1][0])];
    return shapes[dice.chance(0.7) ? kind - 7 : dice.whole(0, 3)]();
  };
  return {
    name: `class ${kind}, ${n} pieces`,
    pieces: Array.from({ length: n }, (_, i) => {
      const [w, h] = sides();
      return piece(i, w, h);
    }),
    stock: [{ id: 'bin', widthMm: side, heightMm: side, quantity: n }],
  };
}
