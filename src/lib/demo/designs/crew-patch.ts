import { itemAt } from '$lib/core/base';
import type { Path } from '$lib/core/base';
import {
  bean,
  closePath,
  curve,
  doubleRun,
  offset,
  run,
  satin,
  tatami,
  TapeMaker,
  transform,
  wave,
  zigzag,
} from '$lib/core/outline';
import type { Tape } from '$lib/core/tape';

/** Half the finished size, mm. */
const W = 35;
const H = 43;
const BORDER = 3.6;

/** The shield: a kite with bellied sides. */
const shield: Path = [
  ...curve({ x: 0, y: H }, { x: W * 0.62, y: H * 0.8 }, { x: W, y: H * 0.28 }).slice(0, -1),
  ...curve({ x: W, y: H * 0.28 }, { x: W * 0.72, y: -H * 0.42 }, { x: 0, y: -H }).slice(0, -1),
  ...curve({ x: 0, y: -H }, { x: -W * 0.72, y: -H * 0.42 }, { x: -W, y: H * 0.28 }).slice(0, -1),
  ...curve({ x: -W, y: H * 0.28 }, { x: -W * 0.62, y: H * 0.8 }, { x: 0, y: H }).slice(0, -1),
];
const half = (side: 1 | -1): Path => [
  { x: 0, y: 31 },
  { x: side * 20, y: 12 },
  { x: 0, y: -14 },
];
const bow = (x: number, y: number, turn: number): Path[] =>
  [1, -1].map((side) =>
    transform(
      [
        { x: 0, y: 0 },
        { x: side * 5, y: 2.6 },
        { x: side * 5, y: -2.6 },
      ],
      { dx: x, dy: y, turn },
    ),
  );

/** Crew patch: kite-shaped shield, felt on film, a sail in two colours, satin border. */
export function crewPatch(): Tape {
  const edge = itemAt(offset(shield, -BORDER / 2), 0);
  const maker = new TapeMaker('CREW PATCH')
    .sew(run(closePath(edge), 2.5))
    .stop()
    .sew(doubleRun(closePath(itemAt(offset(edge, -0.6), 0)), 2.5))
    .stop();
  for (const side of [-1, 1] as const)
    maker
      .sew(run(closePath(half(side)), 2.5))
      .stop()
      .sew(zigzag(closePath(half(side)), 1.2, 2))
      .stop();
  maker.sew(satin(closePath(half(-1)), 4)).stop();
  maker.sew(satin(closePath(half(1)), 4)).stop();
  maker.sew(bean(wave({ x: 0, y: -15 }, { x: 1, y: -35 }, 2.4, 2), 2));
  for (const [x, y, turn] of [
    [1.8, -19, 0.3],
    [-1.6, -25.5, -0.3],
    [2, -31, 0.2],
  ] as const)
    maker.sew(...bow(x, y, turn).flatMap((b) => tatami(b, 0.4, 3, turn)));
  return maker
    .stop()
    .sew(satin(closePath(edge), BORDER, 0.42))
    .done();
}
