import { lowerBound } from './bounds';
import { blockOf, rejoin, type Block } from './rejoin';
import { packGuillotine, type Rules } from './guillotine';
import { packNest } from './nest';
import { Strip } from './shelf-packing';
import {
  UNIT,
  type Bin,
  type Item,
  type Layout,
  type LayoutOptions,
  type LayoutPiece,
  type LayoutStock,
  type Put,
} from './types';

/** A stock as it is packed: gap added, in whole units. */
interface Kind {
  w: number;
  h: number;
  quantity: number;
  cost: number;
  roll: boolean;
}
interface Answer {
  bins: Bin[];
  unplaced: Block[];
  objective: number[];
}

const RULES: Rules[] = (['area', 'short', 'long'] as const).flatMap((fit) =>
  (['shorter', 'longer', 'large', 'even'] as const).flatMap((split) =>
    [true, false].map((match) => ({ fit, split, match })),
  ),
);
const QUICK = RULES.filter((r) => !r.match);
/** Blocks up to which matching is quick enough. */
const MOST_MATCHED = 120;
const SORTS: ((b: Block) => number)[] = [
  (b) => b.w * b.h,
  (b) => Math.max(b.w, b.h) * 1e6 + Math.min(b.w, b.h),
  (b) => b.w + b.h,
  (b) => Math.min(b.w, b.h) * 1e6 + Math.max(b.w, b.h),
  (b) => b.h * 1e6 + b.w,
  (b) => b.w * 1e6 + b.h,
];
/** Joining pieces again looks at every pair of sides: beyond this it takes longer than it is worth. */
const MOST_REJOINED = 260;

/** A small generator of numbers in [0, 1): the same seed gives the same layouts. */
function randomFrom(seed: number): () => number {
  let s = (seed * 2654435761) >>> 0 || 1;
  return () => {
    s ^= s << 13;
    s >>>= 0;
    s ^= s >>> 17;
    s ^= s << 5;
    s >>>= 0;
    return s / 4294967296;
  };
}

/**
 * Lays pieces out on stock. A good layout comes at once, better ones until `mayContinue` says stop or none can be better.
 * Fewest pieces left over first, then least cost, then fewest sheets, then least of each roll, then the largest rests.
 */
