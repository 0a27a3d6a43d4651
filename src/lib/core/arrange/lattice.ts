import { grouped } from '../base';
import type { Lattice } from './types';

/** Two places as far along are in one row; pitches that differ by no more are one. mm */
const SAME = 0.06;

interface At {
  x: number;
  y: number;
  turnDeg: number;
}
/** A lattice as it is typed, with where its first item stands: the left one of the lowest row. */
export type TypedLattice = Lattice & { first: At };
const isSame = (a: number, b: number) => Math.abs(a - b) <= SAME;

/** The numbers to type for places that lie in rows or columns of one turn, every second one shifted or not; null: they do not. mm */
export function latticeOf(places: readonly At[]): TypedLattice | null {
  const [any] = places;
  if (!any || places.some((p) => p.turnDeg !== any.turnDeg)) return null;
  const byRows = inRows(places);
  if (byRows) return byRows;
  const byColumns = inRows(places.map(({ x, y, turnDeg }) => ({ x: y, y: x, turnDeg })));
  return (
    byColumns && {
      across: byColumns.down,
      down: byColumns.across,
      pitchXMm: byColumns.pitchYMm,
      pitchYMm: byColumns.pitchXMm,
      shiftXMm: 0,
      shiftYMm: byColumns.shiftXMm,
      first: { ...any, x: byColumns.first.y, y: byColumns.first.x },
    }
  );
}
function inRows(places: readonly At[]): TypedLattice | null {
  const rows = grouped(
    places.toSorted((a, b) => a.y - b.y),
    (a, b) => isSame(a.y, b.y),
  ).map((row) => row.toSorted((a, b) => a.x - b.x));
  const [lowest, second] = rows;
  const across = Math.max(...rows.map((row) => row.length));
  const widest = rows.find((row) => row.length > 1) ?? lowest;
  const pitchXMm = widest.length > 1 ? widest[1].x - widest[0].x : 0;
  const pitchYMm = second ? second[0].y - lowest[0].y : 0;
  const shiftXMm = second ? second[0].x - lowest[0].x : 0;
  const isLattice = rows.every((row, j) => {
    const isOdd = j % 2 === 1;
    const from = lowest[0].x + (isOdd ? shiftXMm : 0);
    // A shifted row may hold one fewer.
    const isFull = row.length === across || (isOdd && !isSame(shiftXMm, 0) && row.length === across - 1);
    return (
      isFull &&
      isSame(row[0].y, lowest[0].y + j * pitchYMm) &&
      row.every((p, i) => isSame(p.x, from + i * pitchXMm))
    );
  });
  const shift = isSame(shiftXMm, 0) ? 0 : shiftXMm;
  return isLattice
    ? { across, down: rows.length, pitchXMm, pitchYMm, shiftXMm: shift, shiftYMm: 0, first: lowest[0] }
    : null;
}
