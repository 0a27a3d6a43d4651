import { Simplifier } from './middles';
import { PointIndex } from './point-index';
import { BEAN, SATIN, ZIGZAG, type Profile } from './profile';
import type { NeedlePoints } from './needle';

/**
 * The line along which a block runs, 0.1 mm: the points of a run, the middle of a zigzag or satin, a bean taken once.
 * u: way along the line so far. opens[i] = 1 where a strand begins.
 */
export interface Centreline {
  x: Float32Array;
  y: Float32Array;
  u: Float32Array;
  opens: Uint8Array;
  /** 1 where the line goes over itself again */
  again: Uint8Array;
  n: number;
}

/** Points of a centreline stand at least this far apart, 0.1 mm. */
const STEP = 10;
/** A stitch shorter than this share of the width does not cross the zigzag. */
const FLANK = 0.4;
/** The same place, for a bean's return, 0.1 mm. */
const SAME = 5;
/** Within this of an older part of the line it is the same line, 0.1 mm. */
const REACH = 9;
/** With more than this of its length in satin a block is satin, and all else in it underlay or travel. */
const SATIN_BLOCK = 0.5;
/** Where a satin is left for longer than this, its line is another, 0.1 mm. */
const GAP = 40;
/** Parts of the line nearer than this along it are neighbours, not repeats, 0.1 mm. */
const NEAR_ALONG = 50;
/** A shorter meeting is a crossing, 0.1 mm. */
const CROSSING = 45;

/** @param tips 1 at the tips of teeth, from the block's first point on: they stand off the line and are left out */
export function centrelineOf({ x, y }: NeedlePoints, profile: Profile, tips?: Uint8Array): Centreline {
  const start = profile.stretches[0]?.first ?? 0;
  const room = profile.stretches.reduce((sum, s) => sum + s.end - s.first + 2, 0);
  const sx = new Float32Array(room);
  const sy = new Float32Array(room);
  const u = new Float32Array(room);
  const opens = new Uint8Array(room);
  let n = 0;
  let fresh = true;
  const put = (px: number, py: number, force = false) => {
    const dx = fresh ? 0 : px - sx[n - 1];
    const dy = fresh ? 0 : py - sy[n - 1];
    const d = Math.sqrt(dx * dx + dy * dy);
    if (!fresh && d < (force ? 1 : STEP)) return;
    u[n] = fresh ? (n ? u[n - 1] + NEAR_ALONG * 2 : 0) : u[n - 1] + d;
    opens[n] = fresh ? 1 : 0;
    sx[n] = px;
    sy[n++] = py;
    fresh = false;
  };
  const middles = new Simplifier((px, py) => put(px, py, true));
  // Under a satin lies what was sewn to carry it: edge runs, a zigzag. The line is the satin's own.
  const carries = profile.byKind[SATIN] > SATIN_BLOCK * profile.length;
  for (const s of profile.stretches) {
    if (s.opens) fresh = true;
    if (carries && s.kind !== SATIN) {
      // One odd window in a satin is no gap.
      if ((x[s.end] - x[s.first]) ** 2 + (y[s.end] - y[s.first]) ** 2 > GAP * GAP) fresh = true;
      continue;
    }
    if (s.kind === ZIGZAG) {
      for (let i = s.first + 1; i <= s.end; i++)
        if ((x[i] - x[i - 1]) ** 2 + (y[i] - y[i - 1]) ** 2 >= (profile.width[0] * FLANK) ** 2)
          put((x[i - 1] + x[i]) / 2, (y[i - 1] + y[i]) / 2, i === s.end);
    } else if (s.kind === SATIN) {
      const shortest = (profile.width[1] * FLANK) ** 2;
      let [ax, ay, bx, by, k] = [0, 0, 0, 0, 0];
      for (let i = s.first + 1; i <= s.end; i++) {
        // A tie lies on one edge of the zigzag, not along its middle.
        if ((x[i] - x[i - 1]) ** 2 + (y[i] - y[i - 1]) ** 2 < shortest) continue;
        const cx = (x[i - 1] + x[i]) / 2;
        const cy = (y[i - 1] + y[i]) / 2;
        // Where flanks lean, middles lie to one side and the other by turns: weighed 1, 2, 1 they are on the line.
        if (k === 1) middles.add((ax + cx) / 2, (ay + cy) / 2);
        else if (k > 1) middles.add((bx + 2 * ax + cx) / 4, (by + 2 * ay + cy) / 4);
        [bx, by, ax, ay] = [ax, ay, cx, cy];
        k++;
      }
      if (k > 1) middles.add((ax + bx) / 2, (ay + by) / 2);
      middles.end();
    } else if (s.kind === BEAN) {
      for (let i = s.first; i <= s.end; i++) {
        const back =
          n > 1 &&
          !fresh &&
          (near(sx, sy, n - 1, x[i], y[i], SAME) || (!opens[n - 1] && near(sx, sy, n - 2, x[i], y[i], SAME)));
        if (!back) put(x[i], y[i]);
      }
    } else for (let i = s.first; i <= s.end; i++) if (!tips?.[i - start]) put(x[i], y[i], i === s.end);
  }
  const centreline: Centreline = { x: sx, y: sy, u, opens, again: new Uint8Array(n), n };
  // A satin over its own underlay lies beside it by up to half its width.
  const reach = Math.max(REACH, profile.byKind[SATIN] > 0 ? Math.min(30, profile.width[1] / 2) : 0);
  markAgain(centreline, reach);
  return centreline;
}

