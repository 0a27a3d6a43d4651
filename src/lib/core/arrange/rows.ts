/**
 * Rows of one shape: straight, shifted against each other, half-turned row by row, or half-turned one by one within a row.
 * Worked out from the lower left corner of the room that may be filled, mm.
 */
import type { Keepouts } from './keepout';
import type { Put, Turned } from './types';

/** Room for boxes: exact fits are fits. mm */
const EXACT = 1e-9;

/** What a row repeats, from its first shape's origin. */
interface Unit {
  items: readonly Put[];
  /** from one to the next, mm */
  pitch: number;
}
/** Two rows by turns, the second moved along by a shift; then the first again, or each moved on once more. */
export interface RowPlan {
  lower: Unit;
  upper: Unit;
  shift: number;
  /** each row is moved on from the one before, all of one unit */
  drifts: boolean;
  /** from a lower row to the upper one above it, and from that to the next lower one; equal where a lattice is wanted */
  rise: [number, number];
}
/** Rows in the room, and how many they hold. */
export interface Rows {
  plan: RowPlan;
  /** where the first row has its first origin */
  start: number;
  count: number;
  /** how far up they reach */
  height: number;
}

/** The room that may be filled, from 0, 0. */
export interface Room {
  width: number;
  height: number;
}

/** No row and no column holds more: rows of what is hardly wider than nothing come to an end. */
const MOST_IN_LINE = 2000;
/** The pitch at which a shape stands beside itself all along a row. */
export const leastPitch = (turned: Turned, keepouts: Keepouts, { width }: Room): number =>
  Math.max(width / MOST_IN_LINE, keepouts.of(turned, turned).right(0));

/** One shape again and again. */
export const single = (turned: Turned, pitch: number): Unit => ({
  items: [{ turned, at: { x: 0, y: 0 } }],
  pitch,
});
/** A shape and its half-turned self by turns, the second so much higher. */
export function pair(turned: Turned, half: Turned, higher: number, room: Room, keepouts: Keepouts): Unit {
  const beside = Math.max(0, keepouts.of(turned, half).right(higher));
  const back = Math.max(0, keepouts.of(half, turned).right(-higher));
  const pitch = Math.max(leastPitch(turned, keepouts, room), leastPitch(half, keepouts, room), beside + back);
  return {
    items: [
      { turned, at: { x: 0, y: 0 } },
      { turned: half, at: { x: beside, y: higher } },
    ],
    pitch,
  };
}

/** How far a row must stand above another, moved along by a shift, both of one pitch; each ends where the room does. */
function riseOver(lower: Unit, upper: Unit, shift: number, room: Room, keepouts: Keepouts): number {
  let rise = room.height / MOST_IN_LINE;
  for (const below of lower.items)
    for (const above of upper.items) {
      const keepout = keepouts.of(below.turned, above.turned);
      const dx = above.at.x + shift - below.at.x;
      const [a, b] = [above.turned.box, below.turned.box];
      const leftmost = Math.max(keepout.box.minX, b.maxX - a.minX - room.width);
      const rightmost = Math.min(keepout.box.maxX, b.minX - a.maxX + room.width);
      const first = Math.ceil((leftmost - dx) / lower.pitch - EXACT);
      const last = Math.floor((rightmost - dx) / lower.pitch + EXACT);
      for (let k = first; k <= last; k++)
        rise = Math.max(rise, keepout.top(dx + k * lower.pitch) + below.at.y - above.at.y);
    }
  return rise;
}

