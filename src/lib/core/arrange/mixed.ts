/** Several shapes in one room: each in turn as low as it goes, in many orders; the order that leaves least outside. */
import type { RandomGenerator } from 'pure-rand/types/RandomGenerator';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { areaOf, distance, itemAt } from '../base';
import { areRectangles, layBoxes } from './boxes';
import { LowestPlaces } from './fill';
import { KnownKeepouts, type Keepouts } from './keepout';
import { turnsOf } from './turns';
import type { ArrangeShape, MixedPut, Turned } from './types';
import type { Room } from './rows';

/** Turns tried for one of many shapes: any turn is tried by twelfths. */
const MOST_TURNS = 12;

/** One thing to be laid. */
interface Piece {
  shape: ArrangeShape;
  turns: readonly Turned[];
  area: number;
  /** the only turn that it may take in this try; null: whichever lies lowest */
  only: Turned | null;
}
export function arrangeMixed(
  shapes: readonly ArrangeShape[],
  room: Room,
  gapMm: number,
  left: () => number,
  onBetter: (puts: MixedPut[]) => void,
): MixedPut[] {
  const mayContinue = () => left() > 0;
  const keepouts = new KnownKeepouts(gapMm);
  const pieces = shapes.flatMap((shape): Piece[] => {
    const all = differing(turnsOf(shape));
    const step = Math.ceil(all.length / MOST_TURNS);
    const turns = all.filter((_, i) => i % step === 0);
    const area = areaIn(shape);
    return Array.from({ length: shape.quantity ?? 1 }, () => ({ shape, turns, area, only: null }));
  });
  const random = xoroshiro128plus(1);
  // Boxes come at once; where they are the shapes, they are worth some of the time.
  const until = areRectangles(shapes) ? 1 - FOR_RECTANGLES : 1;
  const boxed = layBoxes(shapes, room, gapMm, () => left() > until);
  if (boxed.length) onBetter(boxed);
  if (boxed.length === pieces.length) return boxed;
  let best: Laid = { puts: boxed, area: boxed.reduce((sum, { turned }) => sum + areaIn(turned.shape), 0) };
  let [kept, keptArea] = [pieces, -1];
  // The largest first, by one measure and another; then orders near the best one.
  const first = [(p: Piece) => p.area, longest, tallest].map((by) =>
    pieces.toSorted((a, b) => by(b) - by(a)),
  );
  const isQuick = pieces.length <= AT_ONCE;
  for (let n = 0; (n === 0 && isQuick) || mayContinue(); n++) {
    const order = first[n] ?? near(kept, random);
    const laid = layInOrder(order, room, keepouts, n === 0 && isQuick ? always : mayContinue);
    // As good is taken too: it leads on to others.
    if (laid.area >= keptArea - EXACT) [kept, keptArea] = [order, laid.area];
    const isBetter = laid.puts.length - best.puts.length || laid.area - best.area;
    if (isBetter <= 0) continue;
    if (laid.puts.length > best.puts.length) onBetter(laid.puts);
    best = laid;
    if (best.puts.length === pieces.length) break;
  }
  return best.puts;
}
const areaIn = ({ outline }: ArrangeShape) => Math.abs(areaOf(outline));
/** So few are laid by their true outlines even where there is no time. */
const AT_ONCE = 24;
/** Of the time, so much goes to rectangles laid as they would be cut. */
const FOR_RECTANGLES = 0.5;
/** Areas that differ by no more are one, mm². */
const EXACT = 1e-6;
const always = () => true;
const longest = ({ turns: [{ box }] }: Piece) => Math.max(box.maxX - box.minX, box.maxY - box.minY);
const tallest = ({ turns: [{ box }] }: Piece) => box.maxY - box.minY;

/** Turns that differ: a rectangle turned by half is itself. */
const differing = (turns: readonly Turned[]): Turned[] =>
  turns.filter((turned, i) => !turns.slice(0, i).some((other) => isSame(turned, other)));
function isSame({ path: a, radius }: Turned, { path: b }: Turned): boolean {
  if (radius !== null || a.length !== b.length) return radius !== null;
  const from = b.findIndex((p) => distance(p, itemAt(a, 0)) < SAME);
  return from >= 0 && a.every((p, i) => distance(p, itemAt(b, (from + i) % b.length)) < SAME);
}
const SAME = 1e-6;

/** The same pieces, a few of them changed over or held to one turn. */
function near(order: readonly Piece[], random: RandomGenerator): Piece[] {
  const next = [...order];
  const any = () => uniformInt(random, 0, next.length - 1);
  for (let changes = uniformInt(random, 1, 3); changes > 0; changes--) {
    const [i, k] = [any(), any()];
    const [a, b] = [itemAt(next, i), itemAt(next, k)];
    const isTurned = a.turns.length > 1 && uniformInt(random, 0, 2) === 0;
    const turn = isTurned ? uniformInt(random, -1, a.turns.length - 1) : -1;
    if (isTurned) next[i] = { ...a, only: a.turns[turn] ?? null };
    else [next[i], next[k]] = [b, a];
  }
  return next;
}

/** What an order comes to. */
interface Laid {
  puts: MixedPut[];
  /** of all that found room, mm² */
  area: number;
}
function layInOrder(
  order: readonly Piece[],
  room: Room,
  keepouts: Keepouts,
  mayContinue: () => boolean,
): Laid {
  const places = new LowestPlaces([], room, keepouts);
  const laid: Laid = { puts: [], area: 0 };
  for (const { shape, turns, area, only } of order) {
    const put = places.lowest(only ? [only] : turns, mayContinue);
    if (!put) continue;
    places.lay(put);
    laid.puts.push({ ...put, shapeId: shape.id });
    laid.area += area;
  }
  return laid;
}
