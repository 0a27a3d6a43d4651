import type { Item } from './types';

/**
 * No layout can do with fewer sheets than this: what their area asks for, or the pieces of which no two share a sheet
 * (both sides over half of it, whichever way they lie).
 */
export function lowerBound(items: readonly Item[], sheets: readonly { w: number; h: number }[]): number {
  if (!items.length || !sheets.length) return 0;
  const area = items.reduce((sum, i) => sum + i.w * i.h, 0);
  const largest = sheets.reduce((a, b) => (a.w * a.h >= b.w * b.h ? a : b));
  const alone = items.filter(({ w, h, turn }) =>
    sheets.every((s) => {
      const big = (a: number, b: number) => 2 * a > s.w && 2 * b > s.h;
      return big(w, h) && (!turn || big(h, w));
    }),
  );
  return Math.max(1, Math.ceil(area / (largest.w * largest.h) - 1e-9), alone.length);
}
