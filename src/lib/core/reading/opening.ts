/** The opening left in an outline, to turn through: where it lies, and how long the line would be across it. */
import { distance, nearestOn, type Box } from '../base';
import type { BlockReading, DesignEdge, Line, Opening } from './types';
import { encloses, lineBox, mainLine, type Unread } from './unread';

/** An opening is wider than a stitch and shorter than this share of the whole way round. */
const OPENING_LEAST = 80;
const OPENING_SHARE = 0.45;
/** 4πA/P²: 1 for a circle; thin or crossing shapes are no outline with an opening. */
const ROUNDNESS = 0.1;
/** cos between the line at its ends and the way across the gap: an opening lies in a side, an open U lacks a whole one. */
const WITHIN_SIDE = 0.6;
/** And less than this round a corner from one straight side to another: an open U turns by two right angles. Radians. */
const MOST_CORNER = (108 * Math.PI) / 180;
/** The ends are looked at over this length, mm. */
const END_MM = 6;
/** A seam runs so far inside of the line by which its pieces were laid at most, and keeps that distance within the other, mm. */
const ALLOWANCE_MM = 14;
const KEEPS_MM = 0.8;
/** It is looked at in so many places. */
const PLACES = 24;
/** An outline keeps this near to the line that it follows; it would go on along it when it turns less than this there (cos). */
const BESIDE_MM = 3;
const GOES_ON = 0.7;
/** Ends that bend less than this over some way are straight, and meet in a corner when they turn by more than the other, radians. */
const STRAIGHT_END = 0.06;
const CORNER = 0.35;
/** Ends that turn further do not tell how the line went, radians. */
const MOST_TURN = 2.4;
/** Where a line beside tells it, they may turn by more: but at an open U they turn by half a circle. Radians. */
const MOST_TURN_BESIDE = 2.8;
/** More turning than once around: a spiral. Radians. */
const MOST_AROUND = 1.35 * 2 * Math.PI;
/** A block is an outline when one line makes up most of it. */
const OUTLINE_SHARE = 0.7;
/**
 * The opening left in the outline of a block; a cover that stops under a later piece is not left open for that.
 * @param beside what says how a line would go on across a gap
 */
export function openingIn(
  { texture, blanket }: Pick<BlockReading, 'texture' | 'blanket'>,
  lines: readonly Line[],
  box: Box,
  beside: (line: Line) => Beside | null,
): Opening | null {
  const [main] = lines;
  if (!main || blanket || texture === 'satin' || texture === 'zigzag' || texture === 'mixed') return null;
  const all = lines.reduce((sum, l) => sum + l.lengthMm, 0);
  return main.lengthMm > OUTLINE_SHARE * all ? openingOf(main, box, beside) : null;
}
/**
 * What says how the first line of a block would go on across a gap: the closed line that it follows; or else the newest one
 * before it that lies outside of it all the way round, a seam allowance off: by that the pieces were laid which it sews together.
 * @param followed the line of the block that it follows
 */
export function besideOf(
  line: Line,
  followed: Line | undefined,
  before: readonly Pick<Unread, 'box' | 'lines' | 'dashed'>[],
): Beside | null {
  if (followed?.closed) return { points: followed.points, mostMm: BESIDE_MM };
  const box = lineBox(line);
  for (const block of before.toReversed()) {
    const around = mainLine(block);
    if (
      around?.closed &&
      encloses(block.box, box, 0) &&
      encloses(box, block.box, 2 * ALLOWANCE_MM) &&
      keepsWithin(line.points, around.points)
    )
      return { points: around.points, mostMm: ALLOWANCE_MM };
  }
  return null;
}
/** Whether a line lies by a closed one at one distance all the way. */
function keepsWithin(p: Float32Array, closed: Float32Array): boolean {
  const loop = new Loop(closed);
  const step = 2 * Math.max(1, Math.floor(p.length / 2 / PLACES));
  let [n, sum, squares] = [0, 0, 0];
  for (let i = 0; i < p.length; i += step) {
    const { away } = loop.foot(p[i], p[i + 1]);
    [n, sum, squares] = [n + 1, sum + away, squares + away * away];
  }
  return sum < ALLOWANCE_MM * n && Math.sqrt(Math.max(0, squares / n - (sum / n) ** 2)) < KEEPS_MM;
}
/** Once around a line that comes home, its opening counted in; null when it is no loop. mm */
export const onceAround = ({ closed, lengthMm }: Line, opening: Opening | null): number | null =>
  closed ? lengthMm : opening ? lengthMm + opening.lengthMm : null;

