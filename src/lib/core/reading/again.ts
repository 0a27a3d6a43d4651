import { along, distance, nearestOn, type Point } from '../base';
import { REACH, STEP, type Centreline } from './strands';
import { PointIndex } from './point-index';

/** Parts of the line nearer than this along it are neighbours, not repeats, 0.1 mm. */
const NEAR_ALONG = 50;
/** A shorter meeting is a crossing, 0.1 mm. */
const CROSSING = 45;

/** Marks the stretches where a line goes over itself: second laps, returns, satin over underlay. */
export function markAgain(centreline: Centreline, reach: number) {
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
  unmarkRuns(
    centreline,
    1,
    0,
    (run) => (run.length < CROSSING && !run.atEnd) || besideTip(centreline, run, reach),
  );
  unmarkRuns(centreline, 0, 1, (run) => run.length < CROSSING && !run.atEnd && !run.atStart);
}

/** Whether the line turns back on itself at point i. */
export function turnsBack({ x, y, u, opens }: Centreline, i: number): boolean {
  if (i < 1 || opens[i] || opens[i + 1]) return false;
  const dot = (x[i] - x[i - 1]) * (x[i + 1] - x[i]) + (y[i] - y[i - 1]) * (y[i + 1] - y[i]);
  return dot < -0.7 * (u[i] - u[i - 1]) * (u[i + 1] - u[i]);
}

/** Points [from, to) that are marked alike, of a strand that begins at a point; length in 0.1 mm. */
interface Run {
  strand: number;
  from: number;
  to: number;
  length: number;
  atStart: boolean;
  atEnd: boolean;
}
/** The two sides of a tip are nearer to each other than the reach for less than this, 0.1 mm. */
const MOST_TIP = 120;
/** And mostly still this share of the reach apart: a line that returns on itself is not. */
const TIP_APART = 0.3;
/** Whether a line comes from a tip, or home to one where it began, beside its own other side: that is no second lap. */
function besideTip(centreline: Centreline, { strand, from, to, length }: Run, reach: number): boolean {
  if (length > MOST_TIP) return false;
  const { x, y, u, opens, n } = centreline;
  const before = Math.max(strand, from - 1);
  const [dx, dy] = [x[to - 1] - x[before], y[to - 1] - y[before]];
  // Of the other side: it is sewn the other way, and near along the line.
  const far = 2 * length + MOST_TIP / 2;
  const other: number[] = [];
  const look = (k: number) => {
    if ((x[k + 1] - x[k]) * dx + (y[k + 1] - y[k]) * dy < 0) other.push(k);
  };
  for (let k = before - 1; k >= strand && u[from] - u[k + 1] < far; k--) look(k);
  let last = to - 1;
  while (last + 1 < n && !opens[last + 1] && u[last] - u[to - 1] < CROSSING) last++;
  const comesHome = last + 1 === n || opens[last + 1] === 1;
  if (comesHome) for (let k = strand; k < before && u[k] - u[strand] < far; k++) look(k);
  const apart = [0.25, 0.5, 0.75]
    .map((share) => pointAt(centreline, before, u[before] + share * (u[to - 1] - u[before])))
    .map((p) => {
      const nearest = (k: number) => nearestOn(p, pointOf(centreline, k), pointOf(centreline, k + 1));
      return Math.min(...other.map((k) => distance(p, nearest(k))));
    });
  return apart.filter((d) => d > TIP_APART * reach && d <= 1.2 * reach).length > 1;
}
/** Where the line is so far along, from a point on. */
function pointAt(centreline: Centreline, from: number, far: number): Point {
  const { u } = centreline;
  let k = from;
  while (u[k + 1] < far) k++;
  return along(pointOf(centreline, k), pointOf(centreline, k + 1), (far - u[k]) / (u[k + 1] - u[k] || 1));
}
const pointOf = ({ x, y }: Centreline, k: number): Point => ({ x: x[k], y: y[k] });

function unmarkRuns(
  { u, opens, again, n }: Centreline,
  from: number,
  to: number,
  drop: (run: Run) => boolean,
) {
  let strand = 0;
  for (let i = 0; i < n;) {
    if (opens[i]) strand = i;
    let j = i + 1;
    while (j < n && !opens[j] && again[j] === again[i]) j++;
    const ends = { atStart: opens[i] === 1, atEnd: j >= n || opens[j] === 1 };
    if (again[i] === from && drop({ strand, from: i, to: j, length: u[j - 1] - u[i] + STEP, ...ends }))
      again.fill(to, i, j);
    i = j;
  }
}
