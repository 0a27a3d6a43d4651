import { markAgain } from './again';
import { Simplifier } from './middles';
import { REACH, STEP, type Centreline } from './strands';
import type { Profile } from './profile';
import { BEAN, SATIN, ZIGZAG } from './stretch';
import type { NeedlePoints } from './needle';
import { alongZigzag } from './zigzag-line';
import type { Point } from '../base';

/** Along the line, strands stand so far from each other, 0.1 mm. */
const STRANDS_APART = 100;
/** A stitch shorter than this share of the width does not cross the zigzag. */
const FLANK = 0.4;
/** cos of the turn below which a stitch goes on. */
const ON = 0.9;
/** The same place, for a bean's return, 0.1 mm. */
const SAME = 5;
/** With more than this of its length in satin a block is satin, and all else in it underlay or travel. */
const SATIN_BLOCK = 0.5;
/** Where a satin is left for longer than this, its line is another, 0.1 mm. */
const GAP = 40;

/** Stretches are told in steps of about so many stitches: where one kind meets another, the step is of neither. */
const STEP_STITCHES = 18;
/** How much a satin's stitches differ from its mean width, and its advance from its mean, at a tip or a corner. */
const ODD_WIDTH = [0.6, 1.5] as const;
const ODD_ADVANCE = 2.5;
/**
 * How far the stitches of a satin go on past the end of its stretch, into one that is told of neither kind.
 * @param by 1: on from its last needle point; -1: back from its first
 */
function goesOn(
  { x, y, starts }: NeedlePoints,
  profile: Profile,
  from: number,
  to: number,
  by: 1 | -1,
): number {
  const [least, most] = ODD_WIDTH.map((share) => (share * profile.width[1]) ** 2);
  const apart = (ODD_ADVANCE * profile.advance[1]) ** 2;
  const far = (a: number, b: number) => (x[a] - x[b]) ** 2 + (y[a] - y[b]) ** 2;
  let i = from;
  for (let n = 0; n < STEP_STITCHES && i !== to; n++) {
    // A needle point after a jump is reached by no stitch.
    if (starts[by > 0 ? i + 1 : i]) break;
    const length = far(i, i + by);
    if (length < least || length > most || far(i - by, i + by) > apart) break;
    i += by;
  }
  return i;
}

/** Whether the stitch after a needle point goes on as the one before. */
function goesOver({ x, y }: NeedlePoints, i: number): boolean {
  const ax = x[i] - x[i - 1];
  const ay = y[i] - y[i - 1];
  const bx = x[i + 1] - x[i];
  const by = y[i + 1] - y[i];
  const dot = ax * bx + ay * by;
  return dot > 0 && dot * dot > ON * ON * (ax * ax + ay * ay) * (bx * bx + by * by);
}

