/** A row of dashes that comes home: the closed line along which they were sewn. */
import { areaOf, distance, type Path, type Point } from '../base';
import type { Line } from './types';
import { linePath } from './unread';

/** Fewer may be the sides of something, or marks; more are no line. */
const LEAST = 6;
const MOST = 300;
/** How much longer than the middle one of all a dash may be, and a gap between two. */
const LONGEST = 3.3;
const LONGEST_GAP = 2.4;
/** cos of the turn from one dash to the next: sharper, and they are sides of a tip; and from which they lie along a bend. */
const CORNER = -0.2;
const BEND = 0.85;
/** A corner lies no further from the ends of two dashes than so many times their gap. */
const CORNER_GAPS = 1.8;
/** A dash may begin or end in the very tip: so many gaps from where the two ways meet. */
const AT_TIP = 0.25;
/** The way of a dash at its end is looked at over this, mm. */
const END_MM = 2;
/** What lies straight ahead counts as 0.6 of its distance, what lies beside as 1.6 of it, what lies behind as 2.6. */
const ASIDE = 1.6;
/** 4πA/P²: rows of quilting lie beside each other and go round nothing. */
const ROUNDNESS = 0.1;

/** The closed line of a block that is sewn in dashes; null where it is not. @param lines all of the block, mm */
export function dashedLoop(lines: readonly Line[]): Line | null {
  if (lines.length < LEAST || lines.length > MOST || lines.some((l) => l.closed)) return null;
  const lengths = lines.map((l) => l.lengthMm).sort((a, b) => a - b);
  const usual = lengths[lengths.length >> 1];
  if (lengths[lengths.length - 1] > LONGEST * usual) return null;
  const [first, ...rest] = lines.map(linePath);
  const loop = [...first];
  while (rest.length) {
    const end = loop[loop.length - 1];
    // All are sewn the same way round, and the next lies ahead: where the line is narrow, its other side may be nearer.
    const way = wayOut(loop);
    const off = ([p]: Path) => ASIDE * distance(end, p) - (p.x - end.x) * way.x - (p.y - end.y) * way.y;
    const next = rest.reduce((a, b) => (off(b) < off(a) ? b : a));
    rest.splice(rest.indexOf(next), 1);
    const between = bridge(loop, next, LONGEST_GAP * usual);
    if (!between) return null;
    loop.push(...between, ...next);
  }
  const home = bridge(loop, first, LONGEST_GAP * usual);
  if (!home) return null;
  loop.push(...home);
  const lengthMm = loop.reduce((sum, p, i) => sum + distance(p, loop[(i + 1) % loop.length]), 0);
  if ((4 * Math.PI * Math.abs(areaOf(loop))) / lengthMm ** 2 < ROUNDNESS) return null;
  return { points: Float32Array.from(loop.flatMap(({ x, y }) => [x, y])), closed: true, lengthMm };
}

/** What lies between the end of one dash and the start of the next: a bend, a corner, or straight on; null: they are no neighbours. */
function bridge(before: Path, after: Path, longest: number): Path | null {
  const [a, b] = [before[before.length - 1], after[0]];
  const gap = distance(a, b);
  const [out, into] = [wayOut(before), wayOut(after.toReversed())];
  // Both ways as the line is walked.
  const [u, v] = [out, { x: -into.x, y: -into.y }];
  const cos = u.x * v.x + u.y * v.y;
  if (gap > longest) return null;
  if (cos > BEND) {
    // A cubic through both ends, along both ways: for an arc it is next to it.
    const at = (t: number): Point => {
      const [h, k] = [t * (1 - t) ** 2 * gap, t ** 2 * (1 - t) * gap];
      const s = t * t * (3 - 2 * t);
      return { x: a.x + (b.x - a.x) * s + u.x * h - v.x * k, y: a.y + (b.y - a.y) * s + u.y * h - v.y * k };
    };
    return [at(1 / 3), at(2 / 3)];
  }
  const cross = u.x * v.y - u.y * v.x;
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const [t, s] = [(dx * v.y - dy * v.x) / cross, (dx * u.y - dy * u.x) / cross];
  const meets = t > -AT_TIP * gap && s < AT_TIP * gap && Math.max(t, -s) < CORNER_GAPS * gap;
  if (meets && t > 0 && s < 0) return [{ x: a.x + u.x * t, y: a.y + u.y * t }];
  return meets || cos > CORNER ? [] : null;
}
/** The way of a dash at its end. */
function wayOut(dash: Path): Point {
  const end = dash[dash.length - 1];
  let k = dash.length - 2;
  while (k > 0 && distance(dash[k], end) < END_MM) k--;
  const d = distance(dash[k], end) || 1;
  return { x: (end.x - dash[k].x) / d, y: (end.y - dash[k].y) / d };
}
