import { along, distance, type Path } from '../base';
import { transform } from './shapes';
import { closePath } from './types';

/** Turns sharper than this keep a needle point on the corner. */
const CORNER = Math.cos((30 * Math.PI) / 180);

/** Length of a path, mm. */
export const pathLength = (path: Path): number =>
  path.reduce((sum, p, i) => (i ? sum + distance(path[i - 1], p) : 0), 0);

/** The corner indices of a path, both ends included. */
function corners(path: Path): number[] {
  const found = [0];
  for (let i = 1; i < path.length - 1; i++) {
    const a = distance(path[i - 1], path[i]);
    const b = distance(path[i], path[i + 1]);
    if (!a || !b) continue;
    const dot =
      (path[i].x - path[i - 1].x) * (path[i + 1].x - path[i].x) +
      (path[i].y - path[i - 1].y) * (path[i + 1].y - path[i].y);
    if (dot / (a * b) < CORNER) found.push(i);
  }
  found.push(path.length - 1);
  return found;
}

/** Points at even steps of about `step` mm along the path; corners are kept. */
export function evenly(path: Path, step: number): Path {
  const out: Path = [path[0]];
  const marks = corners(path);
  for (let m = 1; m < marks.length; m++) {
    const part = path.slice(marks[m - 1], marks[m] + 1);
    const total = pathLength(part);
    const n = Math.max(1, Math.round(total / step));
    let segment = 1;
    let before = 0;
    for (let i = 1; i <= n; i++) {
      const target = (total * i) / n;
      let length = distance(part[segment - 1], part[segment]);
      while (segment < part.length - 1 && before + length < target) {
        before += length;
        segment++;
        length = distance(part[segment - 1], part[segment]);
      }
      out.push(along(part[segment - 1], part[segment], length ? Math.min(1, (target - before) / length) : 1));
    }
  }
  return out;
}

/** A single run. length: stitch length, mm. */
export const run = (path: Path, length = 2.5): Path => evenly(path, length);
/** Once there and once back on the same points. */
export const doubleRun = (path: Path, length = 2.5): Path => {
  const once = evenly(path, length);
  return [...once, ...once.slice(0, -1).reverse()];
};
/** Twice round a closed outline. */
export const twiceAround = (polygon: Path, length = 2.5): Path => {
  const once = evenly(closePath(polygon), length);
  return [...once, ...once.slice(1)];
};
/** Each stitch three times: forward, back, forward. */
export const bean = (path: Path, length = 2.5): Path =>
  evenly(path, length).flatMap((p, i, all) => (i ? [p, all[i - 1], p] : [p]));

/**
 * Zigzag along a path: width across, advance from one peak to the next on the same side, mm.
 * Corners are cut off a little by the turning needle, as on cloth.
 */
export function zigzag(path: Path, width: number, advance: number): Path {
  const total = pathLength(path);
  const n = Math.max(2, Math.round(total / (advance / 2)));
  const closed = distance(path[0], path[path.length - 1]) < 1e-6;
  const out: Path = [];
  let segment = 1;
  let before = 0;
  for (let i = 0; i <= n; i++) {
    const target = (total * i) / n;
    let length = distance(path[segment - 1], path[segment]);
    while (segment < path.length - 1 && before + length < target) {
      before += length;
      segment++;
      length = distance(path[segment - 1], path[segment]);
    }
    const here = along(
      path[segment - 1],
      path[segment],
      length ? Math.min(1, (target - before) / length) : 0,
    );
    const n1 = normalNear(path, segment, (target - before) / (length || 1), closed);
    const side = (i % 2 ? -1 : 1) * (width / 2);
    out.push({ x: here.x + n1.x * side, y: here.y + n1.y * side });
  }
  return out;
}

/** The normal, eased over the joints of the path so that the peaks fan out round corners. */
function normalNear(path: Path, segment: number, t: number, closed: boolean) {
  const direction = (i: number) => {
    const last = path.length - 1;
    const k = i < 1 ? (closed ? last : 1) : i > last ? (closed ? 1 : last) : i;
    const length = distance(path[k - 1], path[k]) || 1;
    return { x: (path[k].x - path[k - 1].x) / length, y: (path[k].y - path[k - 1].y) / length };
  };
  const own = direction(segment);
  const other = direction(t < 0.5 ? segment - 1 : segment + 1);
  const weight = Math.max(0, Math.abs(t - 0.5) * 2 - 0.6) / 0.8;
  const x = own.x * (1 - weight) + other.x * weight;
  const y = own.y * (1 - weight) + other.y * weight;
  const length = Math.hypot(x, y) || 1;
  return { x: -y / length, y: x / length };
}

/** A satin border: a zigzag so dense that it covers. density: from one stitch to the next on the same side, mm. */
export const satin = (path: Path, width: number, density = 0.4): Path => zigzag(path, width, density);

/** Blanket stitch: along the path, and at every step a tooth to its left and back. pitch and tooth in mm; a negative tooth stands to the right. */
export const blanket = (path: Path, pitch: number, tooth: number): Path =>
  evenly(path, pitch).flatMap((p, i, all) => {
    if (!i) return [p];
    const length = distance(all[i - 1], p) || 1;
    const left = { x: -(p.y - all[i - 1].y) / length, y: (p.x - all[i - 1].x) / length };
    return [p, { x: p.x + left.x * tooth, y: p.y + left.y * tooth }, p];
  });
/** A small figure again and again along the path, turned with it. The figure starts and ends near its own origin, x along the path. pitch in mm. */
export const motifs = (path: Path, figure: Path, pitch: number): Path =>
  evenly(path, pitch).flatMap((p, i, all) => {
    if (!i) return [p];
    const turn = Math.atan2(p.y - all[i - 1].y, p.x - all[i - 1].x);
    return transform(figure, { turn, dx: all[i - 1].x, dy: all[i - 1].y });
  });