/** @param tips 1 at the tips of teeth, from the block's first point on: they stand off the line and are left out */
export function centrelineOf(points: NeedlePoints, profile: Profile, tips?: Uint8Array): Centreline {
  const { x, y } = points;
  const start = profile.stretches[0]?.first ?? 0;
  const room = profile.stretches.reduce((sum, s) => sum + s.end - s.first + 2 + 2 * STEP_STITCHES, 0);
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
    u[n] = fresh ? (n ? u[n - 1] + STRANDS_APART : 0) : u[n - 1] + d;
    opens[n] = fresh ? 1 : 0;
    sx[n] = px;
    sy[n++] = py;
    fresh = false;
  };
  const middles = new Simplifier((px, py) => put(px, py, true));
  // Under a satin lies what was sewn to carry it: edge runs, a zigzag. The line is the satin's own.
  const carries = profile.byKind[SATIN] > SATIN_BLOCK * profile.length;
  const satinAfter = satinsAfter(profile);
  /** the last needle point whose stitch is in the line */
  let reached = start;
  for (const [at, s] of profile.stretches.entries()) {
    if (s.opens) fresh = true;
    if (carries && s.kind !== SATIN) {
      // One odd window in a satin is no gap.
      if ((x[s.end] - x[s.first]) ** 2 + (y[s.end] - y[s.first]) ** 2 > GAP * GAP) fresh = true;
      continue;
    }
    if (s.kind === ZIGZAG) {
      const shortest = (profile.width[0] * FLANK) ** 2;
      const crosses = (i: number) => (x[i] - x[i - 1]) ** 2 + (y[i] - y[i - 1]) ** 2 >= shortest;
      // Ties lie at its ends; a short stitch between goes round a corner.
      let [from, to] = [s.first + 1, s.end];
      while (from < to && !crosses(from)) from++;
      while (to > from && !crosses(to)) to--;
      const crossings: Point[] = [];
      for (let i = from; i <= to; i++) crossings.push({ x: (x[i - 1] + x[i]) / 2, y: (y[i - 1] + y[i]) / 2 });
      const line = alongZigzag(crossings);
      // The first middle and the last lie half a stitch inside the ends of the line.
      const [a, b] = line;
      if (b && fresh) put((3 * a.x - b.x) / 2, (3 * a.y - b.y) / 2);
      for (const p of line) put(p.x, p.y, true);
      const isLast = profile.stretches[at + 1]?.opens ?? true;
      if (b && isLast) {
        const [q, p] = line.slice(-2);
        put((3 * p.x - q.x) / 2, (3 * p.y - q.y) / 2, true);
      }
    } else if (s.kind === SATIN) {
      const shortest = (profile.width[1] * FLANK) ** 2;
      const longest = (profile.width[1] * ODD_WIDTH[1]) ** 2;
      let ax = 0;
      let ay = 0;
      let bx = 0;
      let by = 0;
      let k = 0;
      const first = carries ? goesOn(points, profile, s.first, Math.min(reached, s.first), -1) : s.first;
      const end = carries ? goesOn(points, profile, s.end, satinAfter[at], 1) : s.end;
      reached = end;
      let from = first;
      for (let i = first + 1; i <= end; i++) {
        // One that is split on its way across goes on from there.
        if (i < end && goesOver(points, i)) continue;
        const fx = x[from];
        const fy = y[from];
        const isSplit = from < i - 1;
        from = i;
        const length2 = (x[i] - fx) ** 2 + (y[i] - fy) ** 2;
        // A tie lies on one edge of the zigzag, not along its middle; what goes on for longer than across is a run below.
        if (length2 < shortest || (isSplit && length2 > longest)) continue;
        const cx = (fx + x[i]) / 2;
        const cy = (fy + y[i]) / 2;
        // Where flanks lean, middles lie to one side and the other by turns: weighed 1, 2, 1 they are on the line.
        if (k === 1) middles.add((ax + cx) / 2, (ay + cy) / 2);
        else if (k > 1) middles.add((bx + 2 * ax + cx) / 4, (by + 2 * ay + cy) / 4);
        bx = ax;
        by = ay;
        ax = cx;
        ay = cy;
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
        // Also where the line was left out of step, as after ends that are sewn some stitches back.
        const again = n > 1 && !fresh && i - 2 >= s.first && near(x, y, i - 2, x[i], y[i], SAME);
        if (!back && !again) put(x[i], y[i]);
      }
    } else for (let i = s.first; i <= s.end; i++) if (!tips?.[i - start]) put(x[i], y[i], i === s.end);
  }
  const centreline: Centreline = { x: sx, y: sy, u, opens, again: new Uint8Array(n), n };
  // A satin over its own underlay lies beside it by up to half its width.
  const reach = Math.max(REACH, profile.byKind[SATIN] > 0 ? Math.min(30, profile.width[1] / 2) : 0);
  markAgain(centreline, reach);
  return centreline;
}

/** Of each stretch: the needle point where the next satin begins, or where the block ends. */
function satinsAfter({ stretches }: Profile): number[] {
  const after: number[] = [];
  let next = stretches.at(-1)?.end ?? 0;
  for (let i = stretches.length - 1; i >= 0; i--) {
    after[i] = next;
    if (stretches[i].kind === SATIN) next = stretches[i].first;
  }
  return after;
}
const near = (xs: ArrayLike<number>, ys: ArrayLike<number>, i: number, x: number, y: number, reach: number) =>
  Math.abs(xs[i] - x) < reach && Math.abs(ys[i] - y) < reach;
