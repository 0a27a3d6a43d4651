import { overlaps, type Box } from '../base';
import type { NeedleBlock, NeedlePoints } from './needle';

/** A blade is a little wider than this, so that chop meets chop: longer stitches are sewn, 0.1 mm. */
const LONGEST_CHOP = 18;
/** Sum of the stitches as vectors of twice their angle, over the sum of their lengths: 0.9 within half a right angle, 0 any way. */
const KEEPS = 0.5;
/** Blades stand 45° or 60° apart. */
const APART_DEG = 30;
/** Four blades cut every way round; so many go round the windows of one design. */
const MOST_CHOPS = 4000;
const FEWEST_CHOPS = 6;

/**
 * The blade of a cutting needle by which a block is cut rather than sewn, degrees from the x axis, counter-clockwise; null: it
 * is sewn. A chisel cuts along one angle only: such a block is short chops that keep to one angle, and beside it in the
 * tape stands another that keeps to another angle in the same place.
 */
export function bladesOf(points: NeedlePoints, blocks: readonly Sewn[]): (number | null)[] {
  const lies = points.blocks.map((block, i) => lieOf(points, block, blocks[i]));
  const isOther = (i: number, k: number) => {
    const [a, b] = [lies[i], lies[k]];
    if (a === null || b === null || a === undefined || b === undefined) return false;
    const turn = Math.abs(a - b);
    return Math.min(turn, 180 - turn) >= APART_DEG && overlaps(blocks[i].box, blocks[k].box);
  };
  return lies.map((lie, i) =>
    lie !== null && (isOther(i, i - 1) || isOther(i, i + 1)) ? Math.round(lie) % 180 : null,
  );
}

/** What is known of a block: mm. */
interface Sewn {
  box: Box;
  sewnLengthMm: number;
}
/** The angle that nearly all stitches of a block keep to, degrees from 0 to under 180; null: none, or they are long. */
function lieOf(
  { x, y, starts }: NeedlePoints,
  { first, end }: NeedleBlock,
  { sewnLengthMm }: Sewn,
): number | null {
  if (end - first < FEWEST_CHOPS || end - first > MOST_CHOPS) return null;
  // Longer than that many chops can be: as nearly everything that is sewn.
  if (sewnLengthMm * 10 > LONGEST_CHOP * (end - first)) return null;
  let [cos, sin, length, n] = [0, 0, 0, 0];
  for (let i = first + 1; i < end; i++) {
    if (starts[i]) continue;
    const [dx, dy] = [x[i] - x[i - 1], y[i] - y[i - 1]];
    const d2 = dx * dx + dy * dy;
    if (!d2) continue;
    const d = Math.sqrt(d2);
    // cos 2a = (dx² − dy²)/d², sin 2a = 2 dx dy/d², each weighed with d.
    cos += (dx * dx - dy * dy) / d;
    sin += (2 * dx * dy) / d;
    length += d;
    n++;
  }
  if (!n || length > LONGEST_CHOP * n) return null;
  const keeps = Math.hypot(cos, sin) / length;
  return keeps >= KEEPS ? ((Math.atan2(sin, cos) * 90) / Math.PI + 180) % 180 : null;
}
