import type { Path } from '$lib/core/base';
import { bean, closePath, diamonds, doubleRun, rectangle, run, TapeMaker, zigzag } from '$lib/core/outline';
import type { Tape } from '$lib/core/tape';

const WIDTH = 180;
const HEIGHT = 120;
const OPENING = 70;
/** Middle of the zip, and half the distance between the two seams beside it. */
const ZIP_Y = 34;
const ZIP_GAP = 5;

const box = (left: number, bottom: number, right: number, top: number, radius = 0) =>
  rectangle({ x: (left + right) / 2, y: (bottom + top) / 2 }, right - left, top - bottom, radius);
const level = (y: number, reach: number): Path => [
  { x: -reach, y },
  { x: reach, y },
];

/** Line-winder pouch: lined zip pouch, flip-and-fold front with an accent, diamond quilting, opening at the bottom. */
export function pouch(): Tape {
  const outline = rectangle({ x: 0, y: 0 }, WIDTH, HEIGHT, 6);
  const zip = box(-84, ZIP_Y - 9, 84, ZIP_Y + 9);
  const upper = ZIP_Y + ZIP_GAP;
  const lower = ZIP_Y - ZIP_GAP;
  const accent = -26;
  // Starts and ends at the opening: along the bottom to the right, round, and back from the left.
  const gap = OPENING / 2;
  const ring = [
    ...outline.slice(outline.findIndex((p) => p.x > gap)),
    ...outline.slice(
      0,
      outline.findIndex((p) => p.x > gap),
    ),
  ];
  const final = [{ x: gap, y: -HEIGHT / 2 }, ...ring, { x: -gap, y: -HEIGHT / 2 }];
  return new TapeMaker('LINE WINDER')
    .sew(run(closePath(outline), 3))
    .stop()
    .sew(zigzag(closePath(outline), 2.5, 2.4))
    .stop()
    .sew(run(closePath(zip), 3))
    .stop()
    .sew(doubleRun(closePath(zip), 3))
    .stop()
    .sew(run(level(upper, 86), 2.6))
    .stop()
    .sew(run(closePath(box(-88, upper + 0.8, 88, 58)), 3))
    .stop()
    .sew(run(level(lower, 86), 2.6))
    .stop()
    .sew(run(closePath(box(-88, -58, 88, lower - 0.8)), 3))
    .stop()
    .sew(run(level(accent, 86), 2.6))
    .stop()
    .sew(run(closePath(box(-88, -58, 88, accent - 0.8)), 3))
    .stop()
    .sew(bean(diamonds(box(-86, accent + 2, 86, lower - 3), 13), 2.8))
    .stop()
    .sew(run(level(lower - 1.2, 87), 2.8))
    .stop()
    .sew(run(level(upper + 1.2, 87), 2.8))
    .stop()
    .sew(run(closePath(rectangle({ x: 0, y: 0 }, WIDTH - 1.4, HEIGHT - 1.4, 6)), 3))
    .stop()
    .sew(bean(final, 2.8))
    .done();
}
