import { boxOf, fail, middleOf, ok, type Path, type Point, type Result } from '../base';
import { arc, circle, cubicAt, curve, rectangle } from '../outline';
import { silhouetteOf, type Silhouette } from './silhouette';
import { pathsOf } from './svg-path';
import type { Tape } from '../tape';

/** Shapes drawn from their size alone; those of the route, and more. */
export const SIZED = ['heart', 'shield', 'tab', 'pennant', 'drop'] as const;
export const MORE_SIZED = ['loop-tab', 'bib'] as const;
type Sized = (typeof SIZED | typeof MORE_SIZED)[number];
/** Closed outlines from parameters, mm, y up; all but a polygon and a tape are centred on 0, 0. */
export type Shape =
  | { kind: 'circle'; diameterMm: number }
  | { kind: 'ellipse'; widthMm: number; heightMm: number }
  | { kind: 'rectangle'; widthMm: number; heightMm: number; radiusMm: number }
  | { kind: 'polygon'; points: readonly (readonly [number, number])[]; radiusMm: number }
  | { kind: 'path'; svg: string }
  /** rings of a region: outer ones and holes, as they are */
  | { kind: 'rings'; rings: readonly Path[] }
  | ({ kind: 'tape'; tape: Tape; growMm: number } & Partial<Silhouette>)
  | { kind: Sized; widthMm: number; heightMm: number };

const HALF_TURN = Math.PI;
/** Chords of an ellipse leave it by less than a hundredth of a millimetre up to 400 mm. */
const ELLIPSE_POINTS = 720;

/** A shape's outlines: one, or the rings of a region. Problems: a path that cannot be read, a tape without stitches. */
export function outlinesOf(shape: Shape): Result<Path[]> {
  if (shape.kind === 'rings') return ok([...shape.rings]);
  if (shape.kind === 'tape') return silhouetteOf(shape.tape, shape.growMm, shape);
  if (shape.kind === 'path') {
    const paths = pathsOf(shape.svg);
    return paths.ok ? ok(centred(paths.value)) : paths;
  }
  const outline = outlineOf(shape);
  return outline.ok ? ok([outline.value]) : outline;
}
function outlineOf(shape: Exclude<Shape, { kind: 'path' | 'tape' | 'rings' }>): Result<Path> {
  switch (shape.kind) {
    case 'circle':
      return ok(circle({ x: 0, y: 0 }, shape.diameterMm / 2));
    case 'ellipse':
      return ok(
        Array.from({ length: ELLIPSE_POINTS }, (_, i) => {
          const a = (2 * Math.PI * i) / ELLIPSE_POINTS;
          return { x: (shape.widthMm / 2) * Math.cos(a), y: (shape.heightMm / 2) * Math.sin(a) };
        }),
      );
    case 'rectangle': {
      const { widthMm, heightMm, radiusMm } = shape;
      if (2 * radiusMm > Math.min(widthMm, heightMm))
        return fail(
          'radius-too-large',
          `A radius of ${radiusMm} mm is more than half of the shorter side.`,
          'Give a smaller one.',
        );
      return ok(rectangle({ x: 0, y: 0 }, widthMm, heightMm, radiusMm));
    }
    case 'polygon':
      return rounded(
        shape.points.map(([x, y]) => ({ x, y })),
        shape.radiusMm,
      );
    default:
      return ok(fitted(DRAWN[shape.kind](), shape.widthMm, shape.heightMm));
  }
}

