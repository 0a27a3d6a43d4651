/** In which order pieces are laid, and which stock is opened for them. */
import type { StockKind } from './answer';
import type { Composite } from './composite';
import type { Bin } from './types';

/** What comes first, the largest of it. */
export const SORTS: ((b: Composite) => number)[] = [
  (b) => b.w * b.h,
  (b) => Math.max(b.w, b.h) * 1e6 + Math.min(b.w, b.h),
  (b) => b.w + b.h,
  (b) => Math.min(b.w, b.h) * 1e6 + Math.max(b.w, b.h),
  (b) => b.h * 1e6 + b.w,
  (b) => b.w * 1e6 + b.h,
];

/** Blocks by a key, the largest first; shaken so that neighbours change places. */
export function sorted(
  blocks: Composite[],
  key: (b: Composite) => number,
  shake: number,
  random: () => number,
): Composite[] {
  return blocks
    .map((block) => ({ block, key: key(block) * (1 + shake * (random() - 0.5)) }))
    .sort((a, b) => b.key - a.key)
    .map((b) => b.block);
}

/** Opens stock for a block: of those it fits, by a preference that changes from try to try. @param lead comes before all others */
export function chooser(
  kinds: readonly StockKind[],
  k: number,
  random: () => number,
  used: readonly Bin[] = [],
  lead: number | null = null,
) {
  const left = kinds.map((kind, i) => kind.quantity - used.filter((b) => b.stock === i).length);
  const price = (i: number) => kinds[i].cost / (kinds[i].w * kinds[i].h);
  const prefer: ((i: number) => number)[] = [
    (i) => price(i),
    (i) => kinds[i].w * kinds[i].h,
    (i) => -kinds[i].w * kinds[i].h,
    (i) => kinds[i].cost,
  ];
  const weights = kinds.map(() => random());
  const rank =
    k < 16 ? prefer[k % prefer.length] : (i: number) => prefer[k % prefer.length](i) * (0.5 + weights[i]);
  const order = kinds
    .map((_, i) => i)
    .sort((a, b) => Number(b === lead) - Number(a === lead) || rank(a) - rank(b));
  return (block: Composite) => {
    const stock = order.find(
      (i) =>
        left[i] > 0 &&
        ((block.w <= kinds[i].w && block.h <= kinds[i].h) ||
          (block.turn && block.h <= kinds[i].w && block.w <= kinds[i].h)),
    );
    if (stock === undefined) return null;
    left[stock]--;
    return { stock, w: kinds[stock].w, h: kinds[stock].h };
  };
}
