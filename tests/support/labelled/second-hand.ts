/** A hand with a broad habit: every way of placing, holding and hiding an edge that the craft knows, on odd shapes. */
import type { Path } from '$lib/core/base';
import { drawnBy, type Draft, type Hand } from './draft';
import {
  across,
  blob,
  box,
  byBlade,
  chops,
  crescent,
  dashed,
  gear,
  grid,
  heart,
  leaf,
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
  turn,
  wander,
  within,
  word,
} from './pen';
import type { Dice } from './types';

const shapeOf = (dice: Dice, r: number): Path =>
  dice.pick([
    () => blob(r, dice),
    () => oval(r, r * dice.between(0.6, 1)),
    () => box(2 * r, r * dice.between(1, 2), dice.pick([0, 3, 8])),
    () => regular(dice.whole(3, 8), r),
    () => heart(1.8 * r),
    () => gear(r, dice.whole(6, 11)),
    () => crescent(r),
    () => leaf(2.2 * r, 1.3 * r, dice.whole(5, 9)),
  ])();
const plainShape = (dice: Dice, r: number): Path =>
  dice.pick([
    () => blob(r, dice, 0.08),
    () => oval(r, r * dice.between(0.7, 1)),
    () => box(2 * r, r * dice.between(1.2, 2), dice.pick([0, 4, 9])),
    () => heart(1.8 * r),
  ])();

/** Windows to be cut out, in a ring. */
const windowsOf = (n: number, apart: number, largest: number, dice: Dice): Path[] =>
  Array.from({ length: n }, (_, k) =>
    shift(
      plainShape(dice, dice.between(8, largest)),
      apart * Math.cos((6.28 * k) / n),
      apart * Math.sin((6.28 * k) / n),
    ),
  );

