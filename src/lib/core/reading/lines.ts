import { turnsBack } from './again';
import type { Centreline } from './strands';
import { distance, nearestOn } from '../base';
import type { Line } from './types';

/** Ends nearer than this belong together, 0.1 mm. */
const JOIN = 25;
const MOST_JOIN = 60;
/** The first stitches of a band are taken for its underlay: so much may be missing of a loop that is so much longer, 0.1 mm. */
const MOST_GAP = 60;
const LOOP_OF_GAPS = 8;
/** A satin's middles cut sharp corners, by this at most: cos of the turns taken for one; beyond the other it is a tip. 0.1 mm. */
const CORNER = 0.1;
const CORNER_LEAST = -0.87;
const MOST_LOST = 8;
/** A bend between two chords of one arc is no sharper than this, radians: 63°. */
const MOST_BEND = 1.1;
/** cos of a turn that is still straight on: 14°. */
const STRAIGHT = 0.97;
/** A shorter line is no loop; a loop may run this far over its start. */
const LEAST_LOOP = 60;
const OVERLAP = 80;
/** With more pieces than this a block is no outline, and joining them tells nothing. */
const MOST_PIECES = 300;
/** Shorter bits are ties and travel, 0.1 mm. */
const SHORTEST = 8;

/**
 * The lines of a block, each stretch once, joined end to end where strands meet; longest first. mm.
 * @param band the line is the middle of one: a satin's cuts the corners of the line that it was sewn along
 */
export function linesOf(centreline: Centreline, band: 'zigzag' | 'satin' | null): Line[] {
  const pieces: number[][] = [];
  for (let i = 0; i < centreline.n;) {
    if (centreline.again[i]) {
      i++;
      continue;
    }
    const piece: number[] = [];
    // Start from the marked point before, so that no step of the line is lost.
    if (i > 0 && !centreline.opens[i]) piece.push(centreline.x[i - 1], centreline.y[i - 1]);
    do {
      piece.push(centreline.x[i], centreline.y[i]);
      i++;
    } while (i < centreline.n && !centreline.opens[i] && !centreline.again[i]);
    // And end on the point that meets the older line: a loop must come home. But a tip is a tip.
    if (i < centreline.n && !centreline.opens[i] && !turnsBack(centreline, i - 1))
      piece.push(centreline.x[i], centreline.y[i]);
    if (piece.length >= 4 && lengthOf(piece) >= SHORTEST)
      pieces.push(band ? withoutHooks(uncrossed(piece)) : piece);
  }
  const joined = pieces.length <= MOST_PIECES ? join(pieces) : pieces;
  return joined
    .map((points): Line => {
      const length = lengthOf(points);
      const meets = length > LEAST_LOOP ? meetsItself(points, band !== null) : null;
      const loop = meets?.loop ?? points;
      return {
        points: inMm(loop),
        closed: meets !== null,
        lengthMm:
          ((meets ? lengthOf(loop) + meets.gap : length) +
            (band === 'satin' ? cornersCut(loop) + arcsCut(loop, meets !== null) : 0)) /
          10,
      };
    })
    .sort((a, b) => b.lengthMm - a.lengthMm);
}

/** A line that turns back so near to its end begins with what was sewn to get there, 0.1 mm. */
const HOOK = 20;
const withoutHooks = (p: number[]): number[] => reversed(withoutFirstHook(reversed(withoutFirstHook(p))));
function withoutFirstHook(p: number[]): number[] {
  let from = 0;
  let way = 0;
  for (let i = 2; i + 3 < p.length && way < HOOK; i += 2) {
    const [ax, ay, bx, by] = [p[i] - p[i - 2], p[i + 1] - p[i - 1], p[i + 2] - p[i], p[i + 3] - p[i + 1]];
    way += Math.hypot(ax, ay);
    if (way < HOOK && ax * bx + ay * by < 0) from = i;
  }
  return p.slice(from);
}

/** At a tip the middles of a zigzag lie now on the one side, now on the other: where a step crosses the one before last. */
function uncrossed(p: number[]): number[] {
  const out = p.slice();
  const side = (a: number, b: number, c: number) =>
    (out[b] - out[a]) * (out[c + 1] - out[a + 1]) - (out[b + 1] - out[a + 1]) * (out[c] - out[a]);
  for (let i = 0; i + 7 < out.length; i += 2) {
    const [a, b, c, d] = [i, i + 2, i + 4, i + 6];
    if (side(a, b, c) * side(a, b, d) >= 0 || side(c, d, a) * side(c, d, b) >= 0) continue;
    out.splice(b, 4, (out[b] + out[c]) / 2, (out[b + 1] + out[c + 1]) / 2);
  }
  return out;
}

/**
 * Whether the end of a line comes home, or a little past it: the line as far as where it is nearest to its start, and the
 * gap that is left there.
 */
function meetsItself(p: number[], isBand: boolean): { loop: number[]; gap: number } | null {
  const start = { x: p[0], y: p[1] };
  let gap = Infinity;
  let loop = p;
  let back = 0;
  for (let i = p.length - 2; i > 0 && back <= OVERLAP; i -= 2) {
    const [from, to] = [
      { x: p[i - 2], y: p[i - 1] },
      { x: p[i], y: p[i + 1] },
    ];
    const q = nearestOn(start, from, to);
    const d = distance(start, q);
    if (d < gap) {
      gap = d;
      loop = [...p.slice(0, i), q.x, q.y];
    }
    back += distance(from, to);
  }
  // Long stitches leave a longer gap between the last point and the first.
  const step = lengthOf(p) / (p.length / 2 - 1);
  const most = isBand && lengthOf(p) > LOOP_OF_GAPS * MOST_GAP ? MOST_GAP : Math.max(JOIN, step * 1.6);
  // A dash is met by its own ties: what is left of it is no loop.
  return gap <= Math.min(MOST_JOIN, most) && lengthOf(loop) > LEAST_LOOP / 2 ? { loop, gap } : null;
}

