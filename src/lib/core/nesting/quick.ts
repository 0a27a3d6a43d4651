import { turned, type Composite } from './composite';
import type { Bin } from './types';

/** A row of pieces over the whole width: from its left edge they stand side by side. */
interface Shelf {
  y: number;
  h: number;
  /** how far it is filled */
  x: number;
}
/** Sheets that are looked at for room, the last opened ones: with thousands of pieces the first are full. */
const LOOKED_AT = 8;

/**
 * Pieces side by side in rows, the highest first (next fit by falling height): far from the best, but of thousands of pieces it
 * is there at once, and every sheet can be cut from edge to edge.
 */
export function packRows(
  blocks: readonly Composite[],
  choose: (block: Composite) => { stock: number; w: number; h: number } | null,
): { bins: Bin[]; unplaced: Composite[] } {
  const open: { bin: Bin; shelves: Shelf[]; top: number }[] = [];
  const unplaced: Composite[] = [];
  const lying = blocks.map((b) => (b.turn && b.h > b.w ? turned(b) : b)).sort((a, b) => b.h - a.h);
  const put = (at: (typeof open)[number], b: Composite): boolean => {
    const { bin, shelves } = at;
    const shelf = shelves.find((s) => s.h >= b.h && s.x + b.w <= bin.w) ?? newShelf(at, b);
    if (!shelf) return false;
    for (const p of b.puts) bin.puts.push({ ...p, x: p.x + shelf.x, y: p.y + shelf.y });
    shelf.x += b.w;
    return true;
  };
  for (const block of lying) {
    const ways = block.turn ? [block, turned(block)] : [block];
    if (open.slice(-LOOKED_AT).some((at) => ways.some((b) => put(at, b)))) continue;
    const stock = choose(block);
    const fresh = stock && { bin: { ...stock, puts: [] }, shelves: [], top: 0 };
    if (fresh && ways.some((b) => put(fresh, b))) open.push(fresh);
    else unplaced.push(block);
  }
  return { bins: open.map(({ bin }) => bin), unplaced };
}
function newShelf(at: { bin: Bin; shelves: Shelf[]; top: number }, { w, h }: Composite): Shelf | null {
  if (w > at.bin.w || at.top + h > at.bin.h) return null;
  const shelf = { y: at.top, h, x: 0 };
  at.top += h;
  // Rows before it that are nearly full take no more of what is as wide.
  at.shelves = [...at.shelves.slice(-LOOKED_AT), shelf];
  return shelf;
}
