/** A hand with a tidy habit: straight boxes, letters and strips, few figures, everything said once; much is only decoration. */
import type { Path } from '$lib/core/base';
import { drawnBy, type Draft, type Hand } from './draft';
import {
  across,
  blob,
  box,
  byBlade,
  chops,
  crescent,
  gear,
  grid,
  heart,
  lengthOf,
  oval,
  part,
  regular,
  ring,
  rows,
  script,
  sewn,
  shift,
  stretch,
  thereAndBack,
  toothed,
  triple,
  wander,
  within,
  word,
} from './pen';
import type { Dice } from './types';

/** A letter as a thick closed shape. */
const letter = (dice: Dice, size: number): Path =>
  stretch(
    dice
      .pick([
        [
          [0, 0],
          [0.3, 0],
          [0.3, 0.7],
          [0.7, 0.7],
          [0.7, 1],
          [-0.4, 1],
          [-0.4, 0.7],
          [0, 0.7],
        ],
        [
          [0, 0],
          [0.8, 0],
          [0.8, 0.28],
          [0.3, 0.28],
          [0.3, 1],
          [0, 1],
        ],
        [
          [0, 0],
          [0.3, 0],
          [0.3, 0.4],
          [0.6, 0.4],
          [0.6, 0],
          [0.9, 0],
          [0.9, 1],
          [0.6, 1],
          [0.6, 0.65],
          [0.3, 0.65],
          [0.3, 1],
          [0, 1],
        ],
      ])
      .map(([x, y]) => ({ x: x - 0.4, y: y - 0.5 })),
    size,
  );
const body = (dice: Dice, r: number): Path =>
  dice.pick([
    () => letter(dice, 1.9 * r),
    () => box(2 * r, 1.3 * r),
    () => box(1.2 * r, 2 * r, r / 4),
    () => oval(r, r),
    () => heart(1.9 * r),
    () => regular(5, r),
  ])();
const once = (d: Draft, role: 'placement' | 'tack-down', p: Path, curve: string, step: number) =>
  d.add(role, [sewn(ring(p), step)], { texture: 'run', curve, around: p });
const satin = (p: Path, width: number, dice: Dice) =>
  across(p, width, dice.pick([0.36, 0.42, 0.5, 0.8]), dice);
const look = (d: Draft, w: number, dice: Dice, x = 0, y = 0) => {
  const m = (p: Path) => shift(p, x, y);
  dice.pick([
    () =>
      d.add(
        'decoration',
        word(3, w / 3.4, dice).map((p) => m(satin(p, 2, dice))),
        { texture: 'satin', alsoTextures: ['fill', 'mixed'] },
      ),
    () => d.add('decoration', [m(rows(oval(w / 2, w / 3), 0.45, 3.5, 0.3))], { texture: 'fill' }),
    () => d.add('decoration', [m(thereAndBack(script(w, w / 5, dice), 2))], { texture: 'double-run' }),
    () =>
      d.add('decoration', [m(triple(ring(blob(w / 2.4, dice)), 2.4))], {
        texture: 'bean',
        around: undefined,
      }),
    () => d.add('decoration', [m(satin(ring(oval(w / 2.2, w / 2.6)), 2.2, dice))], { texture: 'satin' }),
    () =>
      d.add(
        'decoration',
        Array.from({ length: 12 }, (_, k) =>
          m(
            shift(
              sewn(
                [
                  { x: -2, y: -2 },
                  { x: 2, y: 2 },
                  { x: -2, y: 2 },
                  { x: 2, y: -2 },
                ],
                2.8,
              ),
              6 * (k % 4) - 9,
              6 * Math.floor(k / 4) - 6,
            ),
          ),
        ),
        { texture: 'run', alsoTextures: ['bean', 'mixed', 'zigzag', 'double-run'], alsoRoles: ['marker'] },
      ),
    () =>
      d.add('decoration', [m(sewn(wander(w, w * 0.7, 40, dice), 2))], {
        texture: 'run',
        alsoTextures: ['meander'],
      }),
  ])();
};
const figures = (p: Path, dice: Dice): Path => {
  const s = sewn(ring(p), dice.between(3.5, 5.5));
  const size = dice.between(1.4, 2.4);
  return s.slice(0, -1).flatMap((q, i) => {
    const b = s[i + 1];
    const d = Math.hypot(b.x - q.x, b.y - q.y) || 1;
    const [nx, ny, tx, ty] = [-(b.y - q.y) / d, (b.x - q.x) / d, (b.x - q.x) / d, (b.y - q.y) / d];
    const at = (a: number, c: number) => ({
      x: q.x + tx * a * d + nx * c * size,
      y: q.y + ty * a * d + ny * c * size,
    });
    return [q, at(0.25, 1), at(0.5, 0), at(0.25, -1), q, at(0.5, 0), b];
  });
};
const open = (w: number, h: number, gap: number, side: 'bottom' | 'top' | 'left' | 'right', r = 0): Path => {
  const edge = box(w, h, r);
  const length = lengthOf(ring(edge));
  const s = sewn(ring(edge), 0.5);
  const [mx, my] = { top: [0, h / 2], bottom: [0, -h / 2], left: [-w / 2, 0], right: [w / 2, 0] }[side];
  const nearest = s.reduce(
    (best, q, i) => (Math.hypot(q.x - mx, q.y - my) < Math.hypot(s[best].x - mx, s[best].y - my) ? i : best),
    0,
  );
  const at = nearest / (s.length - 1);
  return part(edge, at + gap / length / 2, at + 1 - gap / length / 2);
};

