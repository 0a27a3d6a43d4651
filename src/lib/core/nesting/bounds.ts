import type { Item } from './types';

/**
 * Dual feasible functions: where the lengths of some pieces fit side by side in 1, so do these. By them large pieces
 * count for what they keep others from, and small ones for nothing. (Fekete and Schepers; Martello and Vigo.)
 */
type Weigh = (share: number) => number;
const EPS = 1e-9;
/** More than 1 − least counts as all, less than least as nothing. */
const large =
  (least: number): Weigh =>
  (x) =>
    x > 1 - least + EPS ? 1 : x < least - EPS ? 0 : x;
/** As if in k + 1 parts: what does not fill one counts for nothing. */
const parts =
  (k: number): Weigh =>
  (x) => {
    const n = (k + 1) * x;
    return Math.abs(n - Math.round(n)) < EPS ? x : Math.floor(n + EPS) / k;
  };
/** Lengths tried as the least; more take longer than they tell. */
const MOST_LEAST = 20;
const MOST_PARTS = 5;

/**
 * No layout can do with fewer sheets than this, cut edge to edge or not, turned or not: what their area asks for, or what
 * large pieces keep from others. @param sheets one of each kind
 */
export function lowerBound(items: readonly Item[], sheets: readonly { w: number; h: number }[]): number {
  if (!items.length || !sheets.length) return 0;
  // Every sheet fits in one as wide and as high as the widest and the highest: a bound for that one holds for all.
  const [W, H] = [Math.max(...sheets.map((s) => s.w)), Math.max(...sheets.map((s) => s.h))];
  const area = items.reduce((sum, i) => sum + i.w * i.h, 0);
  const most = Math.max(...sheets.map((s) => s.w * s.h));
  let bound = Math.max(1, Math.ceil(area / most - EPS));
  const across = weighs(items.flatMap((i) => (i.turn ? [i.w / W, i.h / W] : [i.w / W])));
  const along = weighs(items.flatMap((i) => (i.turn ? [i.h / H, i.w / H] : [i.h / H])));
  const table = (weigh: readonly Weigh[], side: (i: Item) => number) =>
    weigh.map((f) => items.map((i) => f(side(i))));
  const [fw, fh] = [table(across, (i) => i.w / W), table(across, (i) => i.h / W)];
  const [gh, gw] = [table(along, (i) => i.h / H), table(along, (i) => i.w / H)];
  for (let a = 0; a < across.length; a++)
    for (let b = 0; b < along.length; b++) {
      let sum = 0;
      // Of both ways it may lie the lesser counts, so the bound holds whichever is taken.
      for (let i = 0; i < items.length; i++) {
        const asIs = fits(items[i].w, items[i].h, W, H) ? fw[a][i] * gh[b][i] : Infinity;
        const turned = items[i].turn && fits(items[i].h, items[i].w, W, H) ? fh[a][i] * gw[b][i] : Infinity;
        sum += Math.min(asIs, turned);
      }
      if (Number.isFinite(sum)) bound = Math.max(bound, Math.ceil(sum - 1e-6));
    }
  return bound;
}
const fits = (w: number, h: number, W: number, H: number) => w <= W && h <= H;

function weighs(shares: readonly number[]): Weigh[] {
  const least = [...new Set(shares.flatMap((x) => [x, 1 - x]))]
    .filter((x) => x > 0 && x <= 0.5)
    .sort((a, b) => a - b);
  const step = Math.max(1, Math.ceil(least.length / MOST_LEAST));
  const chosen = least.filter((_, i) => i % step === 0);
  return [
    (x) => x,
    ...[...chosen, 0.5].map(large),
    ...Array.from({ length: MOST_PARTS }, (_, k) => parts(k + 1)),
  ];
}
