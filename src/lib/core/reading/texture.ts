import { CELL } from './area-grid';
import type { Profile } from './profile';
import { BEAN, LINE, SATIN, ZIGZAG } from './stretch';
import type { NeedleBlock, NeedlePoints } from './needle';
import type { Centreline } from './strands';
import type { Texture } from './types';

/** Sewn length a mm² above which lines cover their ground (rows 0.7 mm apart and closer). */
const COVERING = 1.3;
/** Share of cells wholly among others: an area, not a line. */
const AREA = 0.22;
/** So much that no line gone over again comes to it: a small filled figure has no inner cells. */
const FILLED = 2;
/** Share of length of one kind that makes the block that texture. */
const MAIN = 0.6;
/** A meander turns at least this much per mm, to and fro, over a wide field. */
const MEANDER_TURN = 0.07;
const MEANDER_BIAS = 0.35;
const MEANDER_FIELD = 250;
const MOST_STRANDS = 3;
/** Share of bends that go on as the one before. */
const MEANDER_STEADY = 0.5;
/** Share of a line that is gone over again in a double run. */
const DOUBLED = 0.33;

const lineLengthPerMm2 = (p: Profile) => p.byKind[LINE] / 10 / Math.max(1, p.lineCells * (CELL / 10) ** 2);

/** Whether the line stretches of a block cover an area: then it has no centreline worth following. */
export const coversArea = (p: Profile): boolean =>
  p.byKind[LINE] > p.length * 0.4 &&
  (lineLengthPerMm2(p) > FILLED ||
    (lineLengthPerMm2(p) > COVERING && p.innerCells / Math.max(1, p.lineCells) > AREA));

/** Ends nearer than this meet, 0.1 mm. */
const MEETS = 25;
/** What a line goes round is wider than this, 0.1 mm; a stipple that comes home leaves lanes no wider than its steps apart. */
const LANE = 70;
/** Whether a line comes home round something wide: area beside half the line is the width of what it encloses. */
function surrounds({ x, y }: NeedlePoints, { first, end }: NeedleBlock): boolean {
  const last = end - 1;
  if (Math.hypot(x[first] - x[last], y[first] - y[last]) > MEETS) return false;
  let [twice, line] = [0, 0];
  for (let i = first + 1; i < end; i++) {
    twice += x[i - 1] * y[i] - x[i] * y[i - 1];
    line += Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]);
  }
  return Math.abs(twice) > LANE * line;
}

/** Whether the line stretches wander over a wide field: a stipple has no outline to find. */
export function wanders(p: Profile, points: NeedlePoints, block: NeedleBlock): boolean {
  if (p.byKind[LINE] < MAIN * p.length) return false;
  // A stipple goes on and on; many short loops with rough edges are no stipple.
  if (p.stretches.filter((s) => s.opens).length > MOST_STRANDS) return false;
  const wide = Math.min(p.maxX - p.minX, p.maxY - p.minY) > MEANDER_FIELD;
  const long = p.byKind[LINE] > 2.5 * (p.maxX - p.minX + p.maxY - p.minY);
  const turnPerMm = p.turnSize / (p.byKind[LINE] / 10);
  return (
    wide &&
    long &&
    p.steady > MEANDER_STEADY * p.bends &&
    turnPerMm > MEANDER_TURN &&
    Math.abs(p.turn) < p.turnSize * MEANDER_BIAS &&
    !surrounds(points, block)
  );
}

/** So much longer than half its box at most, a line that seems to wander may be a wavy outline sewn twice. */
const TWICE = 5;
/** Whether a line that wanders is short enough to be an outline gone over again. */
export const mayBeTwice = (p: Profile): boolean =>
  p.byKind[LINE] < TWICE * (p.maxX - p.minX + p.maxY - p.minY);

/**
 * The texture of a block. Its centreline is only needed to tell a double run from a run.
 * @param wandering whether its lines wander over a wide field
 */
export function textureOf(p: Profile, centreline: Centreline | null, wandering: boolean): Texture {
  const share = (kind: number) => p.byKind[kind] / p.length;
  if (coversArea(p)) return share(LINE) > MAIN ? 'fill' : 'mixed';
  if (share(SATIN) + share(ZIGZAG) > MAIN) return share(SATIN) >= share(ZIGZAG) ? 'satin' : 'zigzag';
  if (share(BEAN) > MAIN) return 'bean';
  if (share(LINE) < MAIN) return 'mixed';
  const isTwice = centreline !== null && againShare(centreline) > DOUBLED;
  if (wandering && !isTwice) return 'meander';
  return isTwice ? 'double-run' : 'run';
}

function againShare({ u, opens, again, n }: Centreline): number {
  let total = 0;
  let twice = 0;
  for (let i = 1; i < n; i++) {
    if (opens[i]) continue;
    total += u[i] - u[i - 1];
    if (again[i]) twice += u[i] - u[i - 1];
  }
  return total ? twice / total : 0;
}
