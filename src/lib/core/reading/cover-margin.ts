import type { NeedleBlock, NeedlePoints } from './needle';
import { PointIndex } from './point-index';
import type { BlockReading, CoverReach, Line } from './types';

/** The line is looked at every so far along it, mm. */
const EVERY = 1;
/** Needle points further off than this do not belong to the cover of this line, mm. */
const FARTHEST = 12;

interface Samples {
  x: Float32Array;
  y: Float32Array;
  /** unit normal, to the outside */
  nx: Float32Array;
  ny: Float32Array;
  n: number;
}

/** Points along a closed line with their outward normals, mm. */
function samplesOf({ points, lengthMm }: Line): Samples {
  const room = Math.ceil(lengthMm / EVERY) + points.length;
  const s: Samples = {
    x: new Float32Array(room),
    y: new Float32Array(room),
    nx: new Float32Array(room),
    ny: new Float32Array(room),
    n: 0,
  };
  const corners = points.length / 2;
  let twice = 0;
  for (let i = 0; i < corners; i++) {
    const k = (i + 1) % corners;
    twice += points[2 * i] * points[2 * k + 1] - points[2 * k] * points[2 * i + 1];
  }
  // Counter-clockwise: the outside lies to the right hand.
  const out = twice > 0 ? 1 : -1;
  for (let i = 0; i < corners; i++) {
    const k = (i + 1) % corners;
    const [ax, ay, bx, by] = [points[2 * i], points[2 * i + 1], points[2 * k], points[2 * k + 1]];
    const length = Math.sqrt((bx - ax) ** 2 + (by - ay) ** 2);
    const steps = Math.max(1, Math.round(length / EVERY));
    for (let j = 0; j < steps && length > 0 && s.n < room; j++) {
      s.x[s.n] = ax + ((bx - ax) * j) / steps;
      s.y[s.n] = ay + ((by - ay) * j) / steps;
      s.nx[s.n] = (out * (by - ay)) / length;
      s.ny[s.n++] = (out * (ax - bx)) / length;
    }
  }
  return s;
}

/**
 * How far a cover stitch reaches beyond the line it hides, to both sides, at its weakest place. mm.
 * For each point of the line the needle points nearest to it are taken, and the farthest of them on each side within
 * one advance along the line: between two peaks the thread itself covers.
 */
export function coverReach(
  points: NeedlePoints,
  range: NeedleBlock,
  cover: BlockReading,
  over: BlockReading,
): CoverReach | null {
  const line = over.lines[0];
  if (!line?.closed) return null;
  const s = samplesOf(line);
  const index = new PointIndex(s.n, FARTHEST);
  for (let i = 0; i < s.n; i++) index.add(s.x[i], s.y[i], i);
  const outside = new Float32Array(s.n).fill(-Infinity);
  const inside = new Float32Array(s.n).fill(-Infinity);
  for (let p = range.first; p < range.end; p++) {
    const x = points.x[p] / 10;
    const y = points.y[p] / 10;
    const i = index.nearest(x, y);
    if (i < 0) continue;
    const off = (x - s.x[i]) * s.nx[i] + (y - s.y[i]) * s.ny[i];
    if (off > outside[i]) outside[i] = off;
    if (-off > inside[i]) inside[i] = -off;
  }
  const span = Math.ceil((cover.advanceMm ?? 0) / EVERY) + 1;
  const weakest = (reach: Float32Array) => {
    let least = Infinity;
    let at = 0;
    for (let i = 0; i < s.n; i++) {
      let best = -Infinity;
      for (let d = -span; d <= span; d++) best = Math.max(best, reach[(i + d + s.n) % s.n]);
      if (best < least) [least, at] = [best, i];
    }
    return { mm: Math.max(0, least), at: [s.x[at], s.y[at]] as [number, number] };
  };
  const [o, i] = [weakest(outside), weakest(inside)];
  return {
    cover: cover.index,
    over: over.index,
    outsideMm: o.mm,
    insideMm: i.mm,
    outsideAt: o.at,
    insideAt: i.at,
  };
}

/**
 * How much of a line has needle points of a block beside it, 0-1; 0 as soon as one of them lies further off than the band.
 * @param bandMm at most FARTHEST
 */
export function sewnBeside(points: NeedlePoints, range: NeedleBlock, line: Line, bandMm: number): number {
  const s = samplesOf(line);
  const index = new PointIndex(s.n, FARTHEST);
  for (let i = 0; i < s.n; i++) index.add(s.x[i], s.y[i], i);
  const met = new Uint8Array(s.n);
  // The nearest sample may be half a step further along.
  const reach = (bandMm + EVERY / 2) ** 2;
  for (let p = range.first; p < range.end; p++) {
    const x = points.x[p] / 10;
    const y = points.y[p] / 10;
    const i = index.nearest(x, y);
    if (i < 0 || (x - s.x[i]) ** 2 + (y - s.y[i]) ** 2 > reach) return 0;
    // Between two needle points lies a stitch.
    for (let d = -3; d <= 3; d++) met[(i + d + s.n) % s.n] = 1;
  }
  return met.reduce((sum, m) => sum + m, 0) / Math.max(1, s.n);
}
