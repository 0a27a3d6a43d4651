import { boxOf, type Path, type Point } from '$lib/core/base';
import {
  bean,
  blanket,
  circle,
  closePath,
  curve,
  diamonds,
  doubleRun,
  meander,
  motifs,
  offset,
  pathLength,
  rectangle,
  run,
  satin,
  star,
  tatami,
  twiceAround,
  wave,
  zigzag,
} from '$lib/core/outline';
import type { Role, DesignEdge, Texture } from '$lib/core/reading';
import type { Dice, LabelledBlock } from './types';

export const O: Point = { x: 0, y: 0 };
const CLOSED_SHAPES = {
  circle: (w: number) => circle(O, w / 2),
  square: (w: number, h: number) => rectangle(O, w, h, Math.min(w, h) * 0.12),
  hexagon: (w: number) => star(O, 3, w / 2, w / 2),
  shield: (w: number, h: number) => [
    ...curve({ x: 0, y: h / 2 }, { x: w * 0.35, y: h * 0.45 }, { x: w / 2, y: h * 0.12 }).slice(0, -1),
    ...curve({ x: w / 2, y: h * 0.12 }, { x: w * 0.36, y: -h * 0.24 }, { x: 0, y: -h / 2 }).slice(0, -1),
    ...curve({ x: 0, y: -h / 2 }, { x: -w * 0.36, y: -h * 0.24 }, { x: -w / 2, y: h * 0.12 }).slice(0, -1),
    ...curve({ x: -w / 2, y: h * 0.12 }, { x: -w * 0.35, y: h * 0.45 }, { x: 0, y: h / 2 }).slice(0, -1),
  ],
};
export type Shape = keyof typeof CLOSED_SHAPES;
export const SHAPES = Object.keys(CLOSED_SHAPES) as Shape[];
export const shape = (name: Shape, w: number, h: number): Path => CLOSED_SHAPES[name](w, h);
export const moved = (path: Path, dx: number, dy: number): Path =>
  path.map((p) => ({ x: p.x + dx, y: p.y + dy }));
export const inset = (polygon: Path, by: number): Path => offset(polygon, -by)[0];

const around = (polygon: Path) => pathLength(closePath(polygon));
const block = (texture: Texture, role: Role, paths: Path[], polygon?: Path): LabelledBlock => ({
  paths,
  texture,
  role,
  ...(polygon && { perimeterMm: around(polygon) }),
});

export const placement = (polygon: Path, length = 2.6): LabelledBlock =>
  block('run', 'placement', [run(closePath(polygon), length)], polygon);
/** The corners only, as some draw a placement line. */
export const brackets = (polygon: Path): LabelledBlock => {
  const { minX, minY, maxX, maxY } = boxOf(polygon);
  const arm = Math.min(maxX - minX, maxY - minY) * 0.28;
  const corner = (x: number, y: number, sx: number, sy: number): Path => [
    { x: x + sx * arm, y },
    { x, y },
    { x, y: y + sy * arm },
  ];
  return block(
    'run',
    'placement',
    [
      corner(minX, minY, 1, 1),
      corner(maxX, minY, -1, 1),
      corner(maxX, maxY, -1, -1),
      corner(minX, maxY, 1, -1),
    ].map((p) => run(p, 2.4)),
  );
};

export const tackRun = (polygon: Path, dice: Dice): LabelledBlock => {
  const by = inset(polygon, dice.between(0, 0.7));
  return dice.chance(0.3)
    ? block('double-run', 'tack-down', [twiceAround(by, 2.6)], by)
    : block('run', 'tack-down', [run(closePath(by), dice.between(2, 3))], by);
};
export const tackZigzag = (polygon: Path, dice: Dice): LabelledBlock =>
  block(
    'zigzag',
    'tack-down',
    [zigzag(closePath(polygon), dice.between(1.5, 3), dice.between(2, 3))],
    polygon,
  );
export const tack = (polygon: Path, dice: Dice): LabelledBlock =>
  dice.chance(0.5) ? tackRun(polygon, dice) : tackZigzag(polygon, dice);
export const cover = (polygon: Path, dice: Dice): LabelledBlock => {
  const width = dice.between(2.4, 4.2);
  // Some borders are sewn over their own underlay in one block.
  const under = dice.chance(0.4)
    ? [run(closePath(polygon), 2.5), zigzag(closePath(polygon), width * 0.6, 2)]
    : [];
  return block(
    'satin',
    'cover',
    [...under, satin(closePath(polygon), width, dice.between(0.35, 0.5))],
    polygon,
  );
};

/** Blanket stitch round a piece: the line on its edge, the teeth inwards. */
export const blanketEdge = (polygon: Path, dice: Dice): LabelledBlock =>
  block('mixed', 'cover', [blanket(closePath(polygon), dice.between(2.4, 4), dice.between(2, 4))]);
const FIGURES: Path[] = [
  [
    [0, 0],
    [2, 2.4],
    [4, 0],
    [2, -2.4],
    [0, 0],
    [4, 0],
  ],
  [
    [0, 0],
    [1.6, 3],
    [3.2, 0],
    [0, 0],
    [3.2, 0],
  ],
  [
    [0, 0],
    [1, 2.2],
    [2.4, 2.6],
    [3, 1],
    [1.4, 0],
    [3, -1],
    [2.4, -2.6],
    [1, -2.2],
    [0, 0],
    [4, 0],
  ],
].map((f) => f.map(([x, y]) => ({ x, y })));
/** Small figures in a row along the edge. */
export const motifEdge = (polygon: Path, dice: Dice): LabelledBlock => {
  const figure = dice.pick(FIGURES);
  const edge = motifs(closePath(polygon), figure, figure.at(-1)!.x);
  // What such a row is called is a matter of taste; that it covers is not.
  return { paths: [edge], role: 'cover' };
};