/** Each drawn in its own proportions, anticlockwise; brought to size afterwards. */
const DRAWN: Record<Sized, () => Path> = {
  heart: () => [
    { x: 0, y: -1 },
    ...bezier({ x: 0, y: -1 }, { x: 0.75, y: -0.35 }, { x: 1, y: 0 }, { x: 1, y: 0.42 }),
    ...bezier({ x: 1, y: 0.42 }, { x: 1, y: 1.05 }, { x: 0.25, y: 1.1 }, { x: 0, y: 0.6 }),
    ...bezier({ x: 0, y: 0.6 }, { x: -0.25, y: 1.1 }, { x: -1, y: 1.05 }, { x: -1, y: 0.42 }),
    ...bezier({ x: -1, y: 0.42 }, { x: -1, y: 0 }, { x: -0.75, y: -0.35 }, { x: 0, y: -1 }).slice(0, -1),
  ],
  shield: () => [
    ...curve({ x: 0, y: -1.2 }, { x: 1, y: -0.75 }, { x: 1, y: 0.2 }, 60),
    { x: 1, y: 1 },
    { x: -1, y: 1 },
    ...curve({ x: -1, y: 0.2 }, { x: -1, y: -0.75 }, { x: 0, y: -1.2 }, 60).slice(0, -1),
  ],
  // A long tab: round at the snap end, square where it is folded.
  tab: () => [
    { x: 2, y: -1 },
    ...arcTo({ x: 2, y: 0 }, -HALF_TURN / 2, HALF_TURN / 2),
    { x: -3, y: 1 },
    { x: -3, y: -1 },
  ],
  pennant: () => [
    { x: -1, y: 1 },
    { x: 0, y: -1 },
    { x: 1, y: 1 },
  ],
  // A round body with a strap that is folded round a ring.
  'loop-tab': () => [
    ...bezier({ x: -1.2, y: -0.32 }, { x: -0.85, y: -0.32 }, { x: -0.8, y: -1 }, { x: 0, y: -1 }),
    ...arcTo({ x: 0, y: 0 }, -HALF_TURN / 2, HALF_TURN / 2).slice(1),
    ...bezier({ x: 0, y: 1 }, { x: -0.8, y: 1 }, { x: -0.85, y: 0.32 }, { x: -1.2, y: 0.32 }),
    { x: -3.4, y: 0.32 },
    { x: -3.4, y: -0.32 },
    { x: -1.2, y: -0.32 },
  ],
  bib: () => {
    const right: Path = [
      { x: 0, y: -1.3 },
      { x: 0.55, y: -1.3 },
      ...bezier({ x: 0.55, y: -1.3 }, { x: 0.85, y: -1.3 }, { x: 1, y: -1.15 }, { x: 1, y: -0.85 }),
      ...bezier({ x: 1, y: -0.85 }, { x: 1, y: 0 }, { x: 0.88, y: 0.35 }, { x: 0.85, y: 1.05 }),
      // The strap's end, then down round the neck.
      ...bezier({ x: 0.85, y: 1.05 }, { x: 0.85, y: 1.32 }, { x: 0.45, y: 1.32 }, { x: 0.45, y: 1.05 }),
      ...bezier({ x: 0.45, y: 1.05 }, { x: 0.45, y: 0.6 }, { x: 0.28, y: 0.42 }, { x: 0, y: 0.42 }),
    ];
    const left = right.slice(1, -1).reverse();
    return [...right, ...left.map(({ x, y }) => ({ x: -x, y }))];
  },
  drop: () => [
    ...arcTo({ x: 0, y: 0 }, -HALF_TURN - TANGENT, TANGENT),
    // Straight to the tip, where both sides meet.
    { x: 0, y: 1 / Math.sin(TANGENT) },
  ],
};
/** Where the sides of a drop leave its circle, radians above the level. */
const TANGENT = Math.PI / 6;
const arcTo = (centre: Point, from: number, to: number): Path =>
  arc({ x: 100 * centre.x, y: 100 * centre.y }, 100, from, to).map(({ x, y }) => ({
    x: x / 100,
    y: y / 100,
  }));

/** A cubic curve without its first point. */
function bezier(a: Point, b: Point, c: Point, d: Point, n = 80): Path {
  return Array.from({ length: n }, (_, i) => cubicAt(a, b, c, d, (i + 1) / n));
}
function fitted(path: Path, widthMm: number, heightMm: number): Path {
  const box = boxOf(path);
  const middle = middleOf(box);
  return path.map(({ x, y }) => ({
    x: ((x - middle.x) * widthMm) / (box.maxX - box.minX),
    y: ((y - middle.y) * heightMm) / (box.maxY - box.minY),
  }));
}
function centred(paths: Path[]): Path[] {
  const middle = middleOf(boxOf(paths.flat()));
  return paths.map((path) => path.map(({ x, y }) => ({ x: x - middle.x, y: y - middle.y })));
}

/** A polygon whose corners are arcs of a radius, where its sides are long enough for them. */
function rounded(points: Path, radius: number): Result<Path> {
  if (!radius) return ok(points);
  const out: Path = [];
  for (const [i, at] of points.entries()) {
    const before = points[(i + points.length - 1) % points.length];
    const after = points[(i + 1) % points.length];
    const corner = cornerOf(before, at, after, radius);
    if (!corner)
      return fail(
        'radius-too-large',
        `The sides at ${placeOf(at)} are too short for a radius of ${radius} mm.`,
        'Give a smaller radius, or leave that corner out.',
      );
    out.push(...corner);
  }
  return ok(out);
}
function cornerOf(before: Point, at: Point, after: Point, radius: number): Path | null {
  const [ax, ay, a] = towards(at, before);
  const [bx, by, b] = towards(at, after);
  const turn = Math.acos(Math.max(-1, Math.min(1, ax * bx + ay * by)));
  if (turn > HALF_TURN - 1e-6) return [at];
  const cut = radius / Math.tan(turn / 2);
  // Half a side is left to the corner at its other end.
  if (cut > a / 2 + 1e-9 || cut > b / 2 + 1e-9) return null;
  const [mx, my] = [ax + bx, ay + by];
  const reach = radius / Math.sin(turn / 2) / Math.hypot(mx, my);
  const centre = { x: at.x + mx * reach, y: at.y + my * reach };
  const from = Math.atan2(at.y + ay * cut - centre.y, at.x + ax * cut - centre.x);
  const to = Math.atan2(at.y + by * cut - centre.y, at.x + bx * cut - centre.x);
  const span = Math.atan2(Math.sin(to - from), Math.cos(to - from));
  return arc(centre, radius, from, from + span);
}
function towards(from: Point, to: Point): [number, number, number] {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1e-9;
  return [(to.x - from.x) / length, (to.y - from.y) / length, length];
}

/** A place in words, mm. */
export const placeOf = ({ x, y }: Point): string => `(${x.toFixed(1)}, ${y.toFixed(1)})`;
