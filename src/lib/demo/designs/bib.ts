import { itemAt } from '$lib/core/base';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import type { Path } from '$lib/core/base';
import {
  bean,
  circle,
  closePath,
  curve,
  meander,
  offset,
  run,
  satin,
  TapeMaker,
  wave,
} from '$lib/core/outline';
import type { Tape } from '$lib/core/tape';

const W = 72;
const H = 112;
const OPENING = 62;
const CORNER = 18;
const SEED = 1908;

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

/** Takes the grid out of a stipple: a slow sway, gentle enough that no two lines meet. */
const sway = (path: Path): Path =>
  path.map(({ x, y }) => ({
    x: x + 1.5 * Math.sin(y / 4.3 + x / 17) + 1.1 * Math.sin(y / 9.1 - x / 11),
    y: y + 1.5 * Math.sin(x / 4.1 - y / 19) + 1.1 * Math.sin(x / 8.7 + y / 13),
  }));

/** Pilot bib: a grown-up's tea bib, stipple quilted, wings on the chest, turned through the left side. */
export function bib(): Tape {
  const edge = fromOpening();
  const generator = xoroshiro128plus(SEED);
  const feather = (y: number, reach: number) =>
    [-1, 1].map((side) =>
      satin(
        curve({ x: side * 7, y }, { x: side * reach * 0.6, y: y + 9 }, { x: side * reach, y: y + 4 }, 10),
        2.6,
      ),
    );
  return new TapeMaker('PILOT BIB')
    .sew(run(closePath(edge), 3))
    .stop()
    .sew(sway(meander(itemAt(offset(edge, -6), 0), 6.5, () => uniformFloat64(generator))))
    .stop()
    .sew(...[-1, 1].map((side) => run(closePath(circle({ x: side * 54, y: H - 14 }, 2.4)), 1.5)))
    .stop()
    .sew(
      satin(closePath(circle({ x: 0, y: -18 }, 7)), 2.6),
      ...feather(-14, 44),
      ...feather(-20, 36),
      ...feather(-26, 28),
      run(wave({ x: -30, y: -42 }, { x: 30, y: -42 }, 2, 4), 2),
    )
    .stop()
    .sew(bean(edge, 2.8))
    .done();
}