export function solveLayout(
  pieces: readonly LayoutPiece[],
  stock: readonly LayoutStock[],
  { edgeToEdge, gapMm, mayContinue, onBetter, seed }: LayoutOptions,
): Layout {
  const gap = Math.round(gapMm * UNIT);
  const toUnit = (mm: number) => Math.round(mm * UNIT) + gap;
  const kinds = stock.map((s): Kind => ({
    w: toUnit(s.widthMm),
    h: toUnit(s.heightMm),
    quantity: s.quantity,
    cost: s.cost ?? s.widthMm * s.heightMm,
    roll: s.roll ?? s.quantity === 1,
  }));
  const base = (piece: number) => pieces.slice(0, piece).reduce((sum, p) => sum + p.quantity, 0);
  const all = pieces.flatMap((p, piece) =>
    Array.from({ length: p.quantity }, (_, n): Item => ({
      piece,
      serial: base(piece) + n,
      w: toUnit(p.widthMm),
      h: toUnit(p.heightMm),
      turn: p.mayTurn,
    })),
  );
  const fitsSome = (i: Item) =>
    kinds.some((k) => k.quantity > 0 && ((i.w <= k.w && i.h <= k.h) || (i.turn && i.h <= k.w && i.w <= k.h)));
  const items = all.filter(fitsSome);
  const hopeless = all.filter((i) => !fitsSome(i)).map(blockOf);
  const lower = lowerBound(items, kinds);
  const random = randomFrom(seed + 1);
  const area = items.reduce((sum, i) => sum + i.w * i.h, 0);

  let best: Answer | null = null;
  let current = null as Answer | null;
  const serials = new Map(items.map((item, i) => [item.serial, i]));
  const answer = (): Layout => describe(best, hopeless, pieces, stock, kinds, gap, lower);
  const offer = (bins: Bin[], unplaced: Block[]) => {
    const objective = objectiveOf(bins, unplaced, kinds);
    if (best && !isBetter(objective, best.objective)) return;
    best = current = { bins, unplaced, objective };
    onBetter?.(answer());
  };
  /** Nothing can be better: all placed, on as few sheets as can be, and rolls to the last hundredth. */
  const perfect = () => {
    if (!best || best.unplaced.length || best.bins.length > lower) return false;
    if (kinds.length > 1) return false;
    const rolled = best.bins.filter((b) => kinds[b.stock].roll);
    return rolled.every((b) => usedHeight(b) * b.w <= area * 1.0005);
  };

  const single = kinds.length === 1 && kinds[0].quantity === 1 && items.length > 0;
  /** hardly any waste is allowed: pieces must meet side by side, and little else can help */
  const largest = Math.max(0, ...kinds.map((kind) => kind.w * kind.h));
  const tight = single || area > TIGHT * lower * largest;
  /** along one length pieces join less, so that enough small ones are left to fill in */
  const rejoinSteps = single ? GLUE_STEPS_ALONG : GLUE_STEPS;
  /** the pieces as far as they are put together, and for how long that has not become better */
  let pile: Block[] | null = null;
  let stale = 0;
  let strip = null as Strip | null;
  for (let k = 0; k === 0 || (k < MOST_TRIES && mayContinue() && !perfect()); k++) {
    if (k >= FIRST_TRIES && !single && (tight ? k % 4 === 1 : k % 10 > 0)) {
      ruinAndRecreate();
      continue;
    }
    if (single && k > RULES.length && k % 4) {
      tryBands();
      continue;
    }
    const gluing = k > 0 && items.length <= MOST_REJOINED && (tight ? k % 6 !== 5 : k % 20 === 0);
    const joined = gluing ? rejoined() : null;
    const blocks = joined ? (single && k % 2 ? loosened(joined) : joined) : items.map(blockOf);
    // Matching weighs every piece for every place: with very many it is left to the tries that follow.
    const usable = blocks.length > MOST_MATCHED && !single ? QUICK : RULES;
    const rules = usable[k < usable.length ? k : Math.floor(random() * usable.length)];
    const sort = SORTS[k < RULES.length ? k % SORTS.length : Math.floor(random() * SORTS.length)];
    const shake = k < RULES.length ? 0 : random() * 0.35;
    const order = sorted(blocks, sort, shake, random);
    if (single) tryStrip(order, rules, k);
    else {
      const choose = chooser(kinds, k, random);
      const packed = edgeToEdge || k % 2 ? packGuillotine(order, choose, rules) : packNest(order, choose);
      offer(packed.bins, packed.unplaced);
    }
  }
  return answer();

  /** Takes a few sheets of the answer apart, the emptiest among them, and lays their pieces out anew. */
  function ruinAndRecreate() {
    if (!current || current.bins.length < 2) return;
    const count = Math.min(current.bins.length, 2 + Math.floor(random() * 3));
    const share = (bin: Bin) => bin.puts.reduce((sum, p) => sum + p.w * p.h, 0) / (bin.w * bin.h);
    const ranked = current.bins.toSorted((a, b) => share(a) - share(b));
    const chosen = new Set<Bin>([ranked[Math.floor(random() * random() * ranked.length)]]);
    while (chosen.size < count) chosen.add(ranked[Math.floor(random() * ranked.length)]);
    const kept = current.bins.filter((b) => !chosen.has(b));
    const blocks = [...chosen].flatMap((b) =>
      b.puts.map((p) => blockOf(items[serials.get(p.serial) as number])),
    );
    const again = [...blocks, ...current.unplaced];
    const rules = RULES[Math.floor(random() * RULES.length)];
    const order = sorted(again, SORTS[Math.floor(random() * SORTS.length)], random() * 0.6, random);
    const choose = chooser(kinds, Math.floor(random() * 64), random, kept);
    const packed =
      edgeToEdge || random() < 0.5 ? packGuillotine(order, choose, rules) : packNest(order, choose);
    const bins = [...kept, ...packed.bins];
    const objective = objectiveOf(bins, packed.unplaced, kinds);
    // As good will do: that is how the answer wanders to where it can become better.
    if (!isBetter(current.objective, objective)) current = { bins, unplaced: packed.unplaced, objective };
    offer(bins, packed.unplaced);
  }

  /**
   * Puts pieces together again along shared sides, takes some of the blocks apart, and again: fewer blocks are better, as
   * many will do. What was cut from whole sheets comes back to whole sheets.
   */
  function rejoined(): Block[] {
    const target = single
      ? { w: kinds[0].w, h: Math.ceil(area / kinds[0].w) }
      : kinds[Math.floor(random() * kinds.length)];
    const isWhole = ({ w, h, turn }: Block) =>
      (w === target.w && h === target.h) || (turn && w === target.h && h === target.w);
    const join = (blocks: Block[]) => rejoin(blocks, target.w, target.h, random, random() * random());
    if (!pile || stale > STALE) {
      pile = join(items.map(blockOf));
      stale = 0;
    }
    for (let step = 0; step < rejoinSteps && pile.length > lower && mayContinue(); step++) {
      const apart = 0.15 + 0.6 * random() * random();
      const next = join(
        pile.flatMap((b) =>
          random() < (isWhole(b) ? WHOLE_APART : apart)
            ? b.puts.map((p) => blockOf(items[serials.get(p.serial) as number]))
            : [b],
        ),
      );
      stale = next.length < pile.length ? 0 : stale + 1;
      if (next.length <= pile.length) pile = next;
    }
    return pile;
  }

  /** Some of the blocks as single pieces again: small ones fill what large ones leave. */
  function loosened(blocks: Block[]): Block[] {
    const apart = random();
    return blocks.flatMap((b) =>
      random() < apart ? b.puts.map((p) => blockOf(items[serials.get(p.serial) as number])) : [b],
    );
  }

  /** One sheet or roll, band by band. */
  function tryBands() {
    strip ??= new Strip(kinds[0].w, new Map(items.map((i) => [i.serial, i])), RULES, random);
    const bin = strip.step(() => pile ?? items.map(blockOf), mayContinue);
    if (bin && bin.h <= kinds[0].h) offer([{ ...bin, h: kinds[0].h }], []);
  }

  /** One sheet or roll: the same pieces in less and less height. */
  function tryStrip(order: Block[], rules: Rules, k: number) {
    const { w, h } = kinds[0];
    const least = Math.ceil(area / w);
    const now = best && !best.unplaced.length ? usedHeight(best.bins[0]) : h;
    const wanted =
      k === 0 || now >= h ? h : Math.min(now - 1, least + Math.floor((now - least) * random() * random()));
    for (const height of k === 0 ? [h, Math.min(h, Math.ceil(least * 1.15))] : [wanted]) {
      let opened = false;
      const choose = () => (opened ? null : ((opened = true), { stock: 0, w, h: height }));
      const packed = edgeToEdge || k % 2 ? packGuillotine(order, choose, rules) : packNest(order, choose);
      if (height === h || !packed.unplaced.length) offer(packed.bins, packed.unplaced);
    }
  }
}
const MOST_TRIES = 200_000;
/** Plain tries before sheets are taken apart again. */
const FIRST_TRIES = 30;
/** Share of the sheets, at least, that a tight layout fills. */
const TIGHT = 0.97;
/** Steps of taking apart and joining between two layouts, and without any gain before it begins anew. */
const GLUE_STEPS = 30;
const GLUE_STEPS_ALONG = 4;
const STALE = 4000;
/** How seldom a sheet that is whole is taken apart again. */
const WHOLE_APART = 0.03;

