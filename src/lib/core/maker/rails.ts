/**
 * The columns of a border: square across its line to both edges, where a corner leaves no room as far as its bisector, and round
 * the outside of a corner a fan. So the border is as wide as it says everywhere, and no two columns cross.
 */
import { along, boxOf, distance, type Box, type Path, type Point } from '../base';
import { keyOf } from './cells';
import type { Corners } from './parts';

/** A column of the border: where it stands on the outer and the inner edge. */
export interface Column {
  outer: Point;
  inner: Point;
  /** so far along the longer edge, mm */
  at: number;
}
/** The line is looked at so often, mm. */
const STEP = 0.2;
/** Sides that are shorter are none, mm. */
const SPECK = 0.05;
/** Corners that turn by less need no fan, radians. */
const SMOOTH = (25 * Math.PI) / 180;
/** Columns of a fan, radians apart. */
const FAN = (1.5 * Math.PI) / 180;
/** A column reaches the bisector to within this, mm. */
const NEAR = 0.01;
/** Mitred corners end where they are so many times as far off as the sides. */
const LONGEST_MITRE = 4;

/** Sides of a closed line by the cells that they lie in, so that only near ones are asked. */
export class Near {
  private readonly cells = new Map<number, number[]>();
  /** of each side: where it begins, how far it goes, and what its squared length is divided by; mm */
  private readonly sides: Float64Array;
  constructor(
    line: Path,
    private readonly cell: number,
    isClosed = true,
  ) {
    this.sides = new Float64Array(5 * line.length);
    for (let i = 0; i < (isClosed ? line.length : line.length - 1); i++) {
      const [a, b] = [line[i], line[(i + 1) % line.length]];
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      this.sides.set([a.x, a.y, dx, dy, 1 / (dx * dx + dy * dy || 1)], 5 * i);
      // In pieces no longer than a cell: a slanting side is not in all cells of its box.
      const pieces = Math.max(1, Math.ceil(distance(a, b) / cell));
      for (let k = 0; k < pieces; k++)
        this.put(i, boxOf([along(a, b, k / pieces), along(a, b, (k + 1) / pieces)]));
    }
  }
  private put(side: number, box: Box) {
    for (let x = this.of(box.minX); x <= this.of(box.maxX); x++)
      for (let y = this.of(box.minY); y <= this.of(box.maxY); y++) {
        const key = keyOf(x, y);
        const there = this.cells.get(key);
        if (!there) this.cells.set(key, [side]);
        else if (there[there.length - 1] !== side) there.push(side);
      }
  }
  private of(v: number) {
    return Math.floor(v / this.cell);
  }
  /** Whether some side is nearer to a point than so much, at most the size of a cell. mm */
  isNearer(px: number, py: number, than: number): boolean {
    const { sides, cells } = this;
    const [x, y] = [this.of(px), this.of(py)];
    const least = than > 0 ? than * than : 0;
    for (let i = x - 1; i <= x + 1; i++)
      for (let k = y - 1; k <= y + 1; k++) {
        const there = cells.get(keyOf(i, k));
        if (!there) continue;
        for (const s of there) {
          const at = 5 * s;
          const [ox, oy] = [px - sides[at], py - sides[at + 1]];
          const [dx, dy] = [sides[at + 2], sides[at + 3]];
          const t = Math.max(0, Math.min(1, (ox * dx + oy * dy) * sides[at + 4]));
          if ((ox - t * dx) ** 2 + (oy - t * dy) ** 2 < least) return true;
        }
      }
    return false;
  }
}

/**
 * The columns of a border round a closed line, from its first point once round to it again, or along an open one.
 * @param all of the line; what lies to its right is outside @param half of the border's width, mm @param corners how their outside is drawn
 */
