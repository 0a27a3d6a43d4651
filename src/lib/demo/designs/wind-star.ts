import { itemAt } from '$lib/core/base';
import type { Path } from '$lib/core/base';
import { circle, closePath, diamonds, offset, run, satin, TapeMaker, transform } from '$lib/core/outline';
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

/** Where its five panels meet: a round of net with an edge, a ring within it, and a spoke to each. */
export function windStarHub(): Tape {
  const middle = { x: 0, y: 0 };
  const spokes = Array.from({ length: 5 }, (_, k): Path => {
    const turn = Math.PI / 2 + (2 * Math.PI * k) / 5;
    const at = (reach: number) => ({ x: reach * Math.cos(turn), y: reach * Math.sin(turn) });
    return [at(8), at(20)];
  });
  return new TapeMaker('STAR HUB')
    .sew(run(closePath(circle(middle, 22)), 2), run(diamonds(circle(middle, 21.4), 3.6), 2))
    .stop()
    .sew(
      satin(closePath(circle(middle, 20.6)), 2.6),
      satin(closePath(circle(middle, 8)), 2),
      ...spokes.map((spoke) => satin(spoke, 2.2)),
    )
    .done();
}

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
