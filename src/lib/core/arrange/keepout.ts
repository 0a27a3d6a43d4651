/**
 * Where a shape would come too near to another: the origins at which the two are less than a gap apart. It is the sum of the
 * one and the mirrored other (Minkowski), and all within the reach of it. mm
 */
import {
  areaOf,
  boxOf,
  distance,
  grownBox,
  nearestOn,
  turnedPath,
  type Box,
  type Path,
  type Point,
} from '../base';
import { grown, inside, sharedArea, sumOf } from '../outline';
import { turnedBy } from './turns';
import type { Turned } from './types';

/** Sums of hollow shapes are rounded to 1/1000 mm: so much more reach makes that good, mm. */
const SAFE = 0.002;
/** An outline drawn with chords lies so much within what it stands for, mm. */
const CHORD = 0.003;
/** Two that share less than this share nothing, mm². */
const NOTHING = 0.001;
/** Nearer than this to the edge is on it, mm. */
const EXACT = 1e-7;
/** The origins that a moved shape must not take beside one that lies at 0, 0. */
export class Keepout {
  readonly box: Box;
  /** @param paths outlines, and holes; a single point where two circles meet @param reach kept out round them too, mm */
  constructor(
    readonly paths: readonly Path[],
    private readonly reach: number,
  ) {
    this.box = grownBox(boxOf(paths.flat()), reach);
  }

  holds(p: Point): boolean {
    const { box, paths, reach } = this;
    if (p.x <= box.minX || p.x >= box.maxX || p.y <= box.minY || p.y >= box.maxY) return false;
    const within = paths.reduce((odd, path) => odd !== inside(p, path), false);
    const away = this.awayFrom(p);
    return within ? away > EXACT || reach > EXACT : away < reach - EXACT;
  }
  /** From a point to the nearest outline. */
  private awayFrom(p: Point): number {
    let least = Infinity;
    for (const path of this.paths)
      for (let i = 0, j = path.length - 1; i < path.length; j = i++)
        least = Math.min(least, distance(p, nearestOn(p, path[j], path[i])));
    return least;
  }
  /** How far up they are kept out at x; −∞ where they are not. */
  top(x: number): number {
    const { box, paths, reach } = this;
    if (x <= box.minX || x >= box.maxX) return -Infinity;
    let top = -Infinity;
    for (const path of paths)
      for (let i = 0, j = path.length - 1; i < path.length; j = i++) {
        const [a, b] = [path[j], path[i]];
        const dx = x - b.x;
        if (Math.abs(dx) <= reach) top = Math.max(top, b.y + Math.sqrt(reach * reach - dx * dx));
        // The edge, moved outward by the reach to its upper side.
        const [ex, ey] = [b.x - a.x, b.y - a.y];
        const length = Math.hypot(ex, ey);
        if (Math.abs(ex) < 1e-12) continue;
        const up = ex > 0 ? 1 : -1;
        const [mx, my] = [a.x - (up * ey * reach) / length, a.y + (up * ex * reach) / length];
        const t = (x - mx) / ex;
        if (t >= 0 && t <= 1) top = Math.max(top, my + t * ey);
      }
    return top;
  }
  /** How far to the right at y. */
  right(y: number): number {
    return this.flipped().top(y);
  }
  /** With x and y changed over. */
  flipped(): Keepout {
    this.across ??= new Keepout(
      this.paths.map((path) => path.map((p) => ({ x: p.y, y: p.x })).reverse()),
      this.reach,
    );
    return this.across;
  }
  private across: Keepout | null = null;
  /** Where both shapes are turned by so many degrees more. */
  turned(deg: number): Keepout {
    return new Keepout(
      this.paths.map((path) => turnedPath(path, deg)),
      this.reach,
    );
  }
  /** Their straight sides, moved outward by the reach; from the first point of each to its last. */
  sides(): readonly (readonly [Point, Point])[] {
    this.edges ??= this.paths.flatMap((path) =>
      path.map((b, i): [Point, Point] => {
        const a = path[(i + path.length - 1) % path.length];
        const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
        const [dx, dy] = [((b.y - a.y) * this.reach) / length, (-(b.x - a.x) * this.reach) / length];
        return [
          { x: a.x + dx, y: a.y + dy },
          { x: b.x + dx, y: b.y + dy },
        ];
      }),
    );
    return this.edges;
  }
  private edges: [Point, Point][] | null = null;
  /** Their outlines with the reach. */
  grown(): Path[] {
    this.outlines ??= grown(this.paths, this.reach + SAFE + CHORD);
    return this.outlines;
  }
  private outlines: Path[] | null = null;
}
/** Of `moving`, beside `fixed`. */
function keepoutOf(fixed: Turned, moving: Turned, gapMm: number): Keepout {
  const mirrored = bare(moving).map(({ x, y }) => ({ x: -x, y: -y }));
  const reach = gapMm + (fixed.radius ?? 0) + (moving.radius ?? 0);
  const own = bare(fixed);
  if (isConvex(own) && isConvex(mirrored)) return new Keepout([convexSum(own, mirrored)], reach);
  // Sweeping one outline along the other leaves the middle open, where the one lies in the other.
  const rings = sumOf(mirrored, own).filter(
    (ring) => areaOf(ring) > 0 || fitsWithin(own, bare(moving), ring),
  );
  return new Keepout(rings, reach + SAFE);
}
/** A circle is its centre, which reaches out by the radius. */
const bare = ({ path, radius }: Turned): Path => (radius === null ? path : [{ x: 0, y: 0 }]);