export function columnsOf(all: Path, half: number, corners: Corners, isClosed = true): Column[] {
  const line = withoutSpecks(all, isClosed);
  const near = new Near(line, Math.max(half, 1), isClosed);
  /**
   * how far a column reaches from p in a direction before another part of the line is nearer than its own, mm
   * @param lean cosine of the angle by which it stands off the square: its own part is nearer by that
   */
  const reach = (p: Point, nx: number, ny: number, lean: number) => {
    if (!near.isNearer(p.x + nx * half, p.y + ny * half, half * lean - NEAR)) return half;
    let low = 0;
    let high = half;
    while (high - low > NEAR) {
      const middle = (low + high) / 2;
      if (near.isNearer(p.x + nx * middle, p.y + ny * middle, middle * lean - NEAR)) high = middle;
      else low = middle;
    }
    return low;
  };
  const columns: Column[] = [];
  /** along edges that are reached; where neither is, along the line */
  let from = line[0];
  let wasOuter = true;
  let wasInner = true;
  const put = (p: Point, outer: Point, inner: Point, isOuter: boolean, isInner: boolean) => {
    const last = columns.at(-1);
    let step = 0;
    if (last) {
      step = distance(from, p);
      if (isOuter && wasOuter) step = Math.max(step, distance(last.outer, outer));
      if (isInner && wasInner) step = Math.max(step, distance(last.inner, inner));
    }
    columns.push({ outer, inner, at: (last?.at ?? 0) + step });
    from = p;
    wasOuter = isOuter;
    wasInner = isInner;
  };
  const n = line.length;
  const directions = line.map((p, i) => Math.atan2(line[(i + 1) % n].y - p.y, line[(i + 1) % n].x - p.x));
  const last = isClosed ? n : n - 1;
  // An open line does not turn at its ends.
  const turns = turnsOf(line).map((turn, i) => (isClosed || (i > 0 && i < n - 1) ? turn : 0));
  for (let i = 0; i < last; i++) {
    const [a, b] = [line[i], line[(i + 1) % n]];
    const steps = Math.max(1, Math.ceil(distance(a, b) / STEP));
    // On a curve the direction changes along its chords, from the mean at the one end to that at the other.
    const [atStart, atEnd] = [turns[i], turns[(i + 1) % n]].map((t) => (Math.abs(t) < SMOOTH ? t / 2 : 0));
    for (let k = i ? 1 : 0; k <= steps; k++) {
      const p = along(a, b, k / steps);
      const off = atEnd * (k / steps) - atStart * (1 - k / steps);
      const angle = directions[i] + off - Math.PI / 2;
      const [nx, ny, lean] = [Math.cos(angle), Math.sin(angle), Math.cos(off)];
      const [out, within] = [reach(p, nx, ny, lean), reach(p, -nx, -ny, lean)];
      const outer = { x: p.x + nx * out, y: p.y + ny * out };
      put(p, outer, { x: p.x - nx * within, y: p.y - ny * within }, out === half, within === half);
    }
    fan(b, directions[i], turns[(i + 1) % n], half, corners, put);
  }
  return columns;
}
/** Without points that stand nearly on the one before, or on the first at its end: sides too short to have a direction. */
function withoutSpecks(line: Path, isClosed: boolean): Path {
  const kept: Path = [];
  for (const p of line) if (!kept.length || distance(p, kept[kept.length - 1]) > SPECK) kept.push(p);
  while (isClosed && kept.length > 1 && distance(kept[0], kept[kept.length - 1]) <= SPECK) kept.pop();
  return kept.length > 1 ? kept : line;
}
/** By how much a closed line turns at each of its points, radians, + to the left. */
export function turnsOf(line: Path): number[] {
  const n = line.length;
  const directions = line.map((p, i) => Math.atan2(line[(i + 1) % n].y - p.y, line[(i + 1) % n].x - p.x));
  return directions.map((d, i) => turned(directions[(i + n - 1) % n], d));
}
/** By how much a direction turns to the left to become another, radians. */
const turned = (from: number, to: number) => Math.atan2(Math.sin(to - from), Math.cos(to - from));
type Put = (p: Point, outer: Point, inner: Point, isOuter: boolean, isInner: boolean) => void;
/** Round the outside of a corner; its inside is the corner itself, where both bisected sides meet. */
function fan(b: Point, from: number, turn: number, half: number, corners: Corners, put: Put): void {
  if (Math.abs(turn) < SMOOTH) return;
  const n = Math.ceil(Math.abs(turn) / FAN);
  const isOut = turn > 0;
  for (let k = 0; k <= n; k++) {
    const angle = from + (turn * k) / n + (isOut ? -Math.PI / 2 : Math.PI / 2);
    // A mitred corner lies further off the nearer its middle; a cap cuts it off flat, no further than the sides.
    const off = (Math.min(k, n - k) * Math.abs(turn)) / n;
    const mitred = half / Math.max(1 / LONGEST_MITRE, Math.cos(off));
    const capped = Math.min(mitred, half / Math.cos(Math.abs(turn) / 2 - off));
    const d = { round: half, mitre: mitred, cap: capped }[corners];
    const tip = { x: b.x + d * Math.cos(angle), y: b.y + d * Math.sin(angle) };
    if (isOut) put(b, tip, b, true, false);
    else put(b, b, tip, false, true);
  }
}

/** The columns from the place nearest to one point to that nearest to another, on beyond the end of the round. */
export function columnsBetween(columns: readonly Column[], from: Point, to: Point): Column[] {
  const off = (p: Point, c: Column) => distance(p, along(c.outer, c.inner, 0.5));
  const nearest = (p: Point) =>
    columns.reduce((best, c, i) => (off(p, c) < off(p, columns[best]) ? i : best), 0);
  const [a, b] = [nearest(from), nearest(to)];
  if (a < b) return columns.slice(a, b + 1);
  const round = columns[columns.length - 1].at;
  return [...columns.slice(a), ...columns.slice(1, b + 1).map((c) => ({ ...c, at: c.at + round }))];
}
