import { itemAt, type Path } from '$lib/core/base';
import {
  arc,
  bean,
  closePath,
  curve,
  doubleRun,
  offset,
  rectangle,
  run,
  tatami,
  TapeMaker,
  transform,
  united,
  without,
  zigzag,
} from '$lib/core/outline';
import type { Tape } from '$lib/core/tape';
import { border, strokes } from './sewn';

/** Half the finished size, mm. */
const W = 35;
const H = 43;
const BORDER = 3.6;
/** Of the satin round the sails, mm. */
const COVER = 3.4;
/** The sky meets that satin by so much, and the border lies over it by so much, mm. */
const MEETS = 0.2;
const BENEATH = 0.8;

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
const kite: Path = [...half(-1), { x: 20, y: 12 }];
/** Three puffs on a level foot, its middle at the origin. */
const cloud: Path = itemAt(
  united([
    arc({ x: -3.4, y: 0.4 }, 2, 0, 2 * Math.PI),
    arc({ x: 0, y: 1.4 }, 2.9, 0, 2 * Math.PI),
    arc({ x: 3.3, y: 0.2 }, 1.8, 0, 2 * Math.PI),
  ]),
  0,
);
/** At the border, as bare felt. */
const clouds: Path[] = [
  transform(cloud, { dx: -17.4, dy: 24.6, scale: 0.95 }),
  transform(cloud, { dx: 16.4, dy: -14.6, scale: 1.05 }),
];
/** From the foot of the kite down and to the left, blown up again. */
const tail: Path = [
  ...curve({ x: 0, y: -16 }, { x: 5, y: -23 }, { x: 0, y: -27 }).slice(0, -1),
  ...curve({ x: 0, y: -27 }, { x: -7, y: -31 }, { x: -10.5, y: -20 }).slice(0, -1),
  ...curve({ x: -10.5, y: -20 }, { x: -13, y: -11 }, { x: -19, y: -4 }),
];
const bow = (x: number, y: number, turn: number): Path[] =>
  [1, -1].map((side) =>
    transform(
      [
        { x: 0, y: 0 },
        { x: side * 3.6, y: 2.1 },
        { x: side * 3.6, y: -2.1 },
      ],
      { dx: x, dy: y, turn },
    ),
  );
const bows = [bow(2.4, -22, 0.1), bow(-5.4, -27.4, 1.3), bow(-11, -17.5, 0.3), bow(-16.2, -7.6, 0.8)].flat();
const gull = (x: number, y: number, size: number): Path[] =>
  [1, -1].map((side) =>
    curve(
      { x, y },
      { x: x + side * size * 0.4, y: y + size * 0.7 },
      { x: x + side * size, y: y + size * 0.25 },
    ),
  );

/** Crew patch: kite-shaped shield, felt on film, a sail in two colours before a sky with clouds of bare felt, satin border. */
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
  for (const side of [-1, 1] as const) maker.sew(...border(half(side), COVER)).stop();
  const around = itemAt(offset(kite, COVER / 2 - MEETS), 0);
  const field = itemAt(offset(edge, -BORDER / 2 + BENEATH, 'round'), 0);
  // On either side of the kite: a fill goes round no hole.
  const skies = [-1, 1].flatMap((side) =>
    without(field, [around, ...clouds, rectangle({ x: -side * W, y: 0 }, 2 * W, 4 * H)]),
  );
  maker
    .sew(
      ...skies.flatMap((sky) => [
        ...offset(sky, -0.7, 'round').flatMap((under) => tatami(under, 2.6, 3, 1.3)),
        ...tatami(sky, 0.4, 3.4, -0.25),
      ]),
    )
    .stop()
    .sew(bean(tail, 2), ...bows.flatMap((b) => tatami(b, 0.38, 3, 1)))
    .sew(...strokes([...gull(16, -4, 3.6), ...gull(21.5, 3.6, 3), ...gull(13.6, 26.6, 3)], 1.4))
    .stop();
  return maker.sew(...border(edge, BORDER)).done();
}