const near = (xs: Float32Array, ys: Float32Array, i: number, x: number, y: number, reach: number) =>
  Math.abs(xs[i] - x) < reach && Math.abs(ys[i] - y) < reach;

/** Marks the stretches where a line goes over itself: second laps, returns, satin over underlay. */
function markAgain(centreline: Centreline, reach: number) {
  const { x, y, u, opens, again, n } = centreline;
  let room = n + 2;
  for (let i = 1; i < n; i++) if (!opens[i]) room += Math.floor((u[i] - u[i - 1]) / STEP);
  const index = new PointIndex(room, reach);
  const reach2 = reach * reach * 1.2;
  // Where the line last turned back on itself: from there on it is met again at once, as far behind as it has come since.
  let turned = -Infinity;
  for (let i = 0; i < n; i++) {
    if (opens[i]) turned = -Infinity;
    else if (turnsBack(centreline, i - 1)) turned = u[i - 1];
    const before = Math.max(u[i] - NEAR_ALONG, 2 * turned - u[i] + REACH);
    if (index.hasWithin(x[i], y[i], reach2, before)) {
      again[i] = 1;
      continue;
    }
    index.add(x[i], y[i], u[i]);
    if (i > 0 && !opens[i])
      for (let d = STEP, gap = u[i] - u[i - 1]; d < gap; d += STEP) {
        const t = d / gap;
        index.add(x[i - 1] + (x[i] - x[i - 1]) * t, y[i - 1] + (y[i] - y[i - 1]) * t, u[i - 1] + d);
      }
  }
  // Short meetings are crossings, short gaps between long meetings are noise; the end of a strand may just overlap.
  unmarkRuns(centreline, 1, 0, (length, atEnd) => length < CROSSING && !atEnd);
  unmarkRuns(centreline, 0, 1, (length, atEnd, atStart) => length < CROSSING && !atEnd && !atStart);
}

/** Whether the line turns back on itself at point i. */
export function turnsBack({ x, y, u, opens }: Centreline, i: number): boolean {
  if (i < 1 || opens[i] || opens[i + 1]) return false;
  const dot = (x[i] - x[i - 1]) * (x[i + 1] - x[i]) + (y[i] - y[i - 1]) * (y[i + 1] - y[i]);
  return dot < -0.7 * (u[i] - u[i - 1]) * (u[i + 1] - u[i]);
}

function unmarkRuns(
  { u, opens, again, n }: Centreline,
  from: number,
  to: number,
  drop: (length: number, atEnd: boolean, atStart: boolean) => boolean,
) {
  for (let i = 0; i < n;) {
    let j = i + 1;
    while (j < n && !opens[j] && again[j] === again[i]) j++;
    if (again[i] === from && drop(u[j - 1] - u[i] + STEP, j >= n || opens[j] === 1, opens[i] === 1))
      again.fill(to, i, j);
    i = j;
  }
}
