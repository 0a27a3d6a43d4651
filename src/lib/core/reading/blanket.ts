import type { NeedleBlock, NeedlePoints } from './needle';

/** A block sewn along a line with a tooth at every step: a blanket stitch. Lengths in 0.1 mm. */
export interface Blanket {
  /** 1 at the tip of a tooth; the point after it is back on the line */
  tips: Uint8Array;
  /** mean length of a tooth */
  length: number;
  /** mean way along the line from tooth to tooth */
  pitch: number;
}

/** A tooth goes out and back on itself: cos of its turn, and how alike its two stitches are. */
const BACK = -0.93;
const ALIKE = 0.75;
/** Shorter ones are ties, 0.1 mm. */
const SHORTEST = 9;
/** Blanket make up at least this share of the sewn length, and there is one in at most so many stitches. */
const SHARE = 0.34;
const STITCHES_A_TOOTH = 6;
/** So many stitches without half the teeth there should be tell enough. */
const FIRST_LOOK = 120;
/** A bean goes back so often that it has no line left between. */
const LEAST_PITCH = 0.3;

/** The teeth of a block of lines, or null when it is no blanket stitch. */
export function blanketOf({ x, y, starts }: NeedlePoints, { first, end }: NeedleBlock): Blanket | null {
  const tips = new Uint8Array(end - first);
  let count = 0;
  let toothed = 0;
  let total = 0;
  for (let i = first + 1; i < end; i++) {
    if (starts[i]) continue;
    if (i - first === FIRST_LOOK && count < FIRST_LOOK / STITCHES_A_TOOTH / 2) return null;
    const ax = x[i] - x[i - 1];
    const ay = y[i] - y[i - 1];
    const a = Math.sqrt(ax * ax + ay * ay);
    total += a;
    // The way back of a tooth is not the way out of another.
    if (i + 1 >= end || starts[i + 1] || a < SHORTEST || tips[i - 1 - first]) continue;
    const bx = x[i + 1] - x[i];
    const by = y[i + 1] - y[i];
    const b = Math.sqrt(bx * bx + by * by);
    if (ax * bx + ay * by > BACK * a * b || Math.min(a, b) < ALIKE * Math.max(a, b)) continue;
    tips[i - first] = 1;
    count++;
    toothed += a;
  }
  if (count < 4 || 2 * toothed < SHARE * total || (end - first) / count > STITCHES_A_TOOTH) return null;
  const pitch = (total - 2 * toothed) / count;
  const length = toothed / count;
  return pitch < LEAST_PITCH * length || !standOff({ x, y }, tips, first) ? null : { tips, length, pitch };
}

/** A tooth stands across the line; the return of a doubled stitch lies along it. */
function standOff({ x, y }: Pick<NeedlePoints, 'x' | 'y'>, tips: Uint8Array, first: number): boolean {
  let across = 0;
  let along = 0;
  for (let k = 2; k < tips.length; k++) {
    if (!tips[k]) continue;
    const i = first + k;
    const lx = x[i - 1] - x[i - 2];
    const ly = y[i - 1] - y[i - 2];
    const tx = x[i] - x[i - 1];
    const ty = y[i] - y[i - 1];
    const cos = (lx * tx + ly * ty) / (Math.sqrt((lx * lx + ly * ly) * (tx * tx + ty * ty)) || 1);
    if (Math.abs(cos) < 0.75) across++;
    else along++;
  }
  return across > 2 * along;
}