const turn = (a: Point, b: Point, c: Point) => (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
/** Of an anticlockwise path. */
const isConvex = (path: Path): boolean =>
  path.every(
    (b, i) => turn(path[(i + path.length - 1) % path.length], b, path[(i + 1) % path.length]) >= -1e-9,
  );
/** The sum of two convex paths: their edges by direction, from the lowest point. */
function convexSum(a: Path, b: Path): Path {
  if (a.length === 1) return b.map((p) => ({ x: p.x + a[0].x, y: p.y + a[0].y }));
  if (b.length === 1) return convexSum(b, a);
  const fromLowest = (path: Path) => {
    const at = path.reduce(
      (low, p, i) => (p.y < path[low].y || (p.y === path[low].y && p.x < path[low].x) ? i : low),
      0,
    );
    return [...path.slice(at), ...path.slice(0, at)];
  };
  const [p, q] = [fromLowest(a), fromLowest(b)];
  const sum: Path = [];
  const edge = (path: Path, n: number) => {
    const [from, to] = [path[n % path.length], path[(n + 1) % path.length]];
    return [to.x - from.x, to.y - from.y];
  };
  for (let i = 0, k = 0; i < p.length || k < q.length;) {
    sum.push({ x: p[i % p.length].x + q[k % q.length].x, y: p[i % p.length].y + q[k % q.length].y });
    const [[ax, ay], [bx, by]] = [edge(p, i), edge(q, k)];
    const turns = k >= q.length ? 1 : i >= p.length ? -1 : ax * by - ay * bx;
    if (turns >= 0) i++;
    if (turns <= 0) k++;
  }
  return sum;
}
/** Whether the two share nothing while the origin of the one is somewhere in a ring. */
function fitsWithin(fixed: Path, moving: Path, ring: Path): boolean {
  const at = innerPoint(ring);
  if (!at) return false;
  const moved = moving.map(({ x, y }) => ({ x: x + at.x, y: y + at.y }));
  return sharedArea(fixed, moved) < NOTHING;
}
/** A point within a ring: on a level line through it, half-way between the first two crossings. */
function innerPoint(ring: Path): Point | null {
  const box = boxOf(ring);
  for (const share of [0.5, 0.37, 0.71]) {
    const y = box.minY + share * (box.maxY - box.minY);
    const xs: number[] = [];
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [a, b] = [ring[i], ring[j]];
      if (a.y > y !== b.y > y) xs.push(((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x);
    }
    xs.sort((p, q) => p - q);
    if (xs.length > 1) return { x: (xs[0] + xs[1]) / 2, y };
  }
  return null;
}

/** What is kept out beside each shape in each of its turns. */
export interface Keepouts {
  of: (fixed: Turned, moving: Turned) => Keepout;
}
/** Each worked out once; by how much the one is turned against the other is all that counts. */
export class KnownKeepouts implements Keepouts {
  private readonly known = new Map<Turned, Map<Turned, Keepout>>();
  private readonly against = new Map<string, Keepout>();
  constructor(private readonly gapMm: number) {}

  of(fixed: Turned, moving: Turned): Keepout {
    let row = this.known.get(fixed);
    if (!row) this.known.set(fixed, (row = new Map<Turned, Keepout>()));
    let keepout = row.get(moving);
    if (!keepout) row.set(moving, (keepout = this.pair(fixed, moving).turned(fixed.deg)));
    return keepout;
  }
  private pair(fixed: Turned, moving: Turned): Keepout {
    const by = (moving.deg - fixed.deg + 360) % 360;
    const key = JSON.stringify([fixed.shape.id, moving.shape.id, by]);
    let keepout = this.against.get(key);
    if (!keepout) {
      keepout = keepoutOf(turnedBy(fixed.shape, 0), turnedBy(moving.shape, by), this.gapMm);
      this.against.set(key, keepout);
    }
    return keepout;
  }
}
