import type { Path } from '$lib/core/base';
import { bean, circle, closePath, curve, rectangle, run, tatami, TapeMaker, wave } from '$lib/core/outline';
import type { Tape } from '$lib/core/tape';

const WIDTH = 46;
const HEIGHT = 74;

/** A gull from two wings. */
const gull: Path = [
  ...curve({ x: -16, y: 3 }, { x: -8, y: 10 }, { x: 0, y: 0 }),
  ...curve({ x: 0, y: 0 }, { x: 8, y: 10 }, { x: 16, y: 3 }),
  ...curve({ x: 16, y: 3 }, { x: 7, y: 4 }, { x: 0, y: -6 }),
  ...curve({ x: 0, y: -6 }, { x: -7, y: 4 }, { x: -16, y: 3 }),
];

/** Tail tab: felt on both sides, a gull over two waves, two snaps. */
export function tailTab(): Tape {
  const outline = rectangle({ x: 0, y: 0 }, WIDTH, HEIGHT, 15);
  const maker = new TapeMaker('TAIL TAB')
    .sew(run(closePath(outline), 2.5))
    .stop()
    .sew(run(closePath(rectangle({ x: 0, y: 0 }, WIDTH - 1, HEIGHT - 1, 14.5)), 2.5))
    .stop()
    .sew(...tatami(gull, 0.4, 3, Math.PI / 12))
    .sew(bean(wave({ x: -16, y: -12 }, { x: 16, y: -12 }, 1.6, 3), 2.2))
    .sew(bean(wave({ x: 14, y: -17 }, { x: -14, y: -17 }, 1.6, 3), 2.2))
    .stop();
  // Each snap closes one mark above onto one below.
  for (const [x, y] of [
    [-8, 26],
    [8, 26],
    [8, -27],
    [-8, -27],
  ] as const)
    maker.sew(run(closePath(circle({ x, y }, 2.5)), 1.6));
  return maker
    .stop()
    .sew(bean(closePath(rectangle({ x: 0, y: 0 }, WIDTH - 2, HEIGHT - 2, 14)), 2.8))
    .done();
}
