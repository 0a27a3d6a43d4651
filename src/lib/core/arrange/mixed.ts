/** Several shapes in one room: each in turn as low as it goes, in many orders; the order that leaves least outside. */
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { lowestPlace } from './fill';
import { KnownKeepouts, type Keepouts } from './keepout';
import { turnsOf } from './turns';
import type { ArrangeShape, Put, Turned } from './types';
import type { Room } from './rows';

/** Turns tried for one of many shapes: any turn is tried by twelfths. */
const MOST_TURNS = 12;

/** One thing to be laid. */
interface Piece {
  shape: ArrangeShape;
  turns: readonly Turned[];
  area: number;
}
/** Where the shapes lie, and of which kind each is. */
export interface MixedPut extends Put {
  shapeId: string;
}

export function arrangeMixed(
  shapes: readonly ArrangeShape[],
  room: Room,
  gapMm: number,
  mayContinue: () => boolean,
  onBetter: (puts: MixedPut[]) => void,
): MixedPut[] {
  const keepouts = new KnownKeepouts(gapMm);
  const pieces = shapes.flatMap((shape): Piece[] => {
    const all = turnsOf(shape);
    const step = Math.ceil(all.length / MOST_TURNS);
    const turns = all.filter((_, i) => i % step === 0);
    const [{ box }] = turns;
    const area = (box.maxX - box.minX) * (box.maxY - box.minY);
    return Array.from({ length: shape.quantity ?? 1 }, () => ({ shape, turns, area }));
  });
  const random = xoroshiro128plus(1);
  let best: MixedPut[] = [];
  // The largest first; then orders near the best one.
  let order = pieces.toSorted((a, b) => b.area - a.area);
  let kept = order;
  do {
    const puts = layInOrder(order, room, keepouts, best.length ? mayContinue : always);
    if (puts.length > best.length) {
      best = puts;
      kept = order;
      onBetter(best);
    }
    if (best.length === pieces.length) break;
    order = [...kept];
    for (let swaps = uniformInt(random, 1, 3); swaps > 0; swaps--) {
      const [i, k] = [uniformInt(random, 0, order.length - 1), uniformInt(random, 0, order.length - 1)];
      [order[i], order[k]] = [order[k], order[i]];
    }
  } while (mayContinue());
  return best;
}
const always = () => true;
function layInOrder(
  order: readonly Piece[],
  room: Room,
  keepouts: Keepouts,
  mayContinue: () => boolean,
): MixedPut[] {
  const puts: MixedPut[] = [];
  for (const { shape, turns } of order) {
    const put = lowestPlace(turns, puts, room, keepouts, mayContinue);
    if (put) puts.push({ ...put, shapeId: shape.id });
  }
  return puts;
}
