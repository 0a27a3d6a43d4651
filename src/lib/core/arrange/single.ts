/** As many of one shape as a room holds, by each way; every way includes those before it. */
import { itemAt, type Point } from '../base';
import { fillUp } from './fill';
import { KnownKeepouts, type Keepouts } from './keepout';
import { BestRows, tryTurn, type BestOf } from './row-search';
import { layRows, type Room, type Rows } from './rows';
import type { Arrangement, Lattice, Put, Turned } from './types';

/** Beyond so many, what is left at the sides is not looked through. */
const MOST_FILLED = 120;

/** Where the shapes of one kind lie in the room, from its lower left corner. */
export interface Laid {
  puts: Put[];
  grid: Lattice | null;
  way: Arrangement['way'];
}

/** A turn with x and y changed over: columns are worked out as rows. */
const flipped = (p: Point): Point => ({ x: p.y, y: p.x });
function flippedTurn(turned: Turned): Turned {
  const { minX, minY, maxX, maxY } = turned.box;
  return {
    ...turned,
    // Changed over, a path runs the other way round.
    path: turned.path.map(flipped).reverse(),
    box: { minX: minY, minY: minX, maxX: maxY, maxY: maxX },
  };
}

/** Straight columns and rows of boxes, a gap apart: what every machine can do by itself. */
function plainGrid(turns: readonly Turned[], room: Room, gapMm: number, most: number): Laid {
  let best: Laid = { puts: [], grid: null, way: 'grid' };
  for (const turned of turns) {
    const { minX, minY, maxX, maxY } = turned.box;
    const [pitchX, pitchY] = [maxX - minX + gapMm, maxY - minY + gapMm];
    const fits = (length: number, pitch: number) => Math.max(0, Math.floor((length + gapMm) / pitch + 1e-9));
    const [across, down] = [fits(room.width, pitchX), fits(room.height, pitchY)];
    const count = Math.min(most, across * down);
    if (count <= best.puts.length) continue;
    const puts = Array.from({ length: count }, (_, n) => ({
      turned,
      at: { x: -minX + (n % across) * pitchX, y: -minY + Math.floor(n / across) * pitchY },
    }));
    const grid = { across, down, pitchXMm: pitchX, pitchYMm: pitchY, shiftXMm: 0, shiftYMm: 0 };
    best = { puts, grid: count < across * down ? null : grid, way: 'grid' };
  }
  return best;
}

/** The numbers of rows that are a lattice: of one turn, equally far apart. */
function latticeOf({ plan }: Rows, puts: readonly Put[]): Lattice | null {
  const { lower, upper, shift, drifts, rise } = plan;
  if (drifts || lower !== upper || lower.items.length > 1 || rise[0] !== rise[1]) return null;
  const [first] = puts;
  const rowOf = (put: Put) => Math.round((put.at.y - first.at.y) / rise[0]);
  const across = puts.filter((put) => rowOf(put) === 0).length;
  const down = puts.length ? rowOf(puts[puts.length - 1]) + 1 : 0;
  const isWhole = Array.from(
    { length: down },
    (_, row) => puts.filter((put) => rowOf(put) === row).length,
  ).every((n, row) => n === across || (row % 2 === 1 && n === across - 1));
  // A lattice is read from its first row: shifted ones begin to the right of it.
  const second = puts.find((put) => rowOf(put) === 1);
  if (!isWhole || (second && second.at.x < first.at.x - 1e-6)) return null;
  return {
    across,
    down,
    pitchXMm: lower.pitch,
    pitchYMm: rise[0],
    shiftXMm: second ? second.at.x - first.at.x : shift,
    shiftYMm: 0,
  };
}
const flippedLattice = (l: Lattice): Lattice => ({
  across: l.down,
  down: l.across,
  pitchXMm: l.pitchYMm,
  pitchYMm: l.pitchXMm,
  shiftXMm: l.shiftYMm,
  shiftYMm: l.shiftXMm,
});

/** Places as rows or columns gave them. */
interface Found {
  puts: Put[];
  grid: Lattice | null;
}
/** Rows and columns, turn by turn; of each kind the best first. */
function rowsAndColumns(
  turns: readonly Turned[],
  room: Room,
  kinds: { shifted: boolean; free: boolean },
  keepouts: Keepouts,
  most: number,
  mayContinue: () => boolean,
): Found[] {
  const best = (): BestOf => ({ lattices: new BestRows(), free: kinds.free ? new BestRows() : null });
  const [rows, columns] = [best(), best()];
  const across = turns.map(flippedTurn);
  const upright = new Map(across.map((turned, i) => [turned, itemAt(turns, i)]));
  const asLies = (turned: Turned) => upright.get(turned) ?? turned;
  const beside: Keepouts = { of: (fixed, moving) => keepouts.of(asLies(fixed), asLies(moving)).flipped() };
  const wide: Room = { width: room.height, height: room.width };
  for (const [i, turned] of turns.entries()) {
    if (i && !mayContinue()) break;
    tryTurn(turned, turns, room, kinds.shifted, keepouts, rows, most);
    tryTurn(itemAt(across, i), across, wide, kinds.shifted, beside, columns, most);
  }
  const all = ({ lattices, free }: BestOf) => [...lattices.rows, ...(free?.rows ?? [])];
  return [
    ...all(rows).map((r): Found => {
      const puts = layRows(r, room);
      return { puts, grid: latticeOf(r, puts) };
    }),
    ...all(columns).map((r): Found => {
      const puts = layRows(r, wide);
      const grid = latticeOf(r, puts);
      return {
        puts: puts.map(({ turned, at }) => ({ turned: asLies(turned), at: flipped(at) })),
        grid: grid && flippedLattice(grid),
      };
    }),
  ].sort((a, b) => b.puts.length - a.puts.length);
}

/** Of the time, so much is left to places that are no rows. */
const FOR_FILLING = 0.35;
/** Turns of these are tried there: the plainest. */
const MOST_TURNS = 8;

/**
 * All that fit by a way, in time.
 * @param most no more are wanted
 * @param left the share of the time that is left, 1 to 0
 */
export function asManyAsFit(
  turns: readonly Turned[],
  room: Room,
  gapMm: number,
  way: Arrangement['way'],
  most: number,
  left: () => number,
  onBetter: (laid: Laid) => void,
): Laid {
  const keepouts = new KnownKeepouts(gapMm);
  let best = plainGrid(turns, room, gapMm, most);
  const offer = (laid: Laid) => {
    if (laid.puts.length <= best.puts.length) return;
    best = laid;
    onBetter(laid);
  };
  onBetter(best);
  const look = (shifted: boolean, free: boolean, until: number): Found[] =>
    rowsAndColumns(turns, room, { shifted, free }, keepouts, most, () => left() > until);
  for (const { puts, grid } of look(false, false, 0)) if (grid) offer({ puts, grid, way: 'grid' });
  if (way === 'grid') return best;
  const found = look(true, way === 'free', way === 'free' ? FOR_FILLING : 0);
  for (const { puts, grid } of found) if (grid) offer({ puts, grid, way: 'staggered' });
  if (way === 'staggered') return best;
  for (const { puts } of found) offer({ puts, grid: null, way: 'free' });
  // What rows leave at the sides may hold more; a handful may lie better with no rows at all.
  for (const puts of [best.puts, ...found.slice(0, 4).map((f) => f.puts), []]) {
    if (left() <= 0 || best.puts.length > MOST_FILLED) break;
    const filled = fillUp(turns.slice(0, MOST_TURNS), puts, room, keepouts, () => left() > 0);
    offer({ puts: filled, grid: null, way: 'free' });
  }
  return best;
}
