/** Adds shapes one by one where there is still room, each as low and then as far left as it goes. */
import type { Box, Point } from '../base';
import { without } from '../outline';
import type { Keepouts } from './keepout';
import type { Room } from './rows';
import type { Put, Turned } from './types';

/** A room without area is taken for one so wide: less than what is kept out too much. mm */
const NUDGE = 0.001;
/** What just fits, fits, mm. */
const EXACT = 1e-7;
/** With more sides than this, corners are looked for on a grid of 1/1000 mm instead of among all of their meetings. */
const MOST_SIDES = 500;

/** Where the origin of a shape may be so that it lies in the room; null: it is larger. */
function roomFor({ box }: Turned, { width, height }: Room): Box | null {
  const free = { minX: -box.minX, minY: -box.minY, maxX: width - box.maxX, maxY: height - box.maxY };
  return free.minX <= free.maxX + 1e-6 && free.minY <= free.maxY + 1e-6 ? free : null;
}

/** Where shapes may be laid beside what lies: the lowest free place of each turn is kept until something takes it. */
export class LowestPlaces {
  private readonly laid: Put[];
  /** null: none is left, and none will be */
  private readonly known = new Map<Turned, Point | null>();
  constructor(
    laid: readonly Put[],
    private readonly room: Room,
    private readonly keepouts: Keepouts,
  ) {
    this.laid = [...laid];
  }

  /** The lowest for a shape in one of its turns, the furthest left of these; null: there is none, or no time to look. */
  lowest(turns: readonly Turned[], mayContinue: () => boolean): Put | null {
    let best: Put | null = null;
    for (const turned of turns) {
      const at = this.ofTurn(turned, mayContinue);
      if (at && (!best || isLower({ turned, at }, best))) best = { turned, at };
    }
    return best;
  }
  private ofTurn(turned: Turned, mayContinue: () => boolean): Point | null {
    const { laid, keepouts } = this;
    const known = this.known.get(turned);
    if (known !== undefined) return known;
    const free = roomFor(turned, this.room);
    if (free && laid.length && !mayContinue()) return null;
    const lowest =
      free && laid.length
        ? (lowestMeeting(turned, laid, free, keepouts) ?? lowestLeft(turned, laid, free, keepouts))
        : free && { x: free.minX, y: free.minY };
    this.known.set(turned, lowest);
    return lowest;
  }
  /** Lays one: the places that it takes have to be looked for anew. */
  lay(put: Put): void {
    this.laid.push(put);
    for (const [turned, at] of this.known)
      if (at && !isFree(at, turned, [put], this.keepouts)) this.known.delete(turned);
  }
}
/** By its upper edge; of equal ones by its right one. */
function isLower(a: Put, b: Put): boolean {
  const up = a.at.y + a.turned.box.maxY - b.at.y - b.turned.box.maxY;
  return up < -1e-6 || (up < 1e-6 && a.at.x + a.turned.box.maxX < b.at.x + b.turned.box.maxX - 1e-6);
}

/** The lowest of the places where two sides of what is kept out meet, or one and the edge of the room: exactly. */
function lowestMeeting(turned: Turned, laid: readonly Put[], free: Box, keepouts: Keepouts): Point | null {
  const sides: [Point, Point][] = [];
  for (const put of laid) {
    for (const [a, b] of keepouts.of(put.turned, turned).sides())
      sides.push([
        { x: a.x + put.at.x, y: a.y + put.at.y },
        { x: b.x + put.at.x, y: b.y + put.at.y },
      ]);
    if (sides.length > MOST_SIDES) return null;
  }
  const [ll, lr, ul, ur] = [
    { x: free.minX, y: free.minY },
    { x: free.maxX, y: free.minY },
    { x: free.minX, y: free.maxY },
    { x: free.maxX, y: free.maxY },
  ];
  const all: [Point, Point][] = [...sides, [ll, lr], [ll, ul], [lr, ur], [ul, ur]];
  const places: Point[] = [ll, lr, ul, ur, ...sides.flat()];
  for (let i = 0; i < all.length; i++)
    for (let k = 0; k < i; k++) {
      const at = meeting(all[i], all[k]);
      if (at) places.push(at);
    }
  const within = places.filter(
    ({ x, y }) =>
      x >= free.minX - EXACT && x <= free.maxX + EXACT && y >= free.minY - EXACT && y <= free.maxY + EXACT,
  );
  within.sort((a, b) => (Math.abs(a.y - b.y) > EXACT ? a.y - b.y : a.x - b.x));
  return within.find((at) => isFree(at, turned, laid, keepouts)) ?? null;
}
/** Where two sides meet; null: nowhere, or all along. */
function meeting([a, b]: [Point, Point], [c, d]: [Point, Point]): Point | null {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const cross = ux * vy - uy * vx;
  if (Math.abs(cross) < 1e-12) return null;
  const t = ((c.x - a.x) * vy - (c.y - a.y) * vx) / cross;
  const s = ((c.x - a.x) * uy - (c.y - a.y) * ux) / cross;
  const on = (share: number) => share >= -1e-9 && share <= 1 + 1e-9;
  return on(t) && on(s) ? { x: a.x + t * ux, y: a.y + t * uy } : null;
}

/** The lowest corner of what is left of a shape's room once everything that is laid has taken its own. */
function lowestLeft(
  turned: Turned,
  laid: readonly Put[],
  { minX, minY, maxX, maxY }: Box,
  keepouts: Keepouts,
): Point | null {
  const whole = [
    { x: minX, y: minY },
    { x: Math.max(maxX, minX + NUDGE), y: minY },
    { x: Math.max(maxX, minX + NUDGE), y: Math.max(maxY, minY + NUDGE) },
    { x: minX, y: Math.max(maxY, minY + NUDGE) },
  ];
  const taken = laid.flatMap(({ turned: fixed, at }) =>
    keepouts
      .of(fixed, turned)
      .grown()
      .map((path) => path.map(({ x, y }) => ({ x: x + at.x, y: y + at.y }))),
  );
  const clamp = (v: number, least: number, most: number) =>
    Math.min(Math.max(v, least), Math.max(least, most));
  const left = without(whole, taken)
    .flat()
    .map(({ x, y }) => ({ x: clamp(x, minX, maxX), y: clamp(y, minY, maxY) }))
    .sort((a, b) => a.y - b.y || a.x - b.x);
  // What is kept out is drawn with chords here: what is taken is measured.
  return left.find((at) => isFree(at, turned, laid, keepouts)) ?? null;
}
const isFree = (at: Point, turned: Turned, laid: readonly Put[], keepouts: Keepouts): boolean =>
  laid.every((put) => !keepouts.of(put.turned, turned).holds({ x: at.x - put.at.x, y: at.y - put.at.y }));

/** As many more of one shape as there is room for. */
export function fillUp(
  turns: readonly Turned[],
  laid: readonly Put[],
  room: Room,
  keepouts: Keepouts,
  mayContinue: () => boolean,
): Put[] {
  const places = new LowestPlaces(laid, room, keepouts);
  const all = [...laid];
  while (mayContinue()) {
    const next = places.lowest(turns, mayContinue);
    if (!next) break;
    places.lay(next);
    all.push(next);
  }
  return all;
}