/** Rows of two units by turns. @param even whether the rows must all stand equally far apart */
export function planRows(
  lower: Unit,
  upper: Unit,
  shift: number,
  even: boolean,
  room: Room,
  keepouts: Keepouts,
): RowPlan {
  const over = (below: Unit, above: Unit, by: number) => riseOver(below, above, by, room, keepouts);
  let up = over(lower, upper, shift);
  let on = over(upper, lower, -shift);
  const twice = Math.max(over(lower, lower, 0), over(upper, upper, 0));
  if (even) up = on = Math.max(up, on, twice / 2);
  else on = Math.max(on, twice - up);
  return { lower, upper, shift, drifts: false, rise: [up, on] };
}
/** Rows of one unit, each moved on from the last by a shift: a lattice that leans. */
export function planDrift(unit: Unit, shift: number, room: Room, keepouts: Keepouts): RowPlan {
  // The next row is not the only one that is near: all that lie lower than what is kept out.
  const tall = riseMost(unit, keepouts);
  let rise = riseOver(unit, unit, shift, room, keepouts);
  for (let rows = 2; rows * rise < tall && rows <= MOST_ROWS; rows++)
    rise = Math.max(rise, riseOver(unit, unit, rows * shift, room, keepouts) / rows);
  if (MOST_ROWS * rise < tall) rise = tall;
  return { lower: unit, upper: unit, shift, drifts: true, rise: [rise, rise] };
}
/** Rows that may reach into each other at most. */
const MOST_ROWS = 12;
/** Two rows so far apart are never too near, however they are shifted. */
const riseMost = ({ items }: Unit, keepouts: Keepouts): number =>
  Math.max(
    ...items.flatMap((below) =>
      items.map((above) => keepouts.of(below.turned, above.turned).box.maxY + below.at.y - above.at.y),
    ),
  );

/** A row of one unit in the room: where each of its shapes lies, k · pitch further on from a first to a last k. */
interface Row {
  unit: Unit;
  spans: { put: Put; first: number; last: number }[];
}
/** The rows that the room holds, from below. Of each row those shapes are laid that lie whole in it. */
function* rowsIn(plan: RowPlan, room: Room, start: number): Generator<Row> {
  const units = [plan.lower, plan.upper] as const;
  let y = -Math.min(...plan.lower.items.map(({ turned, at }) => at.y + turned.box.minY));
  for (let row = 0; ; row++) {
    const unit = units[row % 2];
    const x = start + (plan.drifts ? row : row % 2) * plan.shift;
    const spans: Row['spans'] = [];
    let isAbove = true;
    for (const { turned, at } of unit.items) {
      const put: Put = { turned, at: { x: x + at.x, y: y + at.y } };
      if (put.at.y + turned.box.maxY > room.height + EXACT) continue;
      isAbove = false;
      // A unit may reach lower than the first row.
      if (put.at.y + turned.box.minY < -EXACT) continue;
      const first = Math.ceil((-turned.box.minX - put.at.x) / unit.pitch - EXACT);
      const last = Math.floor((room.width - turned.box.maxX - put.at.x) / unit.pitch + EXACT);
      if (last >= first) spans.push({ put, first, last });
    }
    if (isAbove) return;
    yield { unit, spans };
    const rise = plan.rise[row % 2];
    if (rise <= EXACT) return;
    y += rise;
  }
}
/** How many the rows hold, and how far up they reach. @param most more are not counted */
export function countRows(plan: RowPlan, room: Room, start: number, most: number): Rows {
  let [count, height] = [0, 0];
  for (const { spans } of rowsIn(plan, room, start)) {
    for (const { put, first, last } of spans) {
      count += last - first + 1;
      height = Math.max(height, put.at.y + put.turned.box.maxY);
    }
    if (count >= most) break;
  }
  return { plan, start, count: Math.min(count, most), height };
}
/** The shapes of the rows, row by row from the left. */
export function layRows({ plan, start, count }: Rows, room: Room): Put[] {
  const puts: Put[] = [];
  for (const { unit, spans } of rowsIn(plan, room, start)) {
    const row = spans.flatMap(({ put, first, last }) =>
      Array.from({ length: Math.min(last - first + 1, count) }, (_, k) => ({
        turned: put.turned,
        at: { x: put.at.x + (first + k) * unit.pitch, y: put.at.y },
      })),
    );
    puts.push(...row.sort((a, b) => a.at.x - b.at.x));
    if (puts.length >= count) break;
  }
  return puts.slice(0, count);
}
/** Where rows may start so that one of their shapes lies at the left edge. */
export const startsOf = ({ lower, upper, shift }: RowPlan): number[] => [
  ...lower.items.map(({ turned, at }) => -turned.box.minX - at.x),
  ...upper.items.map(({ turned, at }) => -turned.box.minX - at.x - shift),
];
