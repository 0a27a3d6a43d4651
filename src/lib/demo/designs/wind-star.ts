import { itemAt } from '$lib/core/base';
import type { Path } from '$lib/core/base';
import { closePath, diamonds, offset, run, satin, TapeMaker, transform } from '$lib/core/outline';
import type { Tape } from '$lib/core/tape';

/** One petal of the star: a long kite, mm. */
const petal: Path = [
  { x: 0, y: -44 },
  { x: 20, y: 14 },
  { x: 0, y: 44 },
  { x: -20, y: 14 },
];
const rib = (y: number, reach: number): Path => [
  { x: -reach, y },
  { x: 0, y: y + 4 },
  { x: reach, y },
];

/** Wind-star: two of its five free-standing lace panels in one hooping, matched bobbin. */
export function windStar(): Tape {
  const both = (draw: (at: (path: Path) => Path) => Path[]) =>
    [-23, 23].flatMap((dx) => draw((path) => transform(path, { dx })));
  return new TapeMaker('WIND STAR')
    .sew(
      ...both((at) => [
        run(closePath(at(petal)), 2),
        run(diamonds(at(itemAt(offset(petal, -0.6), 0)), 3.6), 2),
      ]),
    )
    .stop()
    .sew(
      ...both((at) => [
        satin(closePath(at(itemAt(offset(petal, -1.4), 0))), 2.6),
        ...[-16, -2, 12].map((y) => satin(at(rib(y, (y + 40) * 0.24)), 2)),
        satin(
          at([
            { x: 0, y: -32 },
            { x: 0, y: 34 },
          ]),
          2.2,
        ),
      ]),
    )
    .done();
}