const kinds: Record<string, Hand> = {
  patch(d, dice) {
    const p = body(dice, dice.between(26, 44));
    once(d, 'placement', p, 'e', 3);
    if (dice.chance(0.5)) once(d, 'tack-down', within(p, dice.pick([0, 1, 1.8])), 'e', 2.2);
    else d.add('tack-down', [across(ring(p), 2, 1.6, dice)], { texture: 'zigzag', curve: 'e', around: p });
    for (let k = dice.whole(1, 3); k > 0; k--) look(d, 26, dice, 0, 10 * k - 20);
    d.add('cover', [satin(ring(p), dice.between(2.6, 4.4), dice)], {
      texture: 'satin',
      curve: 'e',
      around: p,
    });
  },
  openEdge(d, dice) {
    const n = dice.whole(1, 3);
    for (let k = 0; k < n; k++) {
      const p = shift(dice.pick([oval(20, 18), box(36, 30, 8), heart(38), blob(20, dice)]), 54 * k, 0);
      once(d, 'placement', p, `p${k}`, 2.6);
      once(d, 'tack-down', within(p, dice.pick([0, 0.5, 1])), `p${k}`, 2.4);
      if (dice.chance(0.5))
        d.add('cover', [toothed(ring(p), -dice.between(2, 4), dice.between(2, 3.6))], {
          texture: 'mixed',
          curve: `p${k}`,
        });
      else
        d.add('cover', [figures(p, dice)], {
          alsoTextures: ['mixed', 'run', 'double-run', 'bean'],
          texture: 'run',
        });
      const last = d.blocks[d.blocks.length - 1];
      if (last.texture === 'run') last.follows = undefined;
    }
  },
  zip(d, dice) {
    d.technique = 'zip-pouch';
    const [w, h] = [dice.between(120, 190), dice.between(90, 130)];
    const zipY = h / 2 - dice.between(20, 34);
    const x = w / 2 - 3;
    const level = (y: number): Path => [
      { x: -x, y },
      { x, y },
    ];
    if (dice.chance(0.6)) {
      once(d, 'placement', box(w, h), 'o', 3);
      once(d, 'tack-down', box(w, h), 'o', 3);
    }
    const gap = dice.between(9, 14);
    const pair = (by: number) => [sewn(level(zipY + gap - by), 3), sewn(level(zipY - gap + by), 3)];
    d.add('placement', pair(0), { texture: 'run', curve: 'z' });
    d.add('tack-down', pair(dice.pick([0, 0, 1.5])), { texture: 'run', curve: 'z' });
    const heights = [
      zipY + 4,
      zipY - 4,
      ...Array.from({ length: dice.whole(0, 2) }, (_, k) => zipY - 26 - 18 * k),
    ];
    heights.forEach((y, k) =>
      d.add('seam', [dice.chance(0.5) ? sewn(level(y), 2.4) : triple(level(y), 2.4)], {
        curve: `s${k}`,
        texture: undefined,
      }),
    );
    if (dice.chance(0.5))
      d.add(
        'quilting',
        grid(w - 24, 22, dice.between(8, 13), [0.8, -0.8]).map((p) => shift(p, 0, zipY - 40)),
        { texture: 'run', alsoRoles: ['decoration'] },
      );
    if (dice.chance(0.5)) look(d, 24, dice, w / 5, zipY - 45);
    if (dice.chance(0.6))
      [0, 1].forEach((k) =>
        d.add('tack-down', [sewn(level(heights[k]), 2.8)], {
          texture: 'run',
          curve: `s${k}`,
          alsoRoles: ['seam'],
        }),
      );
    const side = dice.pick(['bottom', 'bottom', 'left', 'right'] as const);
    const gapMm = dice.between(45, 65);
    const last = open(w - 8, h - 8, gapMm, side, dice.pick([0, 5]));
    if (dice.chance(0.4))
      d.add('tack-down', [sewn(last, 3)], {
        texture: 'run',
        curve: 'f',
        alsoRoles: ['final-outline', 'seam'],
        opening: { lengthMm: gapMm, side },
      });
    d.add('final-outline', [triple(last, 2.6)], {
      texture: 'bean',
      curve: 'f',
      opening: { lengthMm: gapMm, side },
    });
  },
  turned(d, dice) {
    d.technique = 'turned-item';
    const [w, h] = [dice.between(90, 190), dice.between(80, 150)];
    once(d, 'placement', box(w + 6, h + 6, 10), 'o', 3.2);
    if (dice.chance(0.5)) once(d, 'tack-down', box(w + 6, h + 6, 10), 'o', 2.8);
    if (dice.chance(0.4))
      d.add(
        'seam',
        [
          sewn(
            [
              { x: -w / 2, y: 8 },
              { x: w / 2, y: 8 },
            ],
            2.4,
          ),
        ],
        { texture: 'run' },
      );
    if (dice.chance(0.6))
      d.add('quilting', grid(w - 12, h - 12, dice.between(10, 20), dice.pick([[0.8, -0.8], [0], [1.57]])), {
        texture: 'run',
      });
    if (dice.chance(0.7)) look(d, 40, dice);
    if (dice.chance(0.5))
      d.add(
        'marker',
        [shift(sewn(ring(oval(2, 2)), 1.3), -w / 3, h / 3), shift(sewn(ring(oval(2, 2)), 1.3), w / 3, h / 3)],
        { texture: 'run' },
      );
    const side = dice.pick(['top', 'bottom', 'left', 'right'] as const);
    const gap = dice.between(40, 64);
    const inside = dice.pick([0, 5, 8]);
    d.add(
      'final-outline',
      [
        dice.chance(0.7)
          ? triple(open(w - inside, h - inside, gap, side, 8), 2.6)
          : thereAndBack(open(w - inside, h - inside, gap, side, 8), 2.4),
      ],
      { opening: { lengthMm: gap, side } },
    );
  },
  fob(d, dice) {
    d.technique = 'felt-tab';
    const p = dice.pick([box(44, 90, 12), crescent(34), oval(26, 40), gear(34, 8)]);
    once(d, 'placement', p, 'e', 2.8);
    if (dice.chance(0.8)) once(d, 'tack-down', p, 'e', 2.4);
    for (let k = dice.whole(0, 3); k > 0; k--) look(d, 20, dice, 0, 14 * k - 26);
    d.add('final-outline', [dice.pick([(q: Path) => sewn(q, 2.4), (q: Path) => triple(q, 2.8)])(ring(p))], {
      curve: 'e',
      around: p,
    });
    if (dice.chance(0.5))
      d.add(
        'marker',
        [shift(sewn(ring(oval(2, 2)), 1.3), 0, 30), shift(sewn(ring(oval(2, 2)), 1.3), 0, -30)],
        { texture: 'run' },
      );
  },
  topper(d, dice) {
    d.technique = 'towel-topper';
    const p = box(dice.between(90, 130), dice.between(80, 110), 10);
    const inner = stretch(p, 0.4);
    once(d, 'placement', p, 'e', 3);
    once(d, 'tack-down', p, 'e', 2.6);
    if (dice.chance(0.6))
      d.add('quilting', [sewn(wander(80, 66, 500, dice), 2)], { texture: 'meander', alsoTextures: ['run'] });
    once(d, 'placement', inner, 'w', 2.6);
    once(d, 'tack-down', inner, 'w', 2.6);
    d.add('cover', [satin(ring(inner), 3.4, dice)], { texture: 'satin', curve: 'w', around: inner });
    once(d, 'tack-down', p, 'e', 2.4);
    d.add('cover', [satin(ring(p), 4, dice)], { texture: 'satin', curve: 'e', around: p });
  },
  strips(d, dice) {
    d.technique = 'pieced-strips';
    const s = dice.between(90, 140);
    if (dice.chance(0.6)) once(d, 'placement', box(s, s), 'o', 3);
    if (d.blocks.length && dice.chance(0.7)) once(d, 'tack-down', box(s, s), 'o', 3);
    const n = dice.whole(3, 6);
    for (let k = 0; k < n; k++)
      d.add(
        'seam',
        [
          sewn(
            [
              { x: -s / 2 + 2, y: (k - (n - 1) / 2) * (s / n) },
              { x: s / 2 - 2, y: (k - (n - 1) / 2) * (s / n) },
            ],
            2.4,
          ),
        ],
        { texture: 'run' },
      );
    d.add('final-outline', [thereAndBack(ring(box(s, s)), 2.6)], {
      texture: 'double-run',
      curve: 'o',
      around: box(s, s),
      alsoRoles: ['tack-down'],
    });
  },
  flipped(d, dice) {
    d.technique = 'flip-fold';
    const w = dice.between(100, 150);
    const line: Path = [
      { x: -w / 2, y: 6 },
      { x: w / 2, y: 6 },
    ];
    if (dice.chance(0.7))
      d.add('placement', [sewn(line, 3)], { texture: 'run', curve: 's', alsoRoles: ['seam'] });
    d.add('seam', [sewn(line, 2.2)], { texture: 'run', curve: 's' });
    d.add(
      'tack-down',
      [
        sewn(
          [
            { x: w / 2, y: 5 },
            { x: w / 2, y: -50 },
            { x: -w / 2, y: -50 },
            { x: -w / 2, y: 5 },
          ],
          2.8,
        ),
      ],
      { texture: 'run' },
    );
    look(d, 50, dice, 0, -20);
    if (dice.chance(0.5)) look(d, 30, dice, 0, 30);
  },
  pocket(d, dice) {
    d.technique = 'pocket';
    const [w, h] = [dice.between(80, 120), dice.between(80, 120)];
    const u: Path = [
      { x: w / 2, y: h / 2 },
      { x: w / 2, y: -h / 2 },
      { x: -w / 2, y: -h / 2 },
      { x: -w / 2, y: h / 2 },
    ];
    d.add(
      'placement',
      dice.chance(0.5)
        ? [sewn(u, 3)]
        : [
            sewn(
              [
                { x: w / 2 - 10, y: -h / 2 },
                { x: w / 2, y: -h / 2 },
                { x: w / 2, y: -h / 2 + 10 },
              ],
              2.4,
            ),
            sewn(
              [
                { x: -w / 2 + 10, y: -h / 2 },
                { x: -w / 2, y: -h / 2 },
                { x: -w / 2, y: -h / 2 + 10 },
              ],
              2.4,
            ),
          ],
      { texture: 'run', curve: 'e' },
    );
    d.add('tack-down', [dice.chance(0.7) ? sewn(u, 2.4) : thereAndBack(u, 2.4)], { curve: 'e' });
    if (dice.chance(0.5)) look(d, 40, dice);
    if (dice.chance(0.6)) d.add('cover', [satin(u, 3.2, dice)], { texture: 'satin', curve: 'e' });
  },
  lace(d, dice) {
    d.technique = 'free-lace';
    const r = dice.between(28, 50);
    const w = r * 1.4;
    d.add(
      'lace-underlay',
      grid(2 * w * 0.7, 2 * w * 0.6, dice.between(2.4, 5.5), dice.pick([[0, 1.57], [0.78, -0.78], [0.5]])),
      { texture: 'run', alsoTextures: ['fill', 'mixed', 'double-run'] },
    );
    if (dice.chance(0.5))
      d.add('lace-underlay', grid(2 * w * 0.7, 2 * w * 0.6, dice.between(2.4, 5.5), [1.1, -0.4]), {
        texture: 'run',
        alsoTextures: ['fill', 'mixed', 'double-run'],
      });
    if (dice.chance(0.5))
      d.add('lace', [rows(oval(r * 0.4, r * 0.4), 0.5, 3, 0.5)], {
        texture: 'fill',
        alsoRoles: ['decoration'],
      });
    if (dice.chance(0.7))
      d.add(
        'lace',
        Array.from({ length: 5 }, (_, k) =>
          satin(
            [
              { x: -w * 0.6, y: (k - 2) * r * 0.3 },
              { x: w * 0.6, y: (k - 2) * r * 0.3 },
            ],
            2.4,
            dice,
          ),
        ),
        { texture: 'satin', alsoTextures: ['fill'], alsoRoles: ['decoration'] },
      );
    d.add('lace', [satin(ring(box(1.4 * w, 1.2 * w, 6)), 3.2, dice)], {
      texture: 'satin',
      around: box(1.4 * w, 1.2 * w, 6),
      alsoRoles: ['decoration'],
    });
  },
  cutwork(d, dice) {
    d.technique = 'cutwork';
    const windows = Array.from({ length: dice.whole(1, 4) }, (_, k) => shift(oval(11, 14), 36 * k, 0));
    d.add(
      'cut-line',
      windows.flatMap((v) => [sewn(ring(v), 2.2), sewn(ring(within(v, 1)), 2.2)]),
      { texture: 'run', alsoTextures: ['double-run'], curve: 'w', alsoRoles: ['tack-down'] },
    );
    d.add(
      'cover',
      windows.map((v) => satin(ring(within(v, 0.5)), 3, dice)),
      { texture: 'satin', curve: 'w' },
    );
    if (dice.chance(0.6)) look(d, 24, dice, 0, 44);
  },
  applique(d, dice) {
    d.technique = 'applique';
    const pieces = Array.from({ length: dice.whole(1, 5) }, (_, k) => shift(letter(dice, 38), 34 * k, 0));
    pieces.forEach((p, k) => {
      once(d, 'placement', p, `p${k}`, 2.4);
      d.add('tack-down', [dice.chance(0.5) ? sewn(ring(within(p, 0.8)), 2) : across(ring(p), 2.4, 2, dice)], {
        curve: `p${k}`,
      });
    });
    pieces.forEach((p, k) =>
      d.add('cover', [satin(ring(p), 2.8, dice)], { texture: 'satin', curve: `p${k}`, around: p }),
    );
  },
  sampler(d, dice) {
    d.technique = 'plain';
    for (let k = dice.whole(1, 4); k > 0; k--)
      look(d, dice.between(20, 70), dice, dice.between(-30, 30), dice.between(-30, 30));
  },
  frame(d, dice) {
    d.technique = 'plain';
    look(d, 50, dice);
    if (dice.chance(0.5)) look(d, 40, dice, 0, 30);
    const edge = box(100, 80, dice.pick([0, 8]));
    d.add(
      'decoration',
      [
        dice.pick([
          (p: Path) => satin(p, 3, dice),
          (p: Path) => triple(p, 3),
          (p: Path) => thereAndBack(p, 3),
        ])(ring(edge)),
      ],
      { around: edge, alsoRoles: ['final-outline', 'cover', 'cut-line'] },
    );
  },
  scatter(d, dice) {
    d.technique = 'plain';
    for (let c = dice.whole(1, 3); c > 0; c--)
      d.add(
        'decoration',
        Array.from({ length: dice.whole(15, 40) }, () =>
          shift(
            dice.pick([
              sewn(ring(oval(3, 3)), 1.6),
              satin(
                [
                  { x: -3, y: 0 },
                  { x: 3, y: 0 },
                ],
                2,
                dice,
              ),
            ]),
            dice.between(-70, 70),
            dice.between(-70, 70),
          ),
        ),
        { texture: undefined },
      );
  },
  basted(d, dice) {
    const b = box(110, 90);
    d.add('tack-down', [sewn(ring(b), 6)], {
      texture: 'run',
      curve: 'b',
      around: b,
      alsoRoles: ['placement'],
    });
    look(d, 60, dice);
    if (dice.chance(0.5)) look(d, 40, dice, 0, 20);
  },
  cutPatch(d, dice) {
    d.technique = 'patch-design';
    const p = dice.pick([oval(38, 30), box(80, 60, 8), heart(80)]);
    look(d, 44, dice);
    look(d, 36, dice, 0, -14);
    d.add('cut-line', [sewn(ring(p), 3)], { texture: 'run', around: p });
  },
  blades(d, dice) {
    d.technique = 'cutwork';
    const windows = Array.from({ length: dice.whole(1, 3) }, (_, k) =>
      shift(dice.chance(0.5) ? oval(10, 13) : box(18, 24, 3), 34 * k, 0),
    );
    if (dice.chance(0.75))
      d.add(
        'cut-line',
        windows.flatMap((v) => [sewn(ring(v), 2.2), sewn(ring(within(v, 1)), 2.2)]),
        { texture: 'run', alsoTextures: ['double-run'], curve: 'w', alsoRoles: ['tack-down'] },
      );
    const angles = dice.pick([
      [0, 0.785, 1.571, 2.356],
      [0, 1.047, 2.094],
    ]);
    const long = dice.between(1.1, 1.6);
    const short = dice.chance(0.6);
    const cuts = windows.map((v) => byBlade(within(v, 1.6), angles, 0.9));
    angles.forEach((angle, k) => {
      const rows = cuts.flatMap((c) => c[k].map((s) => (short ? chops(s, angle, long) : s)));
      if (rows.length) d.add('cut-line', rows, { follows: undefined });
    });
    d.add(
      'cover',
      windows.map((v) => satin(ring(within(v, 0.5)), 3, dice)),
      { texture: 'satin', curve: 'w' },
    );
  },
};

export const thirdHand = (each: number, first = 0) => drawnBy('third', kinds, each, first);
