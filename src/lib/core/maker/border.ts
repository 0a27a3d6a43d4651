import { along, distance, type Path, type Point } from '../base';
import { keyOf } from './cells';
import type { Column } from './rails';

/** A square millimetre holds at most so many holes before a stitch is drawn back from the crowd; 13 are the most it ever may. */
const MOST_NEAR = 7;
const NEAR = Math.sqrt(1 / Math.PI);
/** A stitch is shortened by such shares of its length, the least that will do. */
const SHORTENED = [0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8];
/** Longer ones are parted, mm: the machine's arm reaches 12.1. */
export const LONGEST = 11;

/** Holes so far in one border, its underlay among them. */
export class Holes {
  private readonly cells = new Map<number, number[]>();
  private readonly points: Point[] = [];
  /** holes near each of them, itself among them */
  private readonly near: number[] = [];
  private readonly found: number[] = [];
  private cell(v: number) {
    return Math.floor(v / NEAR);
  }
  /** Holes near a place; the same list each time, until the next question. */
  private nearTo(p: Point): readonly number[] {
    const { found, points } = this;
    found.length = 0;
    const [x, y] = [this.cell(p.x), this.cell(p.y)];
    for (let i = x - 1; i <= x + 1; i++)
      for (let k = y - 1; k <= y + 1; k++) {
        const there = this.cells.get(keyOf(i, k));
        if (!there) continue;
        for (const n of there) {
          const [dx, dy] = [p.x - points[n].x, p.y - points[n].y];
          if (dx * dx + dy * dy <= NEAR * NEAR) found.push(n);
        }
      }
    return found;
  }
  put(p: Point): void {
    const near = this.nearTo(p);
    for (const n of near) this.near[n]++;
    const key = keyOf(this.cell(p.x), this.cell(p.y));
    const there = this.cells.get(key);
    if (there) there.push(this.points.length);
    else this.cells.set(key, [this.points.length]);
    this.points.push(p);
    this.near.push(near.length + 1);
  }
  /** Holes within the square millimetre round a place. */
  around(p: Point): number {
    return this.nearTo(p).length;
  }
  /** The most holes that a square millimetre round a place, or round one of those near it, would hold with one more there. */
  crowd(p: Point): number {
    const near = this.nearTo(p);
    let most = near.length;
    for (const n of near) most = Math.max(most, this.near[n]);
    return most + 1;
  }
}

/** Columns at even steps of about `step` mm along the longer edge, both ends included. */
function evenColumns(columns: readonly Column[], step: number): Column[] {
  const [first, last] = [columns[0], columns[columns.length - 1]];
  const total = last.at - first.at;
  const n = Math.max(2, Math.round(total / step));
  const out: Column[] = [];
  let k = 1;
  for (let i = 0; i <= n; i++) {
    const at = first.at + (total * i) / n;
    while (k < columns.length - 1 && columns[k].at < at) k++;
    const [a, b] = [columns[k - 1], columns[k]];
    const t = b.at > a.at ? Math.max(0, Math.min(1, (at - a.at) / (b.at - a.at))) : 1;
    out.push({ outer: along(a.outer, b.outer, t), inner: along(a.inner, b.inner, t), at });
  }
  return out;
}

/**
 * Across a border to and fro: a hole on either edge in turn, so far apart on one side, on the longer edge. Where the shorter
 * edge is crowded, as inside a tight curve, stitches end before it. mm
 * @param holes that are there already; its own are added @param inset of the holes from both edges, for what lies under a border
 */
export function zigzagAcross(columns: readonly Column[], advance: number, holes: Holes, inset = 0): Path {
  const path: Path = [];
  const put = (p: Point) => {
    path.push(p);
    holes.put(p);
  };
  for (const [i, column] of evenColumns(columns, advance / 2).entries()) {
    const width = distance(column.outer, column.inner) || 1;
    const edge = Math.min(0.5, inset / width);
    const isOuter = i % 2 === 0;
    const at = (share: number) => {
      const off = edge + share * (1 - 2 * edge);
      return along(column.outer, column.inner, isOuter ? off : 1 - off);
    };
    const to = at(leastCrowded(at, holes));
    const from = path.at(-1);
    // What is too long for one stitch is sewn in several, their holes not in a row beside those before.
    const parts = from ? Math.ceil(distance(from, to) / LONGEST) : 1;
    for (let k = 1; k < parts; k++) if (from) put(along(from, to, (k - (i % 4 < 2 ? 0.35 : 0.1)) / parts));
    put(to);
  }
  return path;
}
/** By how much a stitch is shortened: as little as leaves no crowd, else to where there are fewest. */
function leastCrowded(at: (share: number) => Point, holes: Holes): number {
  let best = 0;
  let least = Infinity;
  for (const share of SHORTENED) {
    const crowd = holes.crowd(at(share));
    if (crowd <= MOST_NEAR) return share;
    if (crowd < least) [best, least] = [share, crowd];
  }
  return best;
}
/** Blanket stitch: along the outer edge, and at each step a tooth to the inner one and back. */
export function teeth(columns: readonly Column[], pitch: number): Path {
  return evenColumns(columns, pitch).flatMap(({ outer, inner }, i) => (i ? [outer, inner, outer] : [outer]));
}
/** Lozenges as wide as the border, a whole number of them, from end to end. */
export function lozenges(columns: readonly Column[], pitch: number): Path {
  // Up one side and down the other, and once more the other way: two zigzags that cross.
  const n = 2 * Math.max(1, Math.round((columns[columns.length - 1].at - columns[0].at) / pitch));
  const even = evenColumns(columns, (columns[columns.length - 1].at - columns[0].at) / n);
  const there = even.map(({ outer, inner }, i) => (i % 2 ? inner : outer));
  const back = even.map(({ outer, inner }, i) => (i % 2 ? outer : inner)).reverse();
  return [...there, ...back];
}
