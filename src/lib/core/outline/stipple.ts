import { along, boxOf, distance, type Path, type Point } from '../base';
import { inside } from './inside';
import { evenly } from './lines';
import { closePath, type Random } from './types';

/** Of a stipple's spacing: how far its corners are shifted, and drawn round, at most; and how often it is drawn. */
const SHIFTED = 0.04;
const DRAWN = 0.3;
const PASSES = 10;
/** Takes the grid out of a stipple: a slow sway, so gentle (0.31 of a mm a mm) that lines keep 0.69 of their spacing. */
const swayed = ({ x, y }: Point, s: number): Point => ({
  x: x + s * (0.27 * Math.sin(y / (1.25 * s) + x / (5 * s)) + 0.2 * Math.sin(y / (2.2 * s) - x / (3 * s))),
  y: y + s * (0.27 * Math.sin(x / (1.25 * s) - y / (5 * s)) + 0.2 * Math.sin(x / (2.2 * s) + y / (3 * s))),
});
/**
 * A stipple: one closed line that wanders over the area and never crosses itself.
 * It is the path round a random tree of grid cells, its corners shifted a little and drawn round.
 * @param spacing about the distance between neighbouring lines, mm
 * @param clear what it goes round, such as a motif
 */
export function meander(
  polygon: Path,
  spacing: number,
  random: Random,
  { stitch = 2, clear = [] }: { stitch?: number; clear?: readonly Path[] } = {},
): Path {
  const { minX, minY, maxX, maxY } = boxOf(polygon);
  const cell = spacing * 2;
  const cols = Math.floor((maxX - minX) / cell);
  const rows = Math.floor((maxY - minY) / cell);
  const originX = (minX + maxX - cols * cell) / 2;
  const originY = (minY + maxY - rows * cell) / 2;
  const isFree = (p: Point) => inside(p, polygon) && !clear.some((hole) => inside(p, hole));
  const margin = (SHIFTED + DRAWN / 2) * spacing;
  const hasRoom = (p: Point) =>
    [-1, 1].every((u) => [-1, 1].every((v) => isFree({ x: p.x + u * margin, y: p.y + v * margin })));
  /** @param c in cells */
  const placeOf = (c: number, r: number) => swayed({ x: originX + c * cell, y: originY + r * cell }, spacing);
  const fits = (c: number, r: number) =>
    [0.25, 0.75].every((u) => [0.25, 0.75].every((v) => hasRoom(placeOf(c + u, r + v))));
  const free = new Set<number>();
  for (let r = 0; r < rows; r++) for (let c = 0; c < cols; c++) if (fits(c, r)) free.add(r * cols + c);
  const links = randomTree(free, cols, random);
  const loop = walkRound(links, cols).map(({ x, y }) => placeOf(x / 2 + 0.25, y / 2 + 0.25));
  // Neighbouring lines lie 0.69 of a spacing apart or more: shifted and drawn round by less than half of that they cannot meet.
  const shifted = loop.map((p) => {
    const [turn, by] = [2 * Math.PI * random(), SHIFTED * spacing * random()];
    return { x: p.x + by * Math.cos(turn), y: p.y + by * Math.sin(turn) };
  });
  if (!shifted.length) return [];
  const even = evenly(closePath(shifted), spacing / 4).slice(0, -1);
  return evenly(closePath(drawnRound(even, DRAWN * spacing)), stitch);
}
/** A closed line with its bends drawn round: each point the mean of its neighbours, many times, moved by no more than so much. */
function drawnRound(path: Path, most: number): Path {
  let round = path;
  for (let pass = 0; pass < PASSES; pass++)
    round = round.map((p, i) => {
      const [a, b] = [round[(i || path.length) - 1], round[(i + 1) % path.length]];
      return { x: (a.x + 2 * p.x + b.x) / 4, y: (a.y + 2 * p.y + b.y) / 4 };
    });
  return round.map((p, i) => {
    const far = distance(path[i], p);
    return far > most ? along(path[i], p, most / far) : p;
  });
}

/** A tree over the free cells, its links in random order: it forks often, as a quilter turns; keys "a-b" with a < b. */
function randomTree(free: Set<number>, cols: number, random: Random): Set<string> {
  const tree = new Map([...free].map((cell) => [cell, cell]));
  const rootOf = (cell: number): number => {
    const above = tree.get(cell) ?? cell;
    return above === cell ? cell : rootOf(above);
  };
  const links = [...free]
    .flatMap((a) =>
      neighbours(a, cols).flatMap((b) => (a < b && free.has(b) ? [{ a, b, order: random() }] : [])),
    )
    .sort((p, q) => p.order - q.order);
  const chosen = links.filter(({ a, b }) => {
    const [from, to] = [rootOf(a), rootOf(b)];
    tree.set(from, to);
    return from !== to;
  });
  // Where the area falls into several, the largest is gone over.
  const sizes = new Map<number, number>();
  for (const { a } of chosen) sizes.set(rootOf(a), (sizes.get(rootOf(a)) ?? 0) + 1);
  const [largest] = [...sizes].sort((p, q) => q[1] - p[1]).map(([root]) => root);
  return new Set(chosen.flatMap(({ a, b }) => (rootOf(a) === largest ? [linkKey(a, b)] : [])));
}
const linkKey = (a: number, b: number) => (a < b ? `${a}-${b}` : `${b}-${a}`);
const neighbours = (cell: number, cols: number) => {
  const c = cell % cols;
  return [cell - cols, cell + cols, ...(c > 0 ? [cell - 1] : []), ...(c < cols - 1 ? [cell + 1] : [])];
};

/** The loop round a tree, on the half-cell grid: keep the tree on the left hand. */
function walkRound(links: Set<string>, cols: number): Point[] {
  const first = links.values().next().value;
  if (!first) return [];
  const linked = (a: number, b: number) => links.has(linkKey(a, b));
  const start = Number(first.split('-')[0]);
  let x = (start % cols) * 2;
  let y = Math.floor(start / cols) * 2;
  const from = { x, y };
  const loop: Point[] = [];
  do {
    loop.push({ x, y });
    const cell = Math.floor(y / 2) * cols + Math.floor(x / 2);
    const odd = `${x & 1}${y & 1}`;
    // Each half cell leaves in one of two ways: across the link, or round the corner of its own cell.
    if (odd === '00') [x, y] = linked(cell, cell - cols) && y > 0 ? [x, y - 1] : [x + 1, y];
    else if (odd === '10') [x, y] = (x + 1) / 2 < cols && linked(cell, cell + 1) ? [x + 1, y] : [x, y + 1];
    else if (odd === '11') [x, y] = linked(cell, cell + cols) ? [x, y + 1] : [x - 1, y];
    else [x, y] = x > 0 && linked(cell, cell - 1) ? [x - 1, y] : [x, y - 1];
  } while (x !== from.x || y !== from.y);
  return loop;
}
