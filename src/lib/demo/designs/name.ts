import type { Path } from '$lib/core/base';
import { arc, satin, TapeMaker } from '$lib/core/outline';
import type { Tape } from '$lib/core/tape';

/** Strokes of the letters in a box 10 wide and 14 high, lower left at 0, 0. */
const LETTERS: Record<string, Path[]> = {
  I: [
    [
      { x: 5, y: 0 },
      { x: 5, y: 14 },
    ],
  ],
  S: [
    [
      ...arc({ x: 5, y: 10.3 }, 3.6, 0.3, 1.5 * Math.PI),
      ...arc({ x: 5, y: 3.6 }, 3.6, 0.5 * Math.PI, -Math.PI + 0.3),
    ],
  ],
  L: [
    [
      { x: 2, y: 14 },
      { x: 2, y: 0 },
    ],
    [
      { x: 2.8, y: 0.6 },
      { x: 8.5, y: 0.6 },
    ],
  ],
  A: [
    [
      { x: 0.8, y: 0 },
      { x: 5, y: 14 },
    ],
    [
      { x: 5.4, y: 13 },
      { x: 9.2, y: 0 },
    ],
    [
      { x: 3, y: 4.6 },
      { x: 7.2, y: 4.6 },
    ],
  ],
};

/** A name in satin strokes, to be put into another design. */
export function nameTape(name: string): Tape {
  const maker = new TapeMaker(name);
  [...name].forEach((letter, i) =>
    maker.sew(
      ...(LETTERS[letter] ?? []).map((stroke) =>
        satin(
          stroke.map(({ x, y }) => ({ x: x + i * 12, y })),
          1.8,
          0.42,
        ),
      ),
    ),
  );
  return maker.done();
}
