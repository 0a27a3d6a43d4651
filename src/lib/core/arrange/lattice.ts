import { grouped, itemAt } from '../base';
import type { Lattice } from './types';

/** Two places as far along are in one row; pitches that differ by no more are one. mm */
const SAME = 0.06;

interface At {
  x: number;
  y: number;
  turnDeg: number;
}
/** A lattice as it is typed, how many it holds, and where its first item stands: the left one of the lowest row. */
export type TypedLattice = Lattice & { items: number; first: At };
const isSame = (a: number, b: number) => Math.abs(a - b) <= SAME;

/** More sets of numbers than these nobody types: the machine takes the tape of the whole hooping. */
const MOST_SETS = 4;

/**
 * The numbers to type for any places, mm: one set where a lattice holds them all; else a set for those of one turn or for rows
 * that are alike and equally far apart, as where half-turned neighbours nest. Each place is in one set; empty: too many sets.
 */
export function latticesOf(places: readonly At[]): TypedLattice[] {
  const whole = latticeOf(places);
  if (whole) return [whole];
  const sets = grouped(places, (a, b) => a.turnDeg === b.turnDeg).flatMap((alike) => {
    const one = latticeOf(alike);
    if (one) return [one];
    const [byRows, byColumns] = [setsOfRows(alike), setsOfRows(alike.map(changedOver)).map(columnsOf)];
    return byRows.length <= byColumns.length ? byRows : byColumns;
  });
  return sets.length <= MOST_SETS ? sets : [];
}

/** Sets of rows that are alike, from the lowest up; each takes the rise by which most of them follow. */
function setsOfRows(places: readonly At[]): TypedLattice[] {
  const sets: TypedLattice[] = [];
  let left = rowsOf(places).flatMap(ofOnePitch);
  while (left.length) {
    const [lowest] = left;
    const alike = left.filter(
      (row) => row.length === lowest.length && row.every((p, i) => isSame(p.x, itemAt(lowest, i).x)),
    );
    const rows = alike
      .slice(1)
      .map(([{ y }]) => climbed(alike, y - lowest[0].y))
      .reduce((most, next) => (next.length > most.length ? next : most), [lowest]);
    const [[first, beside], above] = [lowest, rows[1]];
    sets.push({
      across: lowest.length,
      down: rows.length,
      pitchXMm: beside ? beside.x - first.x : 0,
      pitchYMm: above ? above[0].y - first.y : 0,
      shiftXMm: 0,
      shiftYMm: 0,
      items: rows.length * lowest.length,
      first,
    });
    left = left.filter((row) => !rows.includes(row));
  }
  return sets;
}
type Row = [At, ...At[]];
const rowsOf = (places: readonly At[]): Row[] =>
  grouped(
    places.toSorted((a, b) => a.y - b.y),
    (a, b) => isSame(a.y, b.y),
  ).map((row) => row.toSorted((a, b) => a.x - b.x) as Row);
/** A row in runs, each of one pitch. */
function ofOnePitch([first, ...others]: Row): Row[] {
  const runs: Row[] = [[first]];
  for (const p of others) {
    const run = runs[runs.length - 1];
    const [a, b] = run;
    if (!b || isSame(p.x - itemAt(run, run.length - 1).x, b.x - a.x)) run.push(p);
    else runs.push([p]);
  }
  return runs;
}
/** The rows that follow the lowest, each higher by a rise. */
function climbed([lowest, ...higher]: readonly Row[], rise: number): Row[] {
  const rows = [lowest];
  for (const row of higher) if (isSame(row[0].y, lowest[0].y + rows.length * rise)) rows.push(row);
  return rows;
}

/** The numbers to type for places that lie in rows or columns of one turn, every second one shifted or not; null: they do not. mm */
function latticeOf(places: readonly At[]): TypedLattice | null {
  const [any] = places;
  if (!any || places.some((p) => p.turnDeg !== any.turnDeg)) return null;
  const byRows = inRows(places);
  if (byRows) return byRows;
  const byColumns = inRows(places.map(changedOver));
  return byColumns && columnsOf(byColumns);
}
/** Across and up changed over: columns are read as rows. */
const changedOver = ({ x, y, turnDeg }: At): At => ({ x: y, y: x, turnDeg });
const columnsOf = (rows: TypedLattice): TypedLattice => ({
  across: rows.down,
  down: rows.across,
  pitchXMm: rows.pitchYMm,
  pitchYMm: rows.pitchXMm,
  shiftXMm: 0,
  shiftYMm: rows.shiftXMm,
  items: rows.items,
  first: changedOver(rows.first),
});
function inRows(places: readonly At[]): TypedLattice | null {
  const rows = rowsOf(places);
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
    ? {
        across,
        down: rows.length,
        pitchXMm,
        pitchYMm,
        shiftXMm: shift,
        shiftYMm: 0,
        first: lowest[0],
        items: places.length,
      }
    : null;
}
