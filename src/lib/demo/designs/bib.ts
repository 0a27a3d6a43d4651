import { itemAt } from '$lib/core/base';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import type { Path } from '$lib/core/base';
import {
  bean,
  circle,
  closePath,
  curve,
  hullOf,
  meander,
  offset,
  run,
  star,
  tatami,
  TapeMaker,
  wave,
} from '$lib/core/outline';
import type { Tape } from '$lib/core/tape';
import { border, strokes } from './sewn';

const W = 72;
const H = 112;
const OPENING = 62;
const CORNER = 18;
const SEED = 1912;
/** Between the lines of the stipple, and from it to the seam and to the motif, mm. */
const STIPPLE = 4.7;
const MARGIN = 5;
/** Middle of the roundel. */
const CHEST = { x: 0, y: 12 };
const SNAPS = [-1, 1].map((side) => ({ x: side * 54, y: H - 14 }));
/** Where the name of its pilot comes. */
const NAME: Path = [
  { x: -30, y: -32 },
  { x: 30, y: -32 },
];

/** The bib from the upper end of its opening on the left, round by the neck, to the lower end. */
function fromOpening(): Path {
  const corner = (x: number, y: number, sx: number, sy: number, turn: boolean): Path => {
    const ends = [
      { x: x - sx * CORNER, y },
      { x, y: y - sy * CORNER },
    ];
    return turn
      ? curve(itemAt(ends, 1), { x, y }, itemAt(ends, 0))
      : curve(itemAt(ends, 0), { x, y }, itemAt(ends, 1));
  };
  return [
    { x: -W, y: OPENING / 2 },
    ...corner(-W, H, -1, 1, true),
    ...curve({ x: -34, y: H }, { x: -30, y: H - 62 }, { x: 0, y: H - 62 }),
    ...curve({ x: 0, y: H - 62 }, { x: 30, y: H - 62 }, { x: 34, y: H }),
    ...corner(W, H, 1, 1, false),
    ...corner(W, -H, 1, -1, true),
    ...corner(-W, -H, -1, -1, false),
    { x: -W, y: -OPENING / 2 },
  ];
}

/** A pair of feathers: from beside the roundel out and up. */
const feathers = (below: number, reach: number, lift: number): Path[] =>
  [-1, 1].map((side) => {
    const from = { x: CHEST.x + side * (9.4 - below * 0.25), y: CHEST.y + 3 - below };
    return curve(
      from,
      { x: from.x + side * reach * 0.5, y: from.y + lift },
      { x: from.x + side * reach, y: from.y + lift * 0.8 },
    );
  });
const wings = {
  broad: [...feathers(-1.2, 37, 9), ...feathers(3.4, 33, 7)],
  slender: [...feathers(7.6, 28, 4.6), ...feathers(11, 22, 2.4), ...feathers(14, 15, 0.6)],
  waves: [wave({ x: -28, y: -14 }, { x: 28, y: -14 }, 1.5, 4)],
};

/** Pilot bib: a grown-up's tea bib, stipple quilted round the wings on its chest, turned through the left side. */
export function bib(): Tape {
  const edge = fromOpening();
  const generator = xoroshiro128plus(SEED);
  const motif = hullOf([...wings.broad, ...wings.slender, ...wings.waves, NAME].flat());
  return new TapeMaker('PILOT BIB')
    .sew(run(closePath(edge), 3))
    .stop()
    .sew(
      meander(itemAt(offset(edge, -MARGIN), 0), STIPPLE, () => uniformFloat64(generator), {
        clear: [...offset(motif, MARGIN, 'round'), ...SNAPS.map((at) => circle(at, MARGIN))],
      }),
    )
    .stop()
    .sew(...SNAPS.map((at) => run(closePath(circle(at, 2.4)), 1.5)))
    .stop()
    .sew(
      ...tatami(star(CHEST, 5, 4.6, 1.9), 0.4, 3),
      ...border(circle(CHEST, 7), 2.8),
      ...strokes(wings.broad, 3.6),
      ...strokes(wings.slender, 2.8),
      ...strokes(wings.waves, 1.6),
    )
    .stop()
    .sew(bean(edge, 2.8))
    .done();
}
