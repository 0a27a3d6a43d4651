import type { Item, Put } from './types';
import type { Watch } from './watch';

/** A rectangle made of one piece or of two that share a whole side: what an edge-to-edge cut leaves, put back together. */
export interface Composite {
  w: number;
  h: number;
  turn: boolean;
  puts: Put[];
}

/** A single piece as a block. */
export const compositeOf = (item: Item): Composite => ({
  w: item.w,
  h: item.h,
  turn: item.turn,
  puts: [{ piece: item.piece, serial: item.serial, x: 0, y: 0, w: item.w, h: item.h, turned: false }],
});

/** A block a quarter turned: its lower left corner stays at the origin. */
export const turned = (b: Composite): Composite => ({
  w: b.h,
  h: b.w,
  turn: b.turn,
  puts: b.puts.map((p) => ({ ...p, x: b.h - p.y - p.h, y: p.x, w: p.h, h: p.w, turned: !p.turned })),
});

const shifted = (puts: Put[], dx: number, dy: number): Put[] =>
  puts.map((p) => ({ ...p, x: p.x + dx, y: p.y + dy }));

/** b on top of a; both as wide. */
const stack = (a: Composite, b: Composite): Composite => ({
  w: a.w,
  h: a.h + b.h,
  turn: a.turn && b.turn,
  puts: [...a.puts, ...shifted(b.puts, 0, a.h)],
});
/** b to the right of a; both as high. */
const beside = (a: Composite, b: Composite): Composite => ({
  w: a.w + b.w,
  h: a.h,
  turn: a.turn && b.turn,
  puts: [...a.puts, ...shifted(b.puts, a.w, 0)],
});

/** Two blocks and the side they share; turn: the second is turned first. */
interface Join {
  i: number;
  j: number;
  turn: boolean;
  along: 'w' | 'h';
  /** the sides of what they make */
  w: number;
  h: number;
  tieBreak: number;
}
/** More owners than this of one length tell nothing about who belongs together. */
const MOST_OWNERS = 10;

/**
 * Puts pieces back together that share a whole side, the rarest lengths first: where only two have it, they were most
 * likely one before. Stops when nothing joins any more.
 * @param width, height of the sheet; larger blocks are not made  @param temperature 0: only the likeliest; 1: much by luck
 */
export function rejoin(
  items: readonly Composite[],
  width: number,
  height: number,
  random: () => number,
  temperature: number,
  watch: Watch,
): Composite[] {
  const blocks: (Composite | null)[] = [...items];
  /** one that has not been joined */
  const alone = (i: number): Composite => {
    const block = blocks[i];
    if (!block) throw new RangeError(`Block ${i} was joined before.`);
    return block;
  };
  const owners = new Map<number, Set<number>>();
  const fits = (w: number, h: number, turn: boolean) =>
    (w <= width && h <= height) || (turn && h <= width && w <= height);
  const isFull = (w: number, h: number, turn: boolean) =>
    (w === width && h === height) || (turn && h === width && w === height);
  let open: Join[] = [];

  const offer = (i: number, j: number, along: 'w' | 'h', turn: boolean) => {
    const [a, b] = [alone(i), alone(j)];
    const [bw, bh] = turn ? [b.h, b.w] : [b.w, b.h];
    if ((along === 'w' ? a.w !== bw : a.h !== bh) || (turn && !b.turn)) return;
    const [w, h] = along === 'w' ? [a.w, a.h + bh] : [a.w + bw, a.h];
    if (fits(w, h, a.turn && b.turn)) open.push({ i, j, turn, along, w, h, tieBreak: random() });
  };
  const add = (i: number) => {
    const b = alone(i);
    if (isFull(b.w, b.h, b.turn)) return;
    for (const length of new Set([b.w, b.h])) {
      const others = owners.get(length) ?? new Set<number>();
      owners.set(length, others);
      if (others.size <= MOST_OWNERS)
        for (const j of others)
          for (const along of ['w', 'h'] as const)
            for (const turn of [false, true])
              if ((along === 'w' ? b.w : b.h) === length) offer(i, j, along, turn);
      others.add(i);
    }
  };
  const drop = (i: number) => {
    const b = alone(i);
    for (const length of [b.w, b.h]) owners.get(length)?.delete(i);
    blocks[i] = null;
  };
  items.forEach((_, i) => add(i));

  for (;;) {
    let best: Join | null = null;
    let most = -Infinity;
    let alive = 0;
    watch.tick(open.length);
    for (const join of open) {
      if (!blocks[join.i] || !blocks[join.j]) continue;
      open[alive++] = join;
      const shared = join.along === 'w' ? join.w : join.h;
      const grown = join.along === 'w' ? join.h : join.w;
      const known = owners.get(shared)?.size ?? 2;
      // A join whose new side is known elsewhere, or is the sheet's own, is the better guess.
      const meets = grown === width || grown === height ? 2.5 : (owners.get(grown)?.size ?? 0) > 0 ? 1.5 : 0;
      const score =
        (isFull(join.w, join.h, true) ? 8 : 0) + meets + 5 / known + join.tieBreak * temperature * 5;
      if (score > most) {
        most = score;
        best = join;
      }
    }
    open = open.slice(0, alive);
    if (!best) return blocks.flatMap((b) => b ?? []);
    const a = alone(best.i);
    const b = best.turn ? turned(alone(best.j)) : alone(best.j);
    drop(best.i);
    drop(best.j);
    blocks.push(best.along === 'w' ? stack(a, b) : beside(a, b));
    add(blocks.length - 1);
  }
}