/** Shows where a piece goes: once round, twice, in dashes, its corners, a cross. */
function place(d: Draft, edge: Path, curve: string, dice: Dice) {
  const way = dice.next();
  if (way < 0.62)
    d.add('placement', [sewn(ring(edge), dice.between(2, 3.5))], { texture: 'run', curve, around: edge });
  else if (way < 0.78)
    d.add('placement', [[...sewn(ring(edge), 2.8), ...sewn(ring(edge), 2.8).slice(1)]], {
      texture: 'double-run',
      curve,
      around: edge,
    });
  else if (way < 0.92)
    d.add('placement', dashed(ring(edge), dice.whole(4, 7), dice.whole(3, 5)), { texture: 'run', curve });
  else d.add('placement', [thereAndBack(ring(edge), 2.8)], { texture: 'double-run', curve, around: edge });
}
/** Holds a piece: on its line or up to 2 mm inside, as a run, twice, a zigzag, an E. */
function hold(d: Draft, edge: Path, curve: string, dice: Dice) {
  const by = dice.chance(0.45) ? 0 : dice.between(0.3, 1.9);
  const line = by ? within(edge, by) : edge;
  const way = dice.next();
  if (way < 0.42)
    d.add('tack-down', [sewn(ring(line), dice.between(1.8, 3))], { texture: 'run', curve, around: line });
  else if (way < 0.55)
    d.add('tack-down', [[...sewn(ring(line), 2.4), ...sewn(ring(line), 2.4).slice(1)]], {
      texture: 'double-run',
      curve,
      around: line,
    });
  else if (way < 0.9)
    d.add('tack-down', [across(ring(line), dice.between(1.5, 4), dice.between(1.5, 3), dice, 0.3)], {
      texture: 'zigzag',
      curve,
      around: line,
    });
  else
    d.add('tack-down', [toothed(ring(line), dice.between(1.5, 2.5), dice.between(2.5, 4))], {
      texture: 'mixed',
      alsoTextures: ['zigzag', 'run', 'bean'],
      curve,
      alsoRoles: ['cover'],
    });
}
/** Hides an edge: satin over its underlay or none, narrow or broad, even or not. */
function hide(d: Draft, edge: Path, curve: string, dice: Dice, from = 0, to = 1) {
  const width = dice.chance(0.25) ? dice.between(1.3, 2.2) : dice.between(2.4, 4.6);
  const line = from || to < 1 ? part(edge, from, to) : ring(edge);
  const under = dice.next();
  const paths: Path[] = [];
  if (under < 0.25) paths.push(sewn(line, 2.6));
  else if (under < 0.45 && from === 0 && to === 1)
    paths.push(
      sewn(ring(within(edge, width / 2 - 0.5)), 2.4),
      sewn(ring(within(edge, 0.5 - width / 2)), 2.4),
    );
  else if (under < 0.6) paths.push(across(line, width * 0.65, 1.8, dice));
  paths.push(
    across(line, width, dice.between(0.32, 0.85), dice, dice.pick([0, 0, 0.6]), dice.pick([0, 0, 0.5])),
  );
  d.add('cover', paths, { texture: 'satin', curve, ...(from === 0 && to === 1 && { around: edge }) });
}
/** Something to look at, inside a radius. */
function adorn(d: Draft, r: number, dice: Dice, x = 0, y = 0) {
  const at = (p: Path) => shift(p, x, y);
  dice.pick([
    () =>
      d.add('decoration', [at(rows(blob(r, dice, 0.2), dice.between(0.38, 0.7), 4, dice.between(0, 3)))], {
        texture: 'fill',
      }),
    () =>
      d.add(
        'decoration',
        word(dice.whole(2, 4), r * 0.6, dice).map((p) => at(across(p, dice.between(1.2, 2.8), 0.42, dice))),
        { texture: 'satin', alsoTextures: ['fill', 'mixed'] },
      ),
    () =>
      d.add('decoration', [triple(at(script(2 * r, r * 0.45, dice)), 2)], {
        texture: 'bean',
        alsoTextures: ['mixed'],
      }),
    () =>
      d.add('decoration', [sewn(at(script(2 * r, r * 0.5, dice)), 1.8)], {
        texture: 'run',
        alsoTextures: ['meander'],
      }),
    () =>
      d.add(
        'decoration',
        [0.3, 1.4, 2.5].map((a) =>
          at(
            across(
              turn(
                [
                  { x: -r * 0.8, y: 0 },
                  { x: r * 0.8, y: 0 },
                ],
                a,
              ),
              2.5,
              0.4,
              dice,
            ),
          ),
        ),
        { texture: 'satin', alsoTextures: ['fill'] },
      ),
    () =>
      d.add('decoration', [thereAndBack(at(ring(leaf(1.6 * r, 0.8 * r, 5))), 2.2)], {
        texture: 'double-run',
      }),
    () =>
      d.add(
        'decoration',
        Array.from({ length: 7 }, (_, i) =>
          at(
            shift(
              sewn(ring(oval(r * 0.13, r * 0.13)), 1.6),
              r * 0.7 * Math.cos(0.9 * i),
              r * 0.7 * Math.sin(0.9 * i),
            ),
          ),
        ),
        { texture: 'run', alsoRoles: ['marker'] },
      ),
  ])();
}
const marks = (d: Draft, spots: [number, number][], dice: Dice) => {
  const size = dice.between(2, 5);
  d.add(
    'marker',
    spots.map(([x, y]) =>
      dice.chance(0.5)
        ? shift(sewn(ring(oval(size / 2, size / 2)), 1.2), x, y)
        : shift(
            sewn(
              [
                { x: -size / 2, y: 0 },
                { x: size / 2, y: 0 },
                { x: 0, y: 0 },
                { x: 0, y: size / 2 },
                { x: 0, y: -size / 2 },
              ],
              1.4,
            ),
            x,
            y,
          ),
    ),
    { texture: 'run', alsoTextures: ['double-run', 'bean'] },
  );
};
const finish = (line: Path, dice: Dice): { paths: Path[]; texture: 'bean' | 'double-run' | 'run' } =>
  dice.pick([
    () => ({ paths: [triple(line, 2.6, dice.pick([3, 3, 5]))], texture: 'bean' as const }),
    () => ({ paths: [thereAndBack(line, 2.6)], texture: 'double-run' as const }),
    () => ({ paths: [sewn(line, 2.2)], texture: 'run' as const }),
  ])();
