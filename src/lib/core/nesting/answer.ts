import type { Composite } from './composite';
import { UNIT, type Bin, type Layout, type LayoutPiece, type LayoutStock, type Put } from './types';

/** A stock as it is packed: gap added, in whole units. */
export interface StockKind {
  w: number;
  h: number;
  quantity: number;
  cost: number;
  roll: boolean;
}
/** Sheets as they are filled, in whole units (see UNIT), and what found no place. */
export interface Packing {
  bins: Bin[];
  unplaced: Composite[];
  objective: number[];
}

/** How far a sheet is filled from its lower edge. */
export const usedHeight = (bin: Bin) => bin.puts.reduce((most, p) => Math.max(most, p.y + p.h), 0);
/** Which share of a sheet is covered. */
export const fillOf = (bin: Bin) => areaOf(bin.puts) / (bin.w * bin.h);
/** Of pieces that lie, in whole units squared. */
export const areaOf = (puts: readonly { w: number; h: number }[]) =>
  puts.reduce((sum, p) => sum + p.w * p.h, 0);

/** Smaller is better, the first difference decides. */
export function objectiveOf(
  bins: readonly Bin[],
  unplaced: readonly Composite[],
  kinds: readonly StockKind[],
): number[] {
  const lost = unplaced.reduce((sum, b) => sum + b.puts.length, 0);
  let cost = 0;
  let used = 0;
  let even = 0;
  for (const bin of bins) {
    const kind = kinds[bin.stock];
    const height = usedHeight(bin);
    const share = kind.roll ? height / kind.h : 1;
    cost += kind.cost * share;
    used += height * bin.w;
    // One sheet nearly empty is worth more than two half full: it may be emptied next.
    even -= fillOf(bin) ** 2;
  }
  return [lost, Math.round(cost * 100), bins.length, even, used];
}
/** Whether one objective comes before another: the first difference decides. */
export const isBetter = (a: readonly number[], b: readonly number[]): boolean => {
  const i = a.findIndex((v, k) => v !== b[k]);
  return i >= 0 && a[i] < b[i];
};

/** The answer in the maker's lengths. */
export function describe(
  best: Packing | null,
  hopeless: readonly Composite[],
  pieces: readonly LayoutPiece[],
  stock: readonly LayoutStock[],
  kinds: readonly StockKind[],
  gap: number,
  lowerBoundSheets: number,
): Layout {
  const mm = (v: number) => v / UNIT;
  const bins = best?.bins.filter((b) => b.puts.length) ?? [];
  const lost = new Map<number, number>();
  for (const block of [...hopeless, ...(best?.unplaced ?? [])])
    for (const { piece } of block.puts) lost.set(piece, (lost.get(piece) ?? 0) + 1);
  const sheets = bins.map((bin) => ({
    stockId: stock[bin.stock].id,
    placements: bin.puts.map((p: Put) => ({
      pieceId: pieces[p.piece].id,
      xMm: mm(p.x),
      yMm: mm(p.y),
      widthMm: mm(p.w - gap),
      heightMm: mm(p.h - gap),
      turned: p.turned,
    })),
    usedHeightMm: mm(usedHeight(bin) - gap),
  }));
  const area = (list: { widthMm: number; heightMm: number }[]) =>
    list.reduce((sum, p) => sum + p.widthMm * p.heightMm, 0);
  return {
    sheets,
    unplaced: [...lost].map(([piece, quantity]) => ({ pieceId: pieces[piece].id, quantity })),
    usedAreaMm2: area(sheets.flatMap((s) => s.placements)),
    stockAreaMm2: bins.reduce((sum, b) => sum + stock[b.stock].widthMm * stock[b.stock].heightMm, 0),
    rollLengthMm: bins.reduce((sum, b, i) => sum + (kinds[b.stock].roll ? sheets[i].usedHeightMm : 0), 0),
    lowerBoundSheets,
    cost: bins.reduce((sum, b, i) => {
      const share = kinds[b.stock].roll ? sheets[i].usedHeightMm / stock[b.stock].heightMm : 1;
      return sum + (stock[b.stock].cost ?? 0) * share;
    }, 0),
  };
}