/** The opening of a line that is closed but for one gap; null when it is closed, or no outline at all. */
function openingOf(line: Line, box: Box, beside: (line: Line) => Beside | null): Opening | null {
  const p = line.points;
  const n = p.length;
  const gap = Math.hypot(p[0] - p[n - 2], p[1] - p[n - 1]);
  const around = line.lengthMm + gap;
  if (line.closed || gap * 10 < OPENING_LEAST || gap > around * OPENING_SHARE) return null;
  let twice = 0;
  for (let i = 0; i < n; i += 2) {
    const j = (i + 2) % n;
    twice += p[i] * p[j + 1] - p[j] * p[i + 1];
  }
  if ((4 * Math.PI * Math.abs(twice)) / 2 / around ** 2 < ROUNDNESS) return null;
  const along = beside(line);
  const across = along && acrossAlong(p, along);
  if (!(closes(p) || across?.goesOn) || windsAbout(p, box) > MOST_AROUND) return null;
  const centre: [number, number] = [(p[0] + p[n - 2]) / 2, (p[1] + p[n - 1]) / 2];
  return { lengthMm: across ? across.lengthMm : lengthAcross(p), side: sideOf(centre, box), centre };
}

/** A closed line beside another, and how far off that may lie. */
interface Beside {
  points: Float32Array;
  mostMm: number;
}
/** The ends of a line: its last point and its first, and the way that it has there, out of it and into it again. */
interface Ends {
  gap: number;
  /** across the gap, from the last point to the first */
  chord: [number, number];
  out: [number, number];
  back: [number, number];
}
const unit = (x: number, y: number): [number, number] => {
  const d = Math.hypot(x, y) || 1;
  return [x / d, y / d];
};
const dot = ([a, b]: [number, number], [c, d]: [number, number]) => a * c + b * d;
const cross = ([a, b]: [number, number], [c, d]: [number, number]) => a * d - b * c;
const angle = (a: [number, number], b: [number, number]) => Math.acos(Math.max(-1, Math.min(1, dot(a, b))));
/** The way of a line at one of its ends, as it is walked, looked at from so far within to so far within, mm. */
function wayAt(p: Float32Array, end: 'first' | 'last', near = 0, far = END_MM): [number, number] {
  const [from, step] = end === 'first' ? [0, 2] : [p.length - 2, -2];
  const within = (mm: number) => {
    let k = from;
    while (k + step >= 0 && k + step < p.length && Math.hypot(p[k] - p[from], p[k + 1] - p[from + 1]) < mm)
      k += step;
    return k;
  };
  const [a, b] = [within(near), within(far)];
  return end === 'first' ? unit(p[b] - p[a], p[b + 1] - p[a + 1]) : unit(p[a] - p[b], p[a + 1] - p[b + 1]);
}
function endsOf(p: Float32Array): Ends {
  const n = p.length;
  const [dx, dy] = [p[0] - p[n - 2], p[1] - p[n - 1]];
  return { gap: Math.hypot(dx, dy), chord: unit(dx, dy), out: wayAt(p, 'last'), back: wayAt(p, 'first') };
}
/** Whether the line, at both its ends, heads across the gap between them, or round a corner in it. */
function closes(p: Float32Array): boolean {
  const { chord, out, back } = endsOf(p);
  if (dot(out, chord) > WITHIN_SIDE && dot(back, chord) > WITHIN_SIDE) return true;
  const [a, b] = [angle(out, chord), angle(back, chord)];
  const leansIn = cross(out, chord) * cross(chord, back) > 0 && Math.max(a, b) < Math.PI / 2;
  return leansIn && a + b < MOST_CORNER && bendsOf(p).every((bend) => bend < STRAIGHT_END);
}
/** How far the line bends before each of its ends, radians. */
const bendsOf = (p: Float32Array) =>
  (['first', 'last'] as const).map((end) => angle(wayAt(p, end), wayAt(p, end, END_MM, 2 * END_MM)));