export const fillOf = (polygon: Path, dice: Dice): LabelledBlock =>
  block(
    'fill',
    'decoration',
    tatami(polygon, dice.between(0.35, 0.55), dice.between(3, 4.5), dice.between(0, 3)),
  );
export const satinColumns = (at: Point, dice: Dice): LabelledBlock => {
  const n = dice.whole(2, 4);
  const columns = Array.from({ length: n }, (_, i): Path => {
    const x = at.x + (i - n / 2) * 9;
    return [
      { x, y: at.y - 6 },
      { x: x + 1, y: at.y + 1 },
      { x: x + dice.between(-3, 3), y: at.y + 7 },
    ];
  });
  return block(
    'satin',
    'decoration',
    columns.map((c) => satin(c, dice.between(1.6, 3), 0.4)),
  );
};
export const lineDetail = (at: Point, dice: Dice): LabelledBlock => {
  const path = wave(
    { x: at.x - 16, y: at.y },
    { x: at.x + 16, y: at.y + dice.between(-4, 4) },
    2,
    dice.whole(2, 3),
  );
  return dice.chance(0.5)
    ? block('bean', 'decoration', [bean(path, 2.2)])
    : block('double-run', 'decoration', [doubleRun(path, 2.2)]);
};
export const detail = (at: Point, size: number, dice: Dice): LabelledBlock => {
  const kind = dice.whole(0, 2);
  if (kind === 0) return fillOf(moved(star(O, dice.whole(4, 6), size / 2, size / 3.4), at.x, at.y), dice);
  return kind === 1 ? satinColumns(at, dice) : lineDetail(at, dice);
};

export const markers = (places: Point[], dice: Dice): LabelledBlock => {
  const r = dice.between(1.5, 3);
  if (dice.chance(0.5))
    return block(
      'run',
      'marker',
      places.map((p) => run(closePath(circle(p, r)), 1.4)),
    );
  return block(
    'run',
    'marker',
    places.flatMap((p) =>
      [
        [
          { x: p.x - r, y: p.y },
          { x: p.x + r, y: p.y },
        ],
        [
          { x: p.x, y: p.y - r },
          { x: p.x, y: p.y + r },
        ],
      ].map((l) => run(l, 1.2)),
    ),
  );
};

export const stipple = (polygon: Path, dice: Dice): LabelledBlock =>
  block('meander', 'quilting', [meander(inset(polygon, 4), dice.between(4, 7), dice.next)]);
export const diamondQuilt = (polygon: Path, dice: Dice): LabelledBlock =>
  block('run', 'quilting', [run(diamonds(inset(polygon, 4), dice.between(10, 18)), 2.8)]);

/** A closed outline from edge to edge of a gap centred on one side of its box; polygon must be a rectangle or near it. */
export function openOutline(w: number, h: number, gap: number, side: DesignEdge, dice: Dice): LabelledBlock {
  const turned = side === 'left' || side === 'right';
  const [a, b] = turned ? [h / 2, w / 2] : [w / 2, h / 2];
  const radius = Math.min(a, b) * 0.15;
  const ring = rectangle(O, 2 * a, 2 * b, radius);
  // From the right end of the gap on the bottom, round, to its left end.
  const first = ring.findIndex((p) => p.x > gap / 2 && p.y <= -b + 1e-6);
  const bottom = [
    { x: gap / 2, y: -b },
    ...ring.slice(first),
    ...ring.slice(0, first).filter((p) => !(p.y <= -b + 1e-6 && Math.abs(p.x) < gap / 2)),
    { x: -gap / 2, y: -b },
  ];
  const quarter = { bottom: 0, right: 1, top: 2, left: 3 }[side];
  let path: Path = bottom;
  for (let q = 0; q < quarter; q++) path = path.map((p) => ({ x: -p.y, y: p.x }));
  const twice = dice.chance(0.4);
  return {
    paths: [twice ? doubleRun(path, 2.6) : bean(path, dice.between(2.4, 3))],
    texture: twice ? 'double-run' : 'bean',
    role: 'final-outline',
    perimeterMm: around(ring),
    opening: { lengthMm: gap, side },
  };
}
export const finalClosed = (polygon: Path, dice: Dice): LabelledBlock =>
  dice.chance(0.5)
    ? block('bean', 'final-outline', [bean(closePath(polygon), 2.7)], polygon)
    : block('double-run', 'final-outline', [twiceAround(polygon, 2.6)], polygon);
export const cutLine = (polygon: Path): LabelledBlock =>
  block('run', 'cut-line', [run(closePath(polygon), 2.4)], polygon);
export const seamLine = (a: Point, b: Point): LabelledBlock => block('run', 'seam', [run([a, b], 2.6)]);
export const holdLine = (a: Point, b: Point): LabelledBlock => block('run', 'tack-down', [run([a, b], 2.8)]);
export const holdBox = (left: number, bottom: number, right: number, top: number): LabelledBlock => {
  const polygon = rectangle({ x: (left + right) / 2, y: (bottom + top) / 2 }, right - left, top - bottom);
  return block('run', 'tack-down', [run(closePath(polygon), 3)], polygon);
};
