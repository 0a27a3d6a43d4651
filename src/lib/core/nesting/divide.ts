import { divisor } from './problem';
import type { LayoutPiece, LayoutStock } from './types';

/** Of a part, at least so much of a sheet's area: less leaves most of it empty. */
const LEAST_SHARE = 0.5;
/** Of a roll, at least so many times the largest piece's longer side. */
const LEAST_LENGTHS = 1.5;

/** A part of what is asked for. times: so many of it are all; null: about, as the numbers have no divisor */
export interface Part {
  times: number | null;
  pieces: LayoutPiece[];
  stock: LayoutStock[];
}
/**
 * The same pieces in equal parts, where their numbers allow it, or a part in about their proportion: it fills its sheets as well as it
 * can, or is as short as it can be on a roll. Null where no part promises anything.
 */
export function divided(pieces: readonly LayoutPiece[], stock: readonly LayoutStock[]): Part | null {
  const most = pieces.reduce((all, p) => divisor(all, p.quantity), 0);
  const area = pieces.reduce((sum, p) => sum + p.widthMm * p.heightMm * p.quantity, 0);
  const [first] = stock;
  const isRoll = stock.length === 1 && first.quantity === 1;
  const largest = Math.max(...pieces.map((p) => Math.max(p.widthMm, p.heightMm)));
  const promise = (times: number): number => {
    if (isRoll) return area / times / first.widthMm >= LEAST_LENGTHS * largest ? times : 0;
    return Math.max(
      ...stock.map((s) => {
        const sheets = area / times / (s.widthMm * s.heightMm);
        return sheets < LEAST_SHARE ? 0 : sheets / Math.ceil(sheets - FULL) + times / MOST_TIMES;
      }),
    );
  };
  let best = 0;
  let times = 1;
  for (let t = 2; t <= Math.min(most, MOST_TIMES); t++)
    if (most % t === 0 && promise(t) > best) [best, times] = [promise(t), t];
  const fewest = Math.min(...pieces.map((p) => p.quantity));
  if (times === 1 && (fewest < 2 || isRoll)) return null;
  const parts = times > 1 ? times : fewest;
  // So many equal parts must not ask for more sheets than there are.
  const round = times > 1 ? Math.floor : Math.ceil;
  return {
    times: times > 1 ? times : null,
    pieces: pieces.map((p) => ({ ...p, quantity: Math.round(p.quantity / parts) })),
    stock: stock.map((s) =>
      isRoll ? { ...s, heightMm: s.heightMm / parts } : { ...s, quantity: round(s.quantity / parts) },
    ),
  };
}
const MOST_TIMES = 1000;
/** A sheet that is full but for rounding is full. */
const FULL = 1e-9;
