import type { Path } from '$lib/core/base';
import { run } from '$lib/core/outline';

/** A line cut up into so many dashes and as many gaps. @param share of each that is sewn */
export function dashes(line: Path, n: number, share: number): Path[] {
  const fine = run(line, 0.5);
  const at = (k: number) => Math.round((k * (fine.length - 1)) / n);
  return Array.from({ length: n }, (_, k) => run(fine.slice(at(k), at(k + share) + 1), 2.5));
}
/** A bow 80 mm wide, from the right to the left. */
const bow = (high: number): Path =>
  Array.from({ length: 61 }, (_, i) => ({ x: 40 - (4 * i) / 3, y: high * (1 - (1 - i / 30) ** 2) }));
/** Two bows from tip to tip, which are as sharp as 25°. Between them lie 2/3 · 80 · (40 - 16) = 1280 mm². */
export const crescent: Path = [...bow(40), ...bow(16).reverse()];