/** How long the line would be across its gap: straight on, round a corner where straight ends meet, or on along the arc of its ends. */
function lengthAcross(p: Float32Array): number {
  const { gap, chord, out, back } = endsOf(p);
  const [a, b] = [angle(out, chord), angle(back, chord)];
  const turn = a + b;
  // Both ends lean out to one side of the gap, or there is no telling.
  if (cross(out, chord) * cross(chord, back) <= 0 || turn > MOST_TURN) return gap;
  const bends = bendsOf(p);
  const isStraight = bends.every((bend) => bend < STRAIGHT_END);
  if (isStraight && turn > CORNER) return (gap * (Math.sin(a) + Math.sin(b))) / Math.sin(turn);
  // The way over some mm is that of their middle: at the very end the line has bent on by half as much again.
  const rest = Math.max(1e-6, turn - (bends[0] + bends[1]) / 2);
  return (gap * (rest / 2)) / Math.sin(rest / 2);
}
/** Across the gap along a closed line beside: how long that is, and whether both ends would go on along it. */
function acrossAlong(
  p: Float32Array,
  { points, mostMm }: Beside,
): { lengthMm: number; goesOn: boolean } | null {
  const { gap, chord: way, out, back } = endsOf(p);
  const n = p.length;
  const loop = new Loop(points);
  const [from, to] = [loop.foot(p[n - 2], p[n - 1]), loop.foot(p[0], p[1])];
  const [[ax, ay], [bx, by]] = [loop.at(from.way), loop.at(to.way)];
  const chord = Math.hypot(bx - ax, by - ay);
  if (Math.max(from.away, to.away) > mostMm || chord < END_MM / 2) return null;
  const forward = (to.way - from.way + loop.length) % loop.length;
  const s = forward < loop.length - forward ? 1 : -1;
  const [qx, qy] = loop.at(from.way + s * END_MM);
  const [rx, ry] = loop.at(to.way - s * END_MM);
  return {
    // What lies inside of the line beside is shorter as their chords are.
    lengthMm: (gap * Math.min(forward, loop.length - forward)) / chord,
    goesOn:
      angle(out, way) + angle(back, way) < MOST_TURN_BESIDE &&
      dot(out, unit(qx - ax, qy - ay)) > GOES_ON &&
      dot(back, unit(bx - rx, by - ry)) > GOES_ON,
  };
}
/** A closed line by the way along it, mm. */
class Loop {
  private readonly ways: number[] = [0];
  readonly length: number;
  constructor(private readonly p: Float32Array) {
    const n = p.length / 2;
    for (let i = 0; i < n; i++) {
      const [ax, ay, bx, by] = this.side(i);
      this.ways.push(this.ways[i] + Math.hypot(bx - ax, by - ay));
    }
    this.length = this.ways[n];
  }
  /** Its last side closes it. */
  private side(i: number): [number, number, number, number] {
    const { p } = this;
    const j = (2 * i + 2) % p.length;
    return [p[2 * i], p[2 * i + 1], p[j], p[j + 1]];
  }
  at(way: number): [number, number] {
    const w = ((way % this.length) + this.length) % this.length;
    let i = 0;
    while (i + 2 < this.ways.length && this.ways[i + 1] < w) i++;
    const [ax, ay, bx, by] = this.side(i);
    const t = (w - this.ways[i]) / (this.ways[i + 1] - this.ways[i] || 1);
    return [ax + (bx - ax) * t, ay + (by - ay) * t];
  }
  /** The way to where it is nearest to a point. */
  foot(x: number, y: number): { way: number; away: number } {
    let best = { way: 0, away: Infinity };
    for (let i = 0; i + 1 < this.ways.length; i++) {
      const [ax, ay, bx, by] = this.side(i);
      const from = { x: ax, y: ay };
      const near = nearestOn({ x, y }, from, { x: bx, y: by });
      const away = distance(near, { x, y });
      if (away < best.away) best = { way: this.ways[i] + distance(from, near), away };
    }
    return best;
  }
}
/** How far a line goes round the middle of its box, whichever way, radians. */
function windsAbout(p: Float32Array, box: Box): number {
  const [mx, my] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  let turned = 0;
  for (let i = 2; i < p.length; i += 2) {
    const [ax, ay, bx, by] = [p[i - 2] - mx, p[i - 1] - my, p[i] - mx, p[i + 1] - my];
    turned += Math.atan2(ax * by - ay * bx, ax * bx + ay * by);
  }
  return Math.abs(turned);
}

/** Which side of the box a point lies on, each half counted as one. */
function sideOf([x, y]: [number, number], box: Box): DesignEdge {
  const u = (2 * x - box.minX - box.maxX) / Math.max(1e-6, box.maxX - box.minX);
  const v = (2 * y - box.minY - box.maxY) / Math.max(1e-6, box.maxY - box.minY);
  if (Math.abs(u) > Math.abs(v)) return u < 0 ? 'left' : 'right';
  return v < 0 ? 'bottom' : 'top';
}