/**
 * What a line lost at its corners: where it turns by much within a few points, the two straights are led on to where
 * they meet. 0.1 mm.
 */
function cornersCut(p: number[]): number {
  let lost = 0;
  const away = (ax: number, ay: number, bx: number, by: number) => Math.sqrt((ax - bx) ** 2 + (ay - by) ** 2);
  const straight = (i: number, k: number) => {
    const [ax, ay, bx, by] = [p[i] - p[i - 2], p[i + 1] - p[i - 1], p[k] - p[k - 2], p[k + 1] - p[k - 1]];
    return ax * bx + ay * by > STRAIGHT * Math.sqrt((ax * ax + ay * ay) * (bx * bx + by * by));
  };
  for (let i = 6; i + 7 < p.length; i += 2) {
    const [ux, uy] = [p[i - 2] - p[i - 4], p[i - 1] - p[i - 3]];
    const [vx, vy] = [p[i + 4] - p[i + 2], p[i + 5] - p[i + 3]];
    const cross = ux * vy - uy * vx;
    const size = Math.sqrt((ux * ux + uy * uy) * (vx * vx + vy * vy));
    const cos = (ux * vx + uy * vy) / size;
    if (!(cos < CORNER && cos > CORNER_LEAST)) continue;
    // A bend that goes on is a curve, whose middle is not cut.
    if (!straight(i - 4, i - 2) || !straight(i + 4, i + 6)) continue;
    // Where the straight before p[i-2] and the straight after p[i+2] meet.
    const [dx, dy] = [p[i + 2] - p[i - 2], p[i + 3] - p[i - 1]];
    const t = (dx * vy - dy * vx) / cross;
    const [mx, my] = [p[i - 2] + ux * t, p[i - 1] + uy * t];
    const sharp = away(p[i - 2], p[i - 1], mx, my) + away(mx, my, p[i + 2], p[i + 3]);
    const as = away(p[i - 2], p[i - 1], p[i], p[i + 1]) + away(p[i], p[i + 1], p[i + 2], p[i + 3]);
    if (t <= 0 || sharp < as || sharp - as > MOST_LOST) continue;
    lost += sharp - as;
    i += 4;
  }
  return lost;
}

/**
 * What chords lost of the arcs that they were drawn for: a chord that turns by θ from one end to the other stands for an arc
 * longer by (θ/2) / sin(θ/2). Only where the line bends on, the same way at both ends; corners are corners. 0.1 mm.
 */
function arcsCut(p: number[], closed: boolean): number {
  const n = p.length / 2;
  const turnAt = (i: number) => {
    const [a, b, c] = [(i - 1 + n) % n, i % n, (i + 1) % n];
    const [ux, uy] = [p[2 * b] - p[2 * a], p[2 * b + 1] - p[2 * a + 1]];
    const [vx, vy] = [p[2 * c] - p[2 * b], p[2 * c + 1] - p[2 * b + 1]];
    return Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy);
  };
  let lost = 0;
  for (let i = closed ? 0 : 1; i + (closed ? 0 : 2) < n; i++) {
    const [a, b] = [turnAt(i), turnAt(i + 1)];
    if (a * b <= 0 || Math.max(Math.abs(a), Math.abs(b)) > MOST_BEND) continue;
    const half = Math.abs(a + b) / 4;
    const j = (i + 1) % n;
    lost += Math.hypot(p[2 * j] - p[2 * i], p[2 * j + 1] - p[2 * i + 1]) * (half / Math.sin(half) - 1);
  }
  return lost;
}

const inMm = (p: number[]) => {
  const out = new Float32Array(p.length);
  for (let i = 0; i < p.length; i++) out[i] = p[i] / 10;
  return out;
};
const lengthOf = (p: ArrayLike<number>) => {
  let sum = 0;
  for (let i = 2; i < p.length; i += 2) {
    const dx = p[i] - p[i - 2];
    const dy = p[i + 1] - p[i - 1];
    sum += Math.sqrt(dx * dx + dy * dy);
  }
  return sum;
};
const reversed = (p: number[]) => {
  const out: number[] = [];
  for (let i = p.length - 2; i >= 0; i -= 2) out.push(p[i], p[i + 1]);
  return out;
};

function join(pieces: number[][]): number[][] {
  const open = pieces.slice();
  const done: number[][] = [];
  for (let line = open.shift(); line; line = open.shift()) {
    for (let grown = true; grown;) {
      grown = false;
      const n = line.length;
      if (Math.hypot(line[0] - line[n - 2], line[1] - line[n - 1]) <= JOIN && n > 8) break;
      for (let k = 0; k < open.length && !grown; k++) {
        const p = open[k];
        const m = p.length;
        const meets = (ax: number, ay: number, bx: number, by: number) =>
          Math.hypot(ax - bx, ay - by) <= JOIN;
        if (meets(line[n - 2], line[n - 1], p[0], p[1])) line = line.concat(p);
        else if (meets(line[n - 2], line[n - 1], p[m - 2], p[m - 1])) line = line.concat(reversed(p));
        else if (meets(line[0], line[1], p[m - 2], p[m - 1])) line = p.concat(line);
        else if (meets(line[0], line[1], p[0], p[1])) line = reversed(p).concat(line);
        else continue;
        open.splice(k, 1);
        grown = true;
      }
    }
    done.push(line);
  }
  return done;
}
