import { distance, type Point } from '../base';

/** cos of the turn, over two stitches before and two after, from which a zigzag goes round a corner. */
const CORNER = 0.9;
/** A turn that takes more stitches is a curve. */
const LONGEST_CORNER = 6;
/** How many stitches beside a corner tell how far each goes. */
const BESIDE = 6;
/** Fewer tell nothing. */
const LEAST_BESIDE = 4;
/** The sides of a corner may be curved: its tip lies at most so many times as far out as where they meet. */
const MOST_BEYOND = 3;
const HALVINGS = 16;

/**
 * The line along which a zigzag was sewn, through the middles of its stitches. Round a corner these lie inside it, and by
 * turns before and behind it: but the advance of a zigzag is set along its line, so that as many stitches as the corner took
 * tell how long the line is there. It is led over a point that makes it as long.
 * @param m middles of the stitches that cross the line, in order, 0.1 mm
 */
export function alongZigzag(m: readonly Point[]): Point[] {
  const step = (k: number) => distance(m[k], m[k + 2]) / 2;
  const turns = m.map((_, k) => k >= 2 && k + 2 < m.length && turnAt(m, k) < CORNER);
  const out: Point[] = [];
  for (let k = 0; k < m.length; k++) {
    out.push(m[k]);
    if (!turns[k + 1]) continue;
    let to = k + 1;
    while (turns[to]) to++;
    if (to - k > LONGEST_CORNER) continue;
    const beside: number[] = [];
    for (let i = 0; i < BESIDE; i++) {
      if (k - i >= 2 && !turns[k - i - 2]) beside.push(step(k - i - 2));
      if (to + i + 2 < m.length && !turns[to + i + 2]) beside.push(step(to + i));
    }
    if (beside.length < LEAST_BESIDE) continue;
    const tip = meeting(m, k, to) ?? aside(m[k], m[to], goesLeft(m, (k + to) >> 1));
    out.push(detour(m[k], m[to], tip, (to - k) * middleOf(beside)));
    k = to - 1;
  }
  return out;
}

/** cos of the turn between the two stitches before a middle and the two after. */
function turnAt(m: readonly Point[], k: number): number {
  const [a, b, c] = [m[k - 2], m[k], m[k + 2]];
  const both = Math.sqrt(((b.x - a.x) ** 2 + (b.y - a.y) ** 2) * ((c.x - b.x) ** 2 + (c.y - b.y) ** 2));
  return both ? ((b.x - a.x) * (c.x - b.x) + (b.y - a.y) * (c.y - b.y)) / both : 1;
}
const goesLeft = (m: readonly Point[], k: number): boolean =>
  (m[k].x - m[k - 2].x) * (m[k + 2].y - m[k].y) > (m[k].y - m[k - 2].y) * (m[k + 2].x - m[k].x);

const middle = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });

/** Where the line that comes to one middle meets the one that leaves another; null where they do not. */
function meeting(m: readonly Point[], from: number, to: number): Point | null {
  if (from < 2 || to + 2 >= m.length) return null;
  const [a, b, c, d] = [m[from - 2], m[from], m[to], m[to + 2]];
  const [ux, uy, vx, vy, wx, wy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y, c.x - b.x, c.y - b.y];
  const cross = ux * vy - uy * vx;
  const [t, s] = [(wx * vy - wy * vx) / cross, (wx * uy - wy * ux) / cross];
  return t > 0 && s < 0 ? { x: b.x + ux * t, y: b.y + uy * t } : null;
}
/** A point beside the way from a to b: to its right for a turn to the left. */
function aside(a: Point, b: Point, left: boolean): Point {
  const half = middle(a, b);
  const side = left ? 1 : -1;
  return { x: half.x + side * (b.y - a.y), y: half.y - side * (b.x - a.x) };
}
/** The point, on the way from half-way between a and b to a tip or beyond it, over which a and b are so far apart. */
function detour(a: Point, b: Point, tip: Point, length: number): Point {
  const half = middle(a, b);
  const at = (t: number) => ({ x: half.x + t * (tip.x - half.x), y: half.y + t * (tip.y - half.y) });
  let [least, most] = [0, MOST_BEYOND];
  for (let i = 0; i < HALVINGS; i++) {
    const t = (least + most) / 2;
    if (distance(a, at(t)) + distance(at(t), b) < length) least = t;
    else most = t;
  }
  return at(least);
}

const middleOf = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1];
