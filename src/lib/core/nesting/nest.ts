import { turned, type Composite } from './composite';
import type { Bin, Rect } from './types';
import type { Watch } from './watch';

const contains = (a: Rect, b: Rect) =>
  a.x <= b.x && a.y <= b.y && a.x + a.w >= b.x + b.w && a.y + a.h >= b.y + b.h;

/** What is left of the largest free places once a piece lies at r. */
function without(free: Rect[], r: Rect): Rect[] {
  const next: Rect[] = [];
  for (const f of free) {
    if (r.x >= f.x + f.w || r.x + r.w <= f.x || r.y >= f.y + f.h || r.y + r.h <= f.y) {
      next.push(f);
      continue;
    }
    if (r.x > f.x) next.push({ x: f.x, y: f.y, w: r.x - f.x, h: f.h });
    if (r.x + r.w < f.x + f.w) next.push({ x: r.x + r.w, y: f.y, w: f.x + f.w - r.x - r.w, h: f.h });
    if (r.y > f.y) next.push({ x: f.x, y: f.y, w: f.w, h: r.y - f.y });
    if (r.y + r.h < f.y + f.h) next.push({ x: f.x, y: r.y + r.h, w: f.w, h: f.y + f.h - r.y - r.h });
  }
  return next.filter((a, i) => !next.some((b, k) => k !== i && contains(b, a) && (k < i || !contains(a, b))));
}

/** Free nesting for plotters: the largest free places may overlap, a cut need not run through. */
export function packNest(
  blocks: readonly Composite[],
  choose: (block: Composite) => { stock: number; w: number; h: number } | null,
  watch: Watch,
): { bins: Bin[]; unplaced: Composite[] } {
  const open: { bin: Bin; free: Rect[] }[] = [];
  const unplaced: Composite[] = [];
  const place = (among: typeof open, block: Composite): boolean => {
    let best = Infinity;
    let where: { at: (typeof open)[number]; rect: Rect; turn: boolean } | null = null;
    for (const at of among) {
      watch.tick(at.free.length);
      for (const f of at.free)
        for (const turn of block.turn ? [false, true] : [false]) {
          const [w, h] = turn ? [block.h, block.w] : [block.w, block.h];
          if (w > f.w || h > f.h) continue;
          const c = Math.min(f.w - w, f.h - h) + (f.y + h) * 1e-3;
          if (c < best) {
            best = c;
            where = { at, rect: { x: f.x, y: f.y, w, h }, turn };
          }
        }
    }
    if (!where) return false;
    const b = where.turn ? turned(block) : block;
    for (const p of b.puts) where.at.bin.puts.push({ ...p, x: p.x + where.rect.x, y: p.y + where.rect.y });
    watch.tick(where.at.free.length ** 2);
    where.at.free = without(where.at.free, where.rect);
    return true;
  };
  for (const block of blocks) {
    if (place(open, block)) continue;
    const stock = choose(block);
    if (!stock) {
      unplaced.push(block);
      continue;
    }
    const fresh = { bin: { ...stock, puts: [] }, free: [{ x: 0, y: 0, w: stock.w, h: stock.h }] };
    open.push(fresh);
    if (!place([fresh], block)) unplaced.push(block);
  }
  return { bins: open.map((o) => o.bin), unplaced };
}