const usedHeight = (bin: Bin) => bin.puts.reduce((most, p) => Math.max(most, p.y + p.h), 0);

/** Blocks by a key, the largest first; shaken so that neighbours change places. */
function sorted(blocks: Block[], key: (b: Block) => number, shake: number, random: () => number): Block[] {
  return blocks
    .map((block) => ({ block, key: key(block) * (1 + shake * (random() - 0.5)) }))
    .sort((a, b) => b.key - a.key)
    .map((b) => b.block);
}

/** Opens stock for a block: of those it fits, by a preference that changes from try to try. */
function chooser(kinds: readonly Kind[], k: number, random: () => number, used: readonly Bin[] = []) {
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
  const order = kinds.map((_, i) => i).sort((a, b) => rank(a) - rank(b));
  return (block: Block) => {
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

/** Smaller is better, the first difference decides. */
function objectiveOf(bins: readonly Bin[], unplaced: readonly Block[], kinds: readonly Kind[]): number[] {
  const lost = unplaced.reduce((sum, b) => sum + b.puts.length, 0);
  let cost = 0;
  let used = 0;
  let even = 0;
  for (const bin of bins) {
    const kind = kinds[bin.stock];
    const height = usedHeight(bin);
    const share = kind.roll ? height / kind.h : 1;
    cost += kind.cost * share;
    used += height * bin.w;
    const area = bin.puts.reduce((sum, p) => sum + p.w * p.h, 0);
    // One sheet nearly empty is worth more than two half full: it may be emptied next.
    even -= (area / (bin.w * bin.h)) ** 2;
  }
  return [lost, Math.round(cost * 100), bins.length, even, used];
}
const isBetter = (a: readonly number[], b: readonly number[]): boolean => {
  const i = a.findIndex((v, k) => v !== b[k]);
  return i >= 0 && a[i] < b[i];
};

function describe(
  best: Answer | null,
  hopeless: readonly Block[],
  pieces: readonly LayoutPiece[],
  stock: readonly LayoutStock[],
  kinds: readonly Kind[],
  gap: number,
  lowerBoundSheets: number,
): Layout {
  const mm = (v: number) => v / UNIT;
  const bins = best?.bins.filter((b) => b.puts.length) ?? [];
  const lost = new Map<number, number>();
  for (const block of [...hopeless, ...(best?.unplaced ?? [])])
    for (const { piece } of block.puts) lost.set(piece, (lost.get(piece) ?? 0) + 1);
  const sheets = bins.map((bin) => ({
    stockId: stock[bin.stock].id,
    placements: bin.puts.map((p: Put) => ({
      pieceId: pieces[p.piece].id,
      xMm: mm(p.x),
      yMm: mm(p.y),
      widthMm: mm(p.w - gap),
      heightMm: mm(p.h - gap),
      turned: p.turned,
    })),
    usedHeightMm: mm(usedHeight(bin) - gap),
  }));
  const area = (list: { widthMm: number; heightMm: number }[]) =>
    list.reduce((sum, p) => sum + p.widthMm * p.heightMm, 0);
  return {
    sheets,
    unplaced: [...lost].map(([piece, quantity]) => ({ pieceId: pieces[piece].id, quantity })),
    usedAreaMm2: area(sheets.flatMap((s) => s.placements)),
    stockAreaMm2: bins.reduce((sum, b) => sum + stock[b.stock].widthMm * stock[b.stock].heightMm, 0),
    rollLengthMm: bins.reduce((sum, b, i) => sum + (kinds[b.stock].roll ? sheets[i].usedHeightMm : 0), 0),
    lowerBoundSheets,
    cost: bins.reduce((sum, b, i) => {
      const share = kinds[b.stock].roll ? sheets[i].usedHeightMm / stock[b.stock].heightMm : 1;
      return sum + (stock[b.stock].cost ?? 0) * share;
    }, 0),
  };
}