/** The last outline of something that is turned: a gap of so many mm at the middle of one side. */
function leaveOpen(d: Draft, w: number, h: number, r: number, curve: string, dice: Dice) {
  const edge = box(w, h, r);
  const gap = dice.between(40, 70);
  const length = lengthOf(ring(edge));
  // The way round starts at the right end of the top's right corner and goes over the top to the left.
  const s = sewn(ring(edge), 0.5);
  const side = dice.pick(['top', 'bottom', 'left', 'right'] as const);
  const [mx, my] = { top: [0, h / 2], bottom: [0, -h / 2], left: [-w / 2, 0], right: [w / 2, 0] }[side];
  const at =
    s.reduce(
      (best, q, i) =>
        Math.hypot(q.x - mx, q.y - my) < Math.hypot(s[best].x - mx, s[best].y - my) ? i : best,
      0,
    ) /
    (s.length - 1);
  const half = gap / length / 2;
  const line = part(edge, at + half, at + 1 - half);
  const { paths, texture } = finish(line, dice);
  d.add('final-outline', paths, { texture, curve, opening: { lengthMm: gap, side } });
}

const kinds: Record<string, Hand> = {
  filmPatch(d, dice) {
    const edge = shapeOf(dice, dice.between(24, 48));
    place(d, edge, 'e', dice);
    if (dice.chance(0.75)) hold(d, edge, 'e', dice);
    for (let k = dice.whole(1, 3); k > 0; k--) adorn(d, 12, dice, 0, 8 - 8 * k);
    hide(d, edge, 'e', dice);
  },
  applique(d, dice) {
    d.technique = 'applique';
    const n = dice.whole(1, 4);
    const late = dice.chance(0.4);
    const pieces = Array.from({ length: n }, (_, k) =>
      shift(
        shapeOf(dice, dice.between(14, 26)),
        (k - (n - 1) / 2) * dice.pick([26, 58]),
        dice.between(-10, 10),
      ),
    );
    pieces.forEach((p, k) => {
      place(d, p, `p${k}`, dice);
      hold(d, p, `p${k}`, dice);
      if (!late) hide(d, p, `p${k}`, dice, 0, k < n - 1 && dice.chance(0.3) ? 0.75 : 1);
    });
    if (late) pieces.forEach((p, k) => hide(d, p, `p${k}`, dice));
    if (dice.chance(0.4)) adorn(d, 10, dice, 0, 50);
  },
  rawEdge(d, dice) {
    const p = plainShape(dice, dice.between(20, 36));
    place(d, p, 'p', dice);
    hold(d, p, 'p', dice);
    adorn(d, 9, dice);
  },
  pocket(d, dice) {
    d.technique = 'pocket';
    const [w, h] = [dice.between(70, 120), dice.between(60, 110)];
    const edge: Path = [
      { x: -w / 2, y: h / 2 },
      { x: -w / 2, y: -h / 2 },
      { x: w / 2, y: -h / 2 },
      { x: w / 2, y: h / 2 },
    ];
    const arm = dice.between(8, 14);
    if (dice.chance(0.5))
      d.add(
        'placement',
        [
          [1, 1],
          [-1, 1],
          [-1, -1],
          [1, -1],
        ].map(([sx, sy]) =>
          sewn(
            [
              { x: sx * (w / 2 - arm), y: (sy * h) / 2 },
              { x: (sx * w) / 2, y: (sy * h) / 2 },
              { x: (sx * w) / 2, y: sy * (h / 2 - arm) },
            ],
            2.4,
          ),
        ),
        { texture: 'run', curve: 'e' },
      );
    else d.add('placement', [sewn(edge, 2.8)], { texture: 'run', curve: 'e' });
    d.add('tack-down', [sewn(edge, 2.4)], { texture: 'run', curve: 'e' });
    if (dice.chance(0.6)) adorn(d, 18, dice);
    if (dice.chance(0.5))
      d.add('cover', [across(edge, dice.between(2.5, 4), 0.42, dice)], { texture: 'satin', curve: 'e' });
    else
      d.add('decoration', [triple(edge, 2.6)], {
        texture: 'bean',
        curve: 'e',
        alsoRoles: ['seam', 'tack-down', 'final-outline'],
      });
  },
  zipPouch(d, dice) {
    d.technique = 'zip-pouch';
    const [w, h] = [dice.between(130, 200), dice.between(95, 140)];
    const outer = box(w, h, dice.pick([0, 6]));
    const zipY = h * dice.between(0.2, 0.32);
    const level = (y: number): Path => [
      { x: -w / 2 + 4, y },
      { x: w / 2 - 4, y },
    ];
    const batting = dice.chance(0.7);
    if (batting) {
      d.add('placement', [sewn(ring(outer), 3)], { texture: 'run', curve: 'o', around: outer });
      d.add('tack-down', [dice.chance(0.5) ? sewn(ring(outer), 2.6) : across(ring(outer), 2.5, 2, dice)], {
        curve: 'o',
        around: outer,
      });
    }
    const zipBox = box(w - 8, dice.between(16, 26));
    const twoLines = dice.chance(0.5);
    const zipLines = twoLines
      ? [sewn(level(zipY + 11), 3), sewn(level(zipY - 11), 3)]
      : [sewn(ring(shift(zipBox, 0, zipY)), 3)];
    d.add('placement', zipLines, { texture: 'run', curve: 'z' });
    const inset = dice.pick([0, 0, 1.5]);
    d.add(
      'tack-down',
      twoLines
        ? [sewn(level(zipY + 11 - inset), 2.4), sewn(level(zipY - 11 + inset), 2.4)]
        : [sewn(ring(shift(inset ? within(zipBox, inset) : zipBox, 0, zipY)), 2.4)],
      { texture: 'run', curve: 'z' },
    );
    const front = (y: number, k: string, to: number) => {
      if (dice.chance(0.3))
        d.add('placement', [sewn(level(y), 3)], { texture: 'run', curve: k, alsoRoles: ['seam'] });
      d.add('seam', [sewn(level(y), 2.4)], { texture: 'run', curve: k });
      if (dice.chance(0.5)) {
        const side: Path = [
          { x: -w / 2 + 3, y },
          { x: -w / 2 + 3, y: to },
          { x: w / 2 - 3, y: to },
          { x: w / 2 - 3, y },
        ];
        d.add('tack-down', [sewn(dice.chance(0.5) ? ring(side) : side, 2.6)], { texture: 'run' });
      }
    };
    front(zipY + 5, 'u', h / 2 - 2);
    front(zipY - 5, 'l', -h / 2 + 2);
    for (let k = dice.whole(0, 2); k > 0; k--) front(zipY - 5 - k * 22, `a${k}`, -h / 2 + 2);
    if (dice.chance(0.5))
      d.add(
        'quilting',
        grid(w - 20, h * 0.3, dice.between(9, 14), [0.8, -0.8]).map((p) => shift(p, 0, -h * 0.3)),
        { texture: 'run' },
      );
    if (dice.chance(0.5)) adorn(d, 14, dice, 0, -h * 0.28);
    if (dice.chance(0.6)) {
      d.add('tack-down', [sewn(level(zipY - 6), 2.6)], { texture: 'run', curve: 'l', alsoRoles: ['seam'] });
      d.add('tack-down', [sewn(level(zipY + 6), 2.6)], { texture: 'run', curve: 'u', alsoRoles: ['seam'] });
    }
    if (dice.chance(0.6))
      d.add('tack-down', [sewn(part(within(outer, 5), 0.05, 0.95), 2.6)], {
        texture: 'run',
        curve: 'f',
        alsoRoles: ['final-outline', 'seam'],
      });
    leaveOpen(d, w - 10, h - 10, 5, 'f', dice);
  },
  turned(d, dice) {
    d.technique = 'turned-item';
    const [w, h] = [dice.between(90, 180), dice.between(90, 180)];
    const outer = box(w, h, dice.between(6, 25));
    place(d, outer, 'o', dice);
    if (dice.chance(0.6)) hold(d, outer, 'o', dice);
    if (dice.chance(0.6))
      dice.chance(0.5)
        ? d.add(
            'quilting',
            grid(w - 14, h - 14, dice.between(12, 24), dice.pick([[0.78, -0.78], [0], [0, 1.57]])),
            { texture: 'run' },
          )
        : d.add('quilting', [sewn(wander(w - 16, h - 16, Math.round((w * h) / 20), dice), 2)], {
            texture: 'meander',
            alsoTextures: ['run'],
          });
    if (dice.chance(0.6)) adorn(d, 22, dice);
    if (dice.chance(0.5))
      marks(
        d,
        [
          [-w * 0.3, h * 0.38],
          [w * 0.3, h * 0.38],
        ],
        dice,
      );
    leaveOpen(d, w - dice.pick([0, 6, 12]), h - 6, 10, 'f', dice);
  },
  tab(d, dice) {
    d.technique = 'felt-tab';
    const edge = dice.pick([
      () => box(dice.between(36, 60), dice.between(60, 110), 14),
      () => leaf(90, 44, 1),
      () => oval(24, 44),
    ])();
    place(d, edge, 'e', dice);
    hold(d, edge, 'e', dice);
    for (let k = dice.whole(1, 3); k > 0; k--) adorn(d, 10, dice, 0, 20 - 14 * k);
    const spots = () =>
      marks(
        d,
        [
          [0, 22],
          [0, -22],
        ],
        dice,
      );
    const early = dice.chance(0.5);
    if (early) spots();
    const line = dice.chance(0.5) ? edge : within(edge, dice.between(0.3, 1.2));
    const { paths, texture } = finish(ring(line), dice);
    d.add('final-outline', paths, { texture, curve: 'e', around: line, alsoTextures: ['double-run'] });
    if (!early && dice.chance(0.4)) spots();
  },
  coaster(d, dice) {
    d.technique = 'quilted-flat';
    const edge = plainShape(dice, dice.between(40, 60));
    place(d, edge, 'e', dice);
    hold(d, edge, 'e', dice);
    if (dice.chance(0.5))
      d.add(
        'quilting',
        [
          sewn(
            Array.from({ length: 400 }, (_, i) => ({
              x: (4 + i * 0.08) * Math.cos(i / 9),
              y: (4 + i * 0.08) * Math.sin(i / 9),
            })),
            2.4,
          ),
        ],
        { texture: 'run', alsoTextures: ['meander'] },
      );
    else d.add('quilting', grid(60, 60, dice.between(6, 12), [0.8, -0.8]), { texture: 'run' });
    if (dice.chance(0.6)) adorn(d, 18, dice);
    d.add('tack-down', [sewn(ring(edge), 2.5)], { texture: 'run', curve: 'e', around: edge });
    hide(d, edge, 'e', dice);
  },
  lace(d, dice) {
    d.technique = 'free-lace';
    const r = dice.between(26, 48);
    const field = dice.pick([oval(r, r), box(2 * r, 1.6 * r, 4), regular(6, r)]);
    const net = dice.whole(0, 4);
    if (net === 0)
      d.add('lace-underlay', grid(1.7 * r, 1.5 * r, dice.between(2.5, 6), [0.8, -0.8]), {
        alsoTextures: ['fill', 'mixed', 'double-run'],
        texture: 'run',
      });
    else if (net === 1)
      d.add('lace-underlay', grid(1.7 * r, 1.5 * r, dice.between(3, 6), [0, 1.05, -1.05]), {
        texture: 'run',
        alsoTextures: ['fill', 'mixed', 'double-run'],
      });
    else if (net === 2)
      d.add(
        'lace-underlay',
        [0.2, 0.7, 1.2, 1.7, 2.2, 2.7].map((a) =>
          thereAndBack(
            turn(
              [
                { x: -r, y: 0 },
                { x: r, y: 0 },
              ],
              a,
            ),
            2.2,
          ),
        ),
        { texture: 'double-run', alsoTextures: ['run', 'mixed'] },
      );
    else if (net === 3)
      d.add(
        'lace-underlay',
        [...grid(1.7 * r, 1.5 * r, 2.2, [0.4]), ...grid(1.7 * r, 1.5 * r, 2.2, [-1.1])],
        { texture: 'fill', alsoTextures: ['run', 'mixed', 'double-run'] },
      );
    else
      d.add(
        'lace-underlay',
        [sewn(ring(field), 2), sewn(ring(within(field, 3)), 2), ...grid(1.5 * r, 1.3 * r, 4.5, [0.8, -0.8])],
        { texture: 'run', alsoTextures: ['fill', 'mixed', 'double-run'] },
      );
    if (dice.chance(0.6))
      d.add(
        'lace',
        [0.2, 0.7, 1.2, 1.7, 2.2, 2.7].map((a) =>
          across(
            turn(
              [
                { x: -r * 0.9, y: 0 },
                { x: r * 0.9, y: 0 },
              ],
              a,
            ),
            dice.between(1.8, 2.8),
            dice.between(0.4, 0.8),
            dice,
          ),
        ),
        { texture: 'satin', alsoTextures: ['mixed', 'fill'], alsoRoles: ['decoration'] },
      );
    if (dice.chance(0.3))
      d.add(
        'lace',
        [rows(blob(r * 0.5, dice), 0.5, 3, 0.4), across(ring(blob(r * 0.5, dice)), 2, 0.45, dice)],
        { texture: 'fill', alsoTextures: ['mixed', 'satin'], alsoRoles: ['decoration'] },
      );
    d.add('lace', [across(ring(field), dice.between(2.2, 4), dice.between(0.4, 0.8), dice)], {
      texture: 'satin',
      around: field,
      alsoRoles: ['decoration'],
    });
  },
  laceWithPiece(d, dice) {
    d.technique = 'free-lace';
    const r = dice.between(30, 46);
    d.add('lace-underlay', grid(1.8 * r, 1.8 * r, dice.between(3, 5), [0.8, -0.8]), {
      texture: 'run',
      alsoTextures: ['fill', 'mixed', 'double-run'],
    });
    const piece = plainShape(dice, r * 0.4);
    d.add('placement', [sewn(ring(piece), 2.5)], { texture: 'run', curve: 'p', around: piece });
    hold(d, piece, 'p', dice);
    if (dice.chance(0.5))
      d.add(
        'lace',
        Array.from({ length: 9 }, (_, i) =>
          across(
            turn(
              [
                { x: r * 0.5, y: 0 },
                { x: r * 0.9, y: 0 },
              ],
              0.7 * i,
            ),
            2.4,
            0.5,
            dice,
          ),
        ),
        { texture: 'satin', alsoRoles: ['decoration'], alsoTextures: ['fill'] },
      );
    hide(d, piece, 'p', dice);
    d.blocks[d.blocks.length - 1].alsoRoles = ['lace'];
    d.add('lace', [across(ring(oval(r, r)), 3, 0.5, dice)], {
      texture: 'satin',
      around: oval(r, r),
      alsoRoles: ['decoration'],
    });
  },
  cutwork(d, dice) {
    d.technique = 'cutwork';
    const n = dice.whole(2, 6);
    const windows = windowsOf(n, 38, 14, dice);
    d.add(
      'cut-line',
      windows.flatMap((v) => [sewn(ring(v), 2), sewn(ring(within(v, dice.between(0.8, 1.5))), 2)]),
      { texture: 'run', curve: 'w', alsoRoles: ['tack-down'], alsoTextures: ['double-run'] },
    );
    const bars = () =>
      d.add(
        'lace',
        windows.map((v) => across([v[0], v[Math.floor(v.length / 2)]], 2.2, 0.42, dice)),
        { texture: 'satin', alsoRoles: ['decoration'], alsoTextures: ['fill'] },
      );
    const early = dice.chance(0.4);
    if (early) bars();
    d.add(
      'cover',
      windows.map((v) => across(ring(within(v, 0.5)), dice.between(2.6, 3.8), dice.between(0.4, 0.8), dice)),
      { texture: 'satin', curve: 'w' },
    );
    if (!early && dice.chance(0.5)) bars();
    if (dice.chance(0.5)) adorn(d, 10, dice);
  },
  flipped(d, dice) {
    d.technique = 'flip-fold';
    const [w, h] = [dice.between(90, 160), dice.between(70, 110)];
    const line: Path = [
      { x: -w / 2, y: h * 0.1 },
      { x: w / 2, y: h * 0.1 },
    ];
    if (dice.chance(0.7))
      d.add('placement', [sewn(line, 3)], { texture: 'run', curve: 's', alsoRoles: ['seam'] });
    d.add('seam', [dice.chance(0.6) ? sewn(line, 2.4) : triple(line, 2.4)], { curve: 's' });
    const side: Path = [line[0], { x: -w / 2, y: -h * 0.5 }, { x: w / 2, y: -h * 0.5 }, line[1]];
    d.add('tack-down', [sewn(side, 2.6)], { texture: 'run' });
    for (let k = dice.whole(1, 2); k > 0; k--) adorn(d, 16, dice, 0, -h * 0.2);
  },
  strips(d, dice) {
    d.technique = 'pieced-strips';
    const s = dice.between(80, 130);
    const outer = box(s, s);
    const angle = dice.pick([0, 0.785, 1.57]);
    d.add('placement', [sewn(ring(outer), 3)], { texture: 'run', curve: 'o', around: outer });
    if (dice.chance(0.7))
      d.add('tack-down', [sewn(ring(outer), 2.6)], { texture: 'run', curve: 'o', around: outer });
    const n = dice.whole(3, 6);
    for (let k = 0; k < n; k++) {
      const y = -s * 0.33 + (s * 0.66 * k) / (n - 1);
      const reach = angle === 0.785 ? s * 0.62 - Math.abs(y) : s / 2 + 4;
      d.add(
        'seam',
        [
          sewn(
            turn(
              [
                { x: -reach, y },
                { x: reach, y },
              ],
              angle,
            ),
            2.4,
          ),
        ],
        { texture: 'run' },
      );
    }
    const { paths, texture } = finish(ring(outer), dice);
    d.add('final-outline', paths, {
      texture,
      curve: 'o',
      around: outer,
      alsoRoles: ['tack-down'],
      alsoTextures: ['double-run'],
    });
  },
  minis(d, dice) {
    const n = dice.whole(2, 6);
    const one = plainShape(dice, dice.between(12, 18));
    const copies = Array.from({ length: n }, (_, k) => shift(one, (k % 3) * 46, Math.floor(k / 3) * 46));
    d.add(
      'placement',
      copies.map((c) => sewn(ring(c), 2.6)),
      { texture: 'run', curve: 'e' },
    );
    d.add(
      'tack-down',
      copies.map((c) => across(ring(c), 2.2, 1.8, dice)),
      { texture: 'zigzag', curve: 'e' },
    );
    d.add(
      'decoration',
      copies.map((_, k) =>
        shift(
          across(
            [
              { x: -5, y: 0 },
              { x: 5, y: 0 },
            ],
            3.5,
            0.5,
            dice,
          ),
          (k % 3) * 46,
          Math.floor(k / 3) * 46,
        ),
      ),
      { texture: 'satin', alsoTextures: ['fill'] },
    );
    d.add(
      'cover',
      copies.map((c) => across(ring(c), 3.2, 0.45, dice)),
      { texture: 'satin', curve: 'e' },
    );
  },
  twins(d, dice) {
    d.technique = 'felt-tab';
    const one = dice.pick([leaf(52, 28, 1), box(30, 54, 10), heart(46)]);
    for (const dx of [-32, 32]) {
      const c = shift(one, dx, 0);
      place(d, c, `c${dx}`, dice);
      hold(d, c, `c${dx}`, dice);
      if (dice.chance(0.8)) adorn(d, 7, dice, dx, 0);
      const { paths, texture } = finish(ring(c), dice);
      d.add('final-outline', paths, { texture, curve: `c${dx}`, around: c, alsoTextures: ['double-run'] });
    }
  },
  plain(d, dice) {
    d.technique = 'plain';
    for (let k = dice.whole(1, 5); k > 0; k--)
      adorn(d, dice.between(14, 34), dice, dice.between(-30, 30), dice.between(-30, 30));
    if (dice.chance(0.3))
      d.add('decoration', [across(ring(oval(60, 42)), 3, 0.45, dice)], {
        texture: 'satin',
        around: oval(60, 42),
        alsoRoles: ['cover', 'final-outline'],
      });
  },
  redwork(d, dice) {
    d.technique = 'plain';
    for (let k = dice.whole(1, 3); k > 0; k--) {
      const lines = Array.from({ length: dice.whole(1, 5) }, () =>
        shift(ring(shapeOf(dice, dice.between(8, 30))), dice.between(-40, 40), dice.between(-40, 40)),
      );
      d.add(
        'decoration',
        lines.map((l) => dice.pick([thereAndBack, (p: Path, s: number) => triple(p, s)])(l, 2.2)),
        { alsoRoles: ['marker'], texture: 'double-run', alsoTextures: ['bean', 'mixed'] },
      );
    }
    if (dice.chance(0.5))
      d.add('decoration', [sewn(script(90, 14, dice), 2)], { texture: 'run', alsoTextures: ['meander'] });
  },
  bigFill(d, dice) {
    d.technique = 'plain';
    const shape = plainShape(dice, dice.between(30, 70));
    d.add('decoration', [rows(shape, 0.5, 4, dice.between(0, 3))], { texture: 'fill' });
    if (dice.chance(0.5))
      d.add('decoration', [rows(stretch(shape, 0.6), 0.5, 4, dice.between(0, 3))], { texture: 'fill' });
    d.add('decoration', [across(ring(stretch(shape, 0.62)), 3, 0.45, dice)], {
      texture: 'satin',
      around: stretch(shape, 0.62),
    });
  },
  cutPatch(d, dice) {
    d.technique = 'patch-design';
    const edge = plainShape(dice, dice.between(28, 44));
    for (let k = dice.whole(1, 3); k > 0; k--) adorn(d, 14, dice, 0, 12 - 10 * k);
    d.add('cut-line', [sewn(ring(edge), dice.between(2.2, 3.4))], { texture: 'run', around: edge });
  },
  reverse(d, dice) {
    d.technique = 'reverse-applique';
    const n = dice.whole(1, 3);
    const windows = Array.from({ length: n }, (_, k) =>
      shift(plainShape(dice, 18), (k - (n - 1) / 2) * 48, 0),
    );
    d.add(
      'tack-down',
      windows.map((v) => [...sewn(ring(v), 2.4), ...sewn(ring(v), 2.4).slice(1)]),
      { texture: 'double-run', curve: 'w', alsoRoles: ['placement', 'cut-line'] },
    );
    d.add(
      'cover',
      windows.map((v) => across(ring(v), 3.2, 0.45, dice)),
      { texture: 'satin', curve: 'w' },
    );
  },
  bladed(d, dice) {
    d.technique = 'cutwork';
    const n = dice.whole(1, 4);
    const windows = windowsOf(n, n > 1 ? 40 : 0, 15, dice);
    if (dice.chance(0.7))
      d.add(
        'tack-down',
        windows.map((v) => sewn(ring(v), 2.2)),
        { texture: 'run', curve: 'w', alsoRoles: ['cut-line', 'placement'] },
      );
    const angles = dice.pick([
      [0, 0.785, 1.571, 2.356],
      [0, 1.571],
      [2.356, 1.571, 0.785, 0],
    ]);
    const step = dice.between(0.8, 1.5);
    const cuts = windows.map((v) => byBlade(within(v, 0.6), angles, step));
    const short = dice.chance(0.4) && dice.between(1, 1.5);
    angles.forEach((angle, k) => {
      const strokes = cuts.flatMap((c) => c[k]);
      if (strokes.length)
        d.add('cut-line', short ? strokes.map((s) => chops(s, angle, short)) : strokes, {
          follows: undefined,
        });
    });
    d.add(
      'cover',
      windows.map((v) => across(ring(within(v, 0.5)), dice.between(2.6, 3.8), dice.between(0.4, 0.7), dice)),
      { texture: 'satin', curve: 'w' },
    );
    if (dice.chance(0.5)) adorn(d, 10, dice, 0, 70);
  },
};

export const secondHand = (each: number, first = 0) => drawnBy('second', kinds, each, first);
