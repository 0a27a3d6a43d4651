import type { Layout, LayoutSheet, LayoutStock } from './types';

/** Sheets that are cut alike, told once. */
export function alikeSheets(sheets: readonly LayoutSheet[]): { sheet: LayoutSheet; count: number }[] {
  const seen = new Map<string, { sheet: LayoutSheet; count: number }>();
  for (const sheet of sheets) {
    const key = JSON.stringify([sheet.stockId, sheet.placements]);
    const same = seen.get(key);
    if (same) same.count++;
    else seen.set(key, { sheet, count: 1 });
  }
  return [...seen.values()];
}

/** Pieces that found a place. */
export const placedCount = ({ sheets }: Pick<Layout, 'sheets'>): number =>
  sheets.reduce((sum, s) => sum + s.placements.length, 0);

/** How many of each piece found a place. */
export function placedPieces({ sheets }: Pick<Layout, 'sheets'>): { id: string; quantity: number }[] {
  const counts = new Map<string, number>();
  for (const { placements } of sheets)
    for (const { pieceId } of placements) counts.set(pieceId, (counts.get(pieceId) ?? 0) + 1);
  return [...counts].map(([id, quantity]) => ({ id, quantity }));
}

/** Share of what is cut off that becomes pieces, 0-1; of a roll only the used length counts. */
export function usedShare({ sheets, usedAreaMm2 }: Layout, stock: readonly LayoutStock[]): number {
  const off = sheets.reduce((sum, sheet) => {
    const from = stock.find((s) => s.id === sheet.stockId);
    return sum + (from ? from.widthMm * (from.roll ? sheet.usedHeightMm : from.heightMm) : 0);
  }, 0);
  return off ? usedAreaMm2 / off : 0;
}
