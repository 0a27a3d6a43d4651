import { areaOf, fillOf } from './answer';
import { sorted, SORTS } from './choose';
import { packGuillotine, RULES } from './guillotine';
import { weave } from './loom';
import { pickFrom } from './problem';
import { flipped, flippedPut, turned, type Composite } from './composite';
import type { Bin } from './types';
import type { Watch } from './watch';

/** Looms for the last stretch of a sheet, of which the fullest is taken. */
const LOOMS = 2;
/** Where all must lie on one sheet: ways by plain rules, then how often what lies above a stretch is tried. */
const LAST_TRIES = 8;
const AGAIN = 2;
/** From so many pieces on, once: tries would be doubled with each stretch. */
const MOST_AGAIN = 50;
/** Pieces in a stretch, about; up to how many the last one has, times 0.8-1.6 by luck. */
const PIECES = 12;
const LAST = 17;
/** The more blocks, the closer sides meet: a share of their length, times the square of the blocks there are. */
const CLOSE = 45;
const NEAREST = 0.01;
const FURTHEST = 0.12;
/** What stands beside the longest piece is at least so high, as a share of it. */
const NEARLY_AS_HIGH = 0.6;
/** How often only one other sheet is filled anew. */
const ONE_OTHER = 0.4;
/** Blocks beyond a sheet's share of them that may lie on it. */
const MORE = 3;

/**
 * Fills one sheet after the other as full as can be, while there is much to choose from: so all room that may stay empty is
 * left for the last, where little is left to choose. Answers the sheets, and the blocks that fit on none.
 * @param into how many sheets it should come to
 */
export function weaveSheets(
  blocks: readonly Composite[],
  sheet: { w: number; h: number },
  into: number,
  random: () => number,
  watch: Watch,
): { bins: Bin[]; unplaced: Composite[] } {
  const { w, h } = sheet;
  const bins: Bin[] = [];
  const add = (puts: Bin['puts']) => bins.push({ stock: 0, w, h, puts });
  let rest = [...blocks];
  while (rest.length) {
    const whole = into - bins.length <= 1 && onOne(rest, sheet, random, watch);
    if (whole) {
      add(whole);
      return { bins, unplaced: [] };
    }
    const puts = weaveSheet(rest, sheet, random, watch, into - bins.length <= 1 ? AGAIN : 1);
    if (!puts.length) break;
    add(puts);
    rest = left(rest, puts);
  }
  return { bins, unplaced: rest };
}
/**
 * One sheet as full as can be, stretch by stretch across its shorter side: what many pieces are to choose from for wastes
 * hardly anything, and the room that may stay empty is left for the last stretch.
 * @param times what lies above a stretch is tried so often, until all is laid
 */
