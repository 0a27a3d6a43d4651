import { joined, turned, type Composite } from './composite';
import type { Watch } from './watch';

/** Two blocks and how they would be joined; turn: the second is turned first. */
interface Join {
  i: number;
  j: number;
  turn: boolean;
  onTop: boolean;
  /** the sides of what they make */
  w: number;
  h: number;
  /** by how much the sides that meet differ, as a share of what is allowed */
  off: number;
  tieBreak: number;
}
/** More owners than this of one length tell nothing about who belongs together. */
const MOST_OWNERS = 10;

/** Joins weighed against each other at once. */
const MOST_WEIGHED = 200;

/** How pieces are put together again. */
export interface Joining {
  /** of the sheet; larger blocks are not made */
  width: number;
  height: number;
  /** by how much sides that meet may differ: 0 wastes nothing */
  slack: number;
  /** 0: only the likeliest; 1: much by luck */
  temperature: number;
}

/**
 * Puts pieces back together that share a whole side, the rarest lengths first: where only two have it, they were most
 * likely one before. Stops when nothing joins any more. (From the bottom up, as Wang, 1983.)
 */
export function rejoin(
  items: readonly Composite[],
  { width, height, slack, temperature }: Joining,
  random: () => number,
  watch: Watch,
): Composite[] {
  const blocks: (Composite | null)[] = [...items];
  /** one that has not been joined */
  const alone = (i: number): Composite => {
    const block = blocks[i];
    if (!block) throw new RangeError(`Block ${i} was joined before.`);
    return block;
  };
  /** lengths are told apart no finer than the slack */
  const grain = Math.max(1, slack);
  const keyOf = (length: number) => Math.floor(length / grain);
  const owners = new Map<number, Set<number>>();
  const known = (length: number) => owners.get(keyOf(length))?.size ?? 0;
  const fits = (w: number, h: number, turn: boolean) =>
    (w <= width && h <= height) || (turn && h <= width && w <= height);
  const isFull = (w: number, h: number, turn: boolean) =>
    (w >= width - slack && h >= height - slack) || (turn && w >= height - slack && h >= width - slack);
  const open: Join[] = [];

  const offer = (i: number, j: number, onTop: boolean, turn: boolean) => {
    const [a, b] = [alone(i), alone(j)];
    if (turn && !b.turn) return;
    const [bw, bh] = turn ? [b.h, b.w] : [b.w, b.h];
    const off = Math.abs(onTop ? a.w - bw : a.h - bh);
    if (off > slack) return;
    const [w, h] = onTop ? [Math.max(a.w, bw), a.h + bh] : [a.w + bw, Math.max(a.h, bh)];
    if (fits(w, h, a.turn && b.turn))
      open.push({ i, j, turn, onTop, w, h, off: off / grain, tieBreak: random() });
  };
  const add = (i: number) => {
    const b = alone(i);
    if (isFull(b.w, b.h, b.turn)) return;
    for (const key of new Set([keyOf(b.w), keyOf(b.h)])) {
      for (const near of slack ? [key - 1, key, key + 1] : [key]) {
        const others = owners.get(near);
        if (!others || others.size > MOST_OWNERS) continue;
        for (const j of others)
          for (const onTop of [true, false])
            for (const turn of [false, true]) if (keyOf(onTop ? b.w : b.h) === key) offer(i, j, onTop, turn);
      }
    }
    for (const key of new Set([keyOf(b.w), keyOf(b.h)])) {
      const same = owners.get(key) ?? new Set<number>();
      owners.set(key, same.add(i));
    }
  };
  const drop = (i: number) => {
    const b = alone(i);
    for (const length of [b.w, b.h]) owners.get(keyOf(length))?.delete(i);
    blocks[i] = null;
  };
  items.forEach((_, i) => add(i));

  /** The best join of all, or, where there are very many, of each so many-th; those of joined blocks are dropped on the way. */
  const bestOf = (each: number): Join | null => {
    let best: Join | null = null;
    let most = -Infinity;
    watch.tick(Math.ceil(open.length / each));
    for (let n = each > 1 ? Math.floor(random() * each) : 0; n < open.length; n += each) {
      let join = open[n];
      while (join && !(blocks[join.i] && blocks[join.j])) {
        const last = open.pop() as Join;
        if (last === join) return best;
        join = open[n] = last;
      }
      const [shared, grown] = join.onTop ? [join.w, join.h] : [join.h, join.w];
      // A join whose new side is known elsewhere, or is the sheet's own, is the better guess.
      const isEdge = Math.abs(grown - width) <= slack || Math.abs(grown - height) <= slack;
      const meets = isEdge ? 2.5 : known(grown) > 0 ? 1.5 : 0;
      const score =
        (isFull(join.w, join.h, true) ? 8 : 0) +
        meets +
        5 / Math.max(1, known(shared)) -
        join.off +
        join.tieBreak * temperature * 5;
      if (score > most) {
        most = score;
        best = join;
      }
    }
    return best;
  };
  for (;;) {
    const best = bestOf(Math.max(1, Math.ceil(open.length / MOST_WEIGHED))) ?? bestOf(1);
    if (!best) return blocks.flatMap((b) => b ?? []);
    const a = alone(best.i);
    const b = best.turn ? turned(alone(best.j)) : alone(best.j);
    drop(best.i);
    drop(best.j);
    blocks.push(joined(a, b, best.onTop));
    add(blocks.length - 1);
  }
}
