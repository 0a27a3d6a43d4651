import { spansAt } from './region';
import { transform } from './shapes';
import { boxOf, distance, type Path, type Point } from '../base';

/**
 * A tatami fill: level rows, back and forth, needle points set off from row to row so that no furrow shows.
 * @param spacing between rows, mm  @param length stitch length, mm  @param angle of the rows, radians
 * @returns one path for each column of the shape (a shape with arms has several)
 */
export function tatami(polygon: Path, spacing = 0.4, length = 4, angle = 0): Path[] {
  const level = transform(polygon, { turn: -angle });
  const { minY, maxY } = boxOf(level);
  type Column = { last: [number, number]; path: Path; rows: number };
  const columns: Column[] = [];
  let active: Column[] = [];
  for (let y = minY + spacing / 2, row = 0; y < maxY; y += spacing, row++) {
    const spans = spansAt(level, y).filter(([a, b]) => b - a > 0.3);
    const next: Column[] = [];
    for (const span of spans) {
      const touching = active.filter((c) => c.last[0] < span[1] && span[0] < c.last[1]);
      const shared =
        touching.length === 1 &&
        spans.filter((s) => touching[0].last[0] < s[1] && s[0] < touching[0].last[1]).length === 1;
      const column: Column = shared ? touching[0] : { last: span, path: [], rows: 0 };
      if (!shared) columns.push(column);
      column.path.push(...fillRow(span, y, length, (row % 4) / 4, column.rows++ % 2 === 1));
      column.last = span;
      next.push(column);
    }
    active = next;
  }
  return columns.filter((c) => c.path.length > 1).map((c) => transform(c.path, { turn: angle }));
}

function fillRow(
  [from, to]: [number, number],
  y: number,
  length: number,
  shift: number,
  back: boolean,
): Path {
  const points = [{ x: from, y }];
  const first = Math.ceil((from + 0.8) / length - shift);
  for (let k = first; (k + shift) * length < to - 0.8; k++) points.push({ x: (k + shift) * length, y });
  points.push({ x: to, y });
  return back ? points.reverse() : points;
}

/**
 * Diamond quilting: two sets of slanting lines, each sewn in one go, from line to line along the edge.
 * @param polygon a convex field  @param pitch between lines, mm  @param angle of the first set, radians
 */
export function diamonds(polygon: Path, pitch: number, angle = Math.PI / 4): Path {
  return [angle, -angle].flatMap((turn) => {
    const level = transform(polygon, { turn: -turn });
    const { minY, maxY } = boxOf(level);
    const n = Math.floor((maxY - minY) / pitch);
    const first = (minY + maxY - (n - 1) * pitch) / 2;
    const path: Path = [];
    for (let i = 0; i < n; i++) {
      const [span] = spansAt(level, first + i * pitch);
      if (!span) continue;
      const ends = span.map((x) => ({ x, y: first + i * pitch }));
      if (i % 2) ends.reverse();
      if (path.length) path.push(...alongEdge(level, path[path.length - 1], ends[0]));
      path.push(...ends);
    }
    return transform(path, { turn });
  });
}

/** The corners of the polygon between two points on its edge, the shorter way. */
function alongEdge(polygon: Path, from: Point, to: Point): Path {
  const edgeOf = (p: Point) => {
    const off = polygon.map((a, i) => {
      const b = polygon[(i + 1) % polygon.length];
      return Math.abs(distance(a, p) + distance(p, b) - distance(a, b));
    });
    return off.indexOf(Math.min(...off));
  };
  const [a, b] = [edgeOf(from), edgeOf(to)];
  const n = polygon.length;
  const forward: Path = [];
  for (let i = a; i !== b; i = (i + 1) % n) forward.push(polygon[(i + 1) % n]);
  const backward: Path = [];
  for (let i = a; i !== b; i = (i - 1 + n) % n) backward.push(polygon[i]);
  const length = (p: Path) =>
    [from, ...p, to].reduce((sum, q, i, all) => (i ? sum + distance(all[i - 1], q) : 0), 0);
  return length(forward) <= length(backward) ? forward : backward;
}
