import { itemAt } from '$lib/core/base';
import type { Path } from '$lib/core/base';
import { closePath, curve, offset, run, TapeMaker, transform, wave } from '$lib/core/outline';
import type { Tape } from '$lib/core/tape';
import { border, strokes } from './sewn';

/** A sail from two curves, its foot at the origin. */
const sail: Path = [
  ...curve({ x: 0, y: 0 }, { x: 15, y: 10 }, { x: 2, y: 34 }).slice(0, -1),
  ...curve({ x: 2, y: 34 }, { x: -15, y: 12 }, { x: 0, y: 0 }).slice(0, -1),
];

/** Tea-tent napkin: a cutwork corner of three sails over the sea, bars across the largest. */
export function napkin(): Tape {
  const sails = [-0.75, 0, 0.75].map((turn, i) =>
    transform(sail, { turn, scale: i === 1 ? 1.25 : 1, dx: -turn * 16, dy: i === 1 ? 4 : 0 }),
  );
  const bar = (y: number, reach: number): Path => [
    { x: -reach, y },
    { x: reach + 1, y: y + 1 },
  ];
  const sea = [5, 3].map((waves, i): Path => {
    const [reach, y] = [5.2 * waves, -4 - 4.6 * i];
    return wave({ x: -reach, y }, { x: reach, y }, 1, waves);
  });
  return new TapeMaker('TEA TENT')
    .sew(...sails.flatMap((s) => [run(closePath(s), 1.8), run(closePath(itemAt(offset(s, -1.1), 0)), 1.8)]))
    .stop()
    .sew(
      ...strokes([bar(18, 7), bar(30, 7)], 1.8),
      ...sails.flatMap((s) => border(itemAt(offset(s, -0.5), 0), 2.8)),
      ...strokes(sea, 1.8),
    )
    .done();
}