function weaveSheet(
  blocks: readonly Composite[],
  { w, h }: { w: number; h: number },
  random: () => number,
  watch: Watch,
  times: number,
): Bin['puts'] {
  if (h < w) return weaveSheet(blocks.map(flipped), { w: h, h: w }, random, watch, times).map(flippedPut);
  const share = Math.min(blocks.length, (blocks.length * w * h) / areaOf(blocks));
  if (share <= LAST * (0.8 + 0.8 * random())) {
    const looms = Array.from({ length: LOOMS }, () =>
      weave(blocks, { w, h, isBand: false, ...allowed(blocks.length, share, random) }, random, watch),
    );
    return looms.reduce((a, b) => (areaOf(b) > areaOf(a) ? b : a));
  }
  const of = { w, h, isBand: true, ...allowed(blocks.length, PIECES, random) };
  const band = weave(blocks, of, random, watch);
  const top = Math.max(0, ...band.map((p) => p.y + p.h));
  const rest = left(blocks, band);
  if (!band.length || !rest.length) return band;
  const tries = share < MOST_AGAIN ? times : 1;
  let above: Bin['puts'] = [];
  for (let k = 0; k < tries && above.length < rest.length; k++) {
    const next = weaveSheet(rest, { w, h: h - top }, random, watch, times);
    if (areaOf(next) > areaOf(above)) above = next;
  }
  return [...band, ...above.map((p) => ({ ...p, y: p.y + top }))];
}
/** Blocks that have not been laid. */
function left(blocks: readonly Composite[], puts: Bin['puts']): Composite[] {
  const used = new Set(puts.map((p) => p.serial));
  return blocks.filter((b) => !used.has(b.puts[0].serial));
}
/** Of all: sheets that are too many, and one or two others by luck, are filled anew; the rest stays. @param fewest sheets there can be */
export function weaveAgain(
  { bins, unplaced }: { bins: readonly Bin[]; unplaced: readonly Composite[] },
  sheet: { w: number; h: number },
  fewest: number,
  apart: (bin: Bin) => Composite[],
  random: () => number,
  watch: Watch,
): Bin[] {
  const kept = bins.toSorted((a, b) => fillOf(a) - fillOf(b));
  const again = kept.splice(0, Math.max(1, kept.length - fewest));
  const others = random() < ONE_OTHER ? 1 : 2;
  for (let n = 0; n < others && kept.length; n++)
    again.push(...kept.splice(Math.floor(random() * kept.length), 1));
  const blocks = [...again.flatMap(apart), ...unplaced];
  return [...kept, ...weaveSheets(blocks, sheet, fewest - kept.length, random, watch).bins];
}
/**
 * One stretch of a roll, over its whole width and no higher than h, that wastes as little as can be. Pieces that are too long
 * for that stand side by side in one that is as high as the longest, and what room they leave is filled.
 */
export function weaveBand(
  blocks: readonly Composite[],
  { w, h }: { w: number; h: number },
  random: () => number,
  watch: Watch,
): Bin['puts'] {
  const posts = postsOf(blocks, w, h);
  const high = posts[0]?.h ?? h;
  const puts: Bin['puts'] = [];
  let x = 0;
  for (const post of posts) {
    if (x + post.w > w || post.h < high * NEARLY_AS_HIGH) break;
    for (const p of post.puts) puts.push({ ...p, x: p.x + x });
    x += post.w;
  }
  const rest = left(blocks, puts);
  if (!rest.length) return puts;
  const share = (rest.length * (w - x) * high) / areaOf(rest);
  const around = posts.length
    ? weaveSheet(rest, { w: w - x, h: high }, random, watch, 1)
    : weave(rest, { w, h, isBand: true, ...allowed(rest.length, Math.min(share, PIECES), random) }, random, watch); // prettier-ignore
  for (const p of around) puts.push({ ...p, x: p.x + x });
  return puts;
}
/** Blocks that lie within the width in no way that is as low as h, as they stand, the highest first. */
const postsOf = (blocks: readonly Composite[], w: number, h: number): Composite[] =>
  blocks
    .flatMap((b) => {
      const ways = (b.turn ? [b, turned(b)] : [b]).filter((way) => way.w <= w);
      return ways.length && ways.every((way) => way.h > h)
        ? [ways.reduce((p, q) => (q.h < p.h ? q : p))]
        : [];
    })
    .sort((a, b) => b.h - a.h);
/** What is allowed where so many blocks are to choose from, and about so many of them belong on a sheet. */
function allowed(blocks: number, share: number, random: () => number) {
  const near = Math.min(FURTHEST, Math.max(NEAREST, (CLOSE / blocks ** 2) * (0.6 + random())));
  return { near, waste: near * (0.6 + random()), most: Math.min(blocks, Math.ceil(share) + MORE) };
}
/** All of it on one sheet, by many orders and rules; null when none does it. */
function onOne(
  rest: readonly Composite[],
  { w, h }: { w: number; h: number },
  random: () => number,
  watch: Watch,
) {
  if (areaOf(rest) > w * h) return null;
  for (let t = 0; t < LAST_TRIES; t++) {
    const order = sorted([...rest], pickFrom(SORTS, random), random() / 2, random);
    let isOpen = false;
    const choose = () => (isOpen ? null : ((isOpen = true), { stock: 0, w, h }));
    const { bins, unplaced } = packGuillotine(order, choose, pickFrom(RULES, random), watch);
    if (!unplaced.length) return bins[0].puts;
  }
  return null;
}
