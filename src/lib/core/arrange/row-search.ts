/** Looks for the rows of one shape that hold most: pitch, shift and half-turns, as the room and the shape allow. */
import type { Keepouts } from './keepout';
import {
  countRows,
  leastPitch,
  pair,
  planDrift,
  planRows,
  single,
  startsOf,
  type Room,
  type RowPlan,
  type Rows,
} from './rows';
import type { Turned } from './types';

/** Shifts and heights tried over their range. */
const SHIFTS = 24;
const HEIGHTS = 9;
/** Between the least pitch and the one at which a row just reaches from side to side. */
const STRETCHES = [0, 0.25, 0.5, 0.75, 1];
/** So many shapes fewer in a row than it can hold. */
const FEWER = 3;
/** Best ones kept, to be filled up. */
const KEPT = 4;

/** The best rows so far, most first; of equal ones the lower. */
export class BestRows {
  readonly rows: Rows[] = [];

  offer(rows: Rows): void {
    const at = this.rows.findIndex((other) => isBetter(rows, other));
    if (at < 0 && this.rows.length >= KEPT) return;
    this.rows.splice(at < 0 ? this.rows.length : at, 0, rows);
    this.rows.length = Math.min(this.rows.length, KEPT);
  }
}
const isBetter = (a: Rows, b: Rows): boolean =>
  a.count > b.count || (a.count === b.count && a.height < b.height - 1e-6);

/** Pitches worth trying for one turn in a room. */
function pitchesOf(turned: Turned, room: Room, keepouts: Keepouts): number[] {
  const least = leastPitch(turned, keepouts, room);
  const slack = room.width - (turned.box.maxX - turned.box.minX);
  if (slack < 0) return [];
  const most = Math.floor(slack / least + 1e-9) + 1;
  const pitches = [least];
  for (let n = most; n > Math.max(1, most - FEWER); n--)
    pitches.push(
      ...STRETCHES.map((share) => least + share * Math.max(0, slack / (n - 1) - least)),
      // Shifted by half of it, every second row holds as many as the first.
      Math.max(least, slack / (n - 0.5)),
    );
  return [...new Set(pitches)];
}
/** Shifts worth trying at a pitch: even steps, the half, and the one at which a shifted row ends at the right edge. */
function shiftsOf(pitch: number, turned: Turned, room: Room): number[] {
  const slack = room.width - (turned.box.maxX - turned.box.minX);
  const rest = slack - Math.floor(slack / pitch + 1e-9) * pitch;
  return [...new Set([...Array.from({ length: SHIFTS }, (_, i) => (i * pitch) / SHIFTS), rest])];
}

/** The best of all rows of one turn that stand equally far apart, and of any rows; null: these are not asked for. */
export interface BestOf {
  lattices: BestRows;
  free: BestRows | null;
}
/** Tries rows of a shape in one of its turns, and with its half-turned self where it has that; the best are offered. @param most no more are wanted */
export function tryTurn(
  turned: Turned,
  turns: readonly Turned[],
  room: Room,
  isShifted: boolean,
  keepouts: Keepouts,
  { lattices, free }: BestOf,
  most: number,
): void {
  const offer = (plan: RowPlan, to: BestRows) => {
    for (const start of new Set(startsOf(plan))) to.offer(countRows(plan, room, start, most));
  };
  const half = free ? turns.find((t) => t.deg === (turned.deg + 180) % 360) : undefined;
  for (const pitch of pitchesOf(turned, room, keepouts)) {
    const unit = single(turned, pitch);
    for (const shift of isShifted ? shiftsOf(pitch, turned, room) : [0]) {
      offer(planRows(unit, unit, shift, true, room, keepouts), lattices);
      if (!free) continue;
      offer(planRows(unit, unit, shift, false, room, keepouts), free);
      offer(planDrift(unit, shift, room, keepouts), free);
      if (half) offer(planRows(unit, single(half, pitch), shift, false, room, keepouts), free);
    }
  }
  if (!free || !half || half.deg < turned.deg) return;
  const tall = turned.box.maxY - turned.box.minY;
  // Level at the box's lower edge, and up to half a shape higher or lower.
  const level = turned.box.minY - half.box.minY;
  for (let i = 0; i < HEIGHTS; i++) {
    const unit = pair(turned, half, level + tall * (i / (HEIGHTS - 1) - 0.5), room, keepouts);
    for (const shift of shiftsOf(unit.pitch, turned, room)) {
      offer(planRows(unit, unit, shift, false, room, keepouts), free);
      offer(planDrift(unit, shift, room, keepouts), free);
    }
  }
}
