import { turned, type Composite } from './composite';
import type { Bin, Rect } from './types';
import type { Watch } from './watch';

/** How the best place is told, and how what is left of it is split. */
export interface Rules {
  fit: 'area' | 'short' | 'long';
  split: 'shorter' | 'longer' | 'large' | 'even';
  /** choose the best of all pieces for the free places, rather than a place for the next piece */
  match: boolean;
}

/** All ways to go about it. */
export const RULES: Rules[] = (['area', 'short', 'long'] as const).flatMap((fit) =>
  (['shorter', 'longer', 'large', 'even'] as const).flatMap((split) =>
    [true, false].map((match) => ({ fit, split, match })),
  ),
);

/** A sheet that is cut from edge to edge: the free places never overlap. */
class OpenBin {
  readonly bin: Bin;
  free: Rect[];
  constructor(
    readonly stock: number,
    readonly w: number,
    readonly h: number,
  ) {
    this.bin = { stock, w, h, puts: [] };
    this.free = [{ x: 0, y: 0, w, h }];
  }
  put(block: Composite, at: number, turn: boolean, rules: Rules) {
    const b = turn ? turned(block) : block;
    const place = this.free[at];
    for (const p of b.puts) this.bin.puts.push({ ...p, x: p.x + place.x, y: p.y + place.y });
    this.free.splice(at, 1, ...split(place, b.w, b.h, rules.split));
  }
}

/** Two rests of a place after a piece in its corner: one of them runs over the whole side. */
function split(f: Rect, w: number, h: number, rule: Rules['split']): Rect[] {
  const right = f.w - w;
  const above = f.h - h;
  const across =
    rule === 'shorter'
      ? right < above
      : rule === 'longer'
        ? right >= above
        : rule === 'large'
          ? // The larger of the two rests as large as can be.
            f.w * above >= f.h * right
          : w * above < right * h;
  const rests = across
    ? [
        { x: f.x, y: f.y + h, w: f.w, h: above },
        { x: f.x + w, y: f.y, w: right, h },
      ]
    : [
        { x: f.x + w, y: f.y, w: right, h: f.h },
        { x: f.x, y: f.y + h, w, h: above },
      ];
  return rests.filter((r) => r.w > 0 && r.h > 0);
}

/** Less is better; null when it does not fit. A side met exactly leaves no sliver. */
function cost(f: Rect, w: number, h: number, fit: Rules['fit']): number | null {
  const dx = f.w - w;
  const dy = f.h - h;
  if (dx < 0 || dy < 0) return null;
  const exact = (dx === 0 ? 1 : 0) + (dy === 0 ? 1 : 0);
  const rest = fit === 'area' ? f.w * f.h - w * h : fit === 'short' ? Math.min(dx, dy) : Math.max(dx, dy);
  return rest - exact * 1e9;
}

/**
 * Packs blocks in the given order, each into the best free place of all open sheets; a new sheet is opened when none
 * has room. Answers the sheets, and the blocks that fit nowhere.
 * @param choose which stock to open for a block: index, or -1
 */
export function packGuillotine(
  blocks: readonly Composite[],
  choose: (block: Composite) => { stock: number; w: number; h: number } | null,
  rules: Rules,
  watch: Watch,
): { bins: Bin[]; unplaced: Composite[] } {
  const open: OpenBin[] = [];
  const unplaced: Composite[] = [];
  if (rules.match) return packByMatch(blocks, choose, rules, watch);
  for (const block of blocks) {
    if (placeBest(open, block, rules, watch)) continue;
    const stock = choose(block);
    if (!stock) {
      unplaced.push(block);
      continue;
    }
    open.push(new OpenBin(stock.stock, stock.w, stock.h));
    if (!placeBest([open[open.length - 1]], block, rules, watch)) unplaced.push(block);
  }
  return { bins: open.map((o) => o.bin), unplaced };
}

function placeBest(open: readonly OpenBin[], block: Composite, rules: Rules, watch: Watch): boolean {
  let best = Infinity;
  let where: { bin: OpenBin; at: number; turn: boolean } | null = null;
  for (const bin of open) {
    watch.tick(bin.free.length);
    for (let at = 0; at < bin.free.length; at++)
      for (const turn of block.turn ? [false, true] : [false]) {
        const c = cost(bin.free[at], turn ? block.h : block.w, turn ? block.w : block.h, rules.fit);
        if (c !== null && c < best) {
          best = c;
          where = { bin, at, turn };
        }
      }
  }
  if (!where) return false;
  where.bin.put(block, where.at, where.turn, rules);
  return true;
}

/** Fills one sheet after the other: of all pieces the one that leaves least beside it goes in next. */
function packByMatch(
  blocks: readonly Composite[],
  choose: (block: Composite) => { stock: number; w: number; h: number } | null,
  rules: Rules,
  watch: Watch,
): { bins: Bin[]; unplaced: Composite[] } {
  let rest = [...blocks];
  const unplaced: Composite[] = [];
  const bins: Bin[] = [];
  while (rest.length) {
    const first = rest[0];
    const stock = choose(first);
    const filled = stock && fillByMatch(stock, first, rest, rules, watch);
    if (!filled?.used.length) {
      unplaced.push(first);
      rest.shift();
      continue;
    }
    bins.push(filled.bin);
    const used = new Set(filled.used);
    rest = rest.filter((b) => !used.has(b));
  }
  return { bins, unplaced };
}

/**
 * Fills one sheet, beginning with `first`: of all pieces the one that leaves least beside it goes in next. Nothing is used
 * when not even the first fits. @param random shakes the choice a little
 */
export function fillByMatch(
  sheet: { stock: number; w: number; h: number },
  first: Composite,
  blocks: readonly Composite[],
  rules: Rules,
  watch: Watch,
  random?: () => number,
): { bin: Bin; used: Composite[] } {
  const bin = new OpenBin(sheet.stock, sheet.w, sheet.h);
  if (!placeBest([bin], first, rules, watch)) return { bin: bin.bin, used: [] };
  const rest = blocks.filter((b) => b !== first);
  const used = [first];
  const shake = random ? () => 1 + SHAKE * random() : () => 1;
  for (;;) {
    let best = Infinity;
    let pick = null as { i: number; at: number; turn: boolean } | null;
    for (let i = 0; i < rest.length; i++) {
      const b = rest[i];
      watch.tick(bin.free.length);
      // What is as large as the one before it goes where that one goes.
      if (!random && i > 0 && isAlike(b, rest[i - 1])) continue;
      for (let at = 0; at < bin.free.length; at++)
        for (const turn of b.turn ? [false, true] : [false]) {
          const c = cost(bin.free[at], turn ? b.h : b.w, turn ? b.w : b.h, rules.fit);
          // Among equals the earlier in the order: large pieces first.
          if (c !== null && c * shake() < best) {
            best = c;
            pick = { i, at, turn };
          }
        }
      // Small pieces wait while larger ones still find a place.
      if (pick && i > pick.i + LOOK_AHEAD) break;
    }
    if (!pick) return { bin: bin.bin, used };
    const [block] = rest.splice(pick.i, 1);
    bin.put(block, pick.at, pick.turn, rules);
    used.push(block);
  }
}
const isAlike = (a: Composite, b: Composite) => a.w === b.w && a.h === b.h && a.turn === b.turn;
const LOOK_AHEAD = 40;
const SHAKE = 0.3;
