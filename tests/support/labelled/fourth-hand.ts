/**
 * A hand that draws in scallops, bottles and clouds and sews as some programs do: even steps that do not land on corners, a start
 * anywhere, loops lapped over their start, three small stitches on the spot, travel from object to object without a trim, satin
 * that goes straight over and slants back, with its underlay in one with it.
 */
import type { Path, Point } from '$lib/core/base';
import type { Role } from '$lib/core/reading';
import { drawnBy, type Draft, type Hand } from './draft';
import { chops, byBlade, lengthOf, part, ring, rows, shift, stretch, turn, within } from './pen';
import type { Dice } from './types';

// Shapes.
const pt = (x: number, y: number): Point => ({ x, y });
const polar = (n: number, r: (a: number) => number): Path =>
  Array.from({ length: n }, (_, i) => {
    const a = (2 * Math.PI * i) / n;
    return pt(r(a) * Math.cos(a), r(a) * Math.sin(a));
  });
const cloud = (r: number, bumps: number): Path =>
  polar(240, (a) => r * (0.88 + 0.14 * Math.abs(Math.sin((bumps * a) / 2))));
const pear = (r: number): Path =>
  polar(200, (a) => r * (0.8 + 0.2 * Math.sin(a) ** 2 - 0.16 * Math.sin(3 * a)));
const flower = (r: number, petals: number): Path =>
  polar(240, (a) => r * (0.8 + 0.18 * Math.cos(petals * a)));
const superOval = (w: number, h: number, e: number): Path =>
  Array.from({ length: 200 }, (_, i) => {
    const a = (2 * Math.PI * i) / 200;
    const f = (v: number) => Math.sign(v) * Math.abs(v) ** e;
    return pt((w / 2) * f(Math.cos(a)), (h / 2) * f(Math.sin(a)));
  });
const house = (w: number, h: number): Path => [
  pt(-w / 2, -h / 2),
  pt(w / 2, -h / 2),
  pt(w / 2, h * 0.15),
  pt(0, h / 2),
  pt(-w / 2, h * 0.15),
];
const star = (r: number, points: number, inner: number): Path =>
  Array.from({ length: 2 * points }, (_, i) => {
    const a = Math.PI / 2 + (Math.PI * i) / points;
    const s = i % 2 ? r * inner : r;
    return pt(s * Math.cos(a), s * Math.sin(a));
  });
const bottle = (w: number, h: number): Path => [
  pt(-w / 2, -h / 2),
  pt(w / 2, -h / 2),
  pt(w / 2, h * 0.1),
  pt(w * 0.2, h * 0.25),
  pt(w * 0.2, h / 2),
  pt(-w * 0.2, h / 2),
  pt(-w * 0.2, h * 0.25),
  pt(-w / 2, h * 0.1),
];
const round = (w: number, h: number): Path => superOval(w, h, 1);
const plate = (w: number, h: number): Path => superOval(w, h, 0.3);
const anyShape = (r: number, dice: Dice): Path =>
  dice.pick([
    () => cloud(r, dice.whole(5, 8)),
    () => pear(r),
    () => flower(r, dice.whole(4, 6)),
    () => plate(2 * r, 1.5 * r),
    () => house(1.7 * r, 1.9 * r),
    () => star(r * 1.15, 5, 0.62),
    () => bottle(1.3 * r, 2.1 * r),
    () => round(2 * r, 1.4 * r),
    () => plate(2.4 * r, 0.8 * r),
  ])();

// Stitches.
/** Equal steps from the start to the end, whatever lies between. */
const even = (p: Path, step: number): Path => {
  const total = lengthOf(p);
  const n = Math.max(1, Math.round(total / step));
  const out: Path = [p[0]];
  let [done, k] = [0, 1];
  for (let i = 1; i < p.length; i++) {
    const d = Math.hypot(p[i].x - p[i - 1].x, p[i].y - p[i - 1].y);
    for (; k <= n && (k * total) / n <= done + d + 1e-9; k++) {
      const t = d ? ((k * total) / n - done) / d : 1;
      out.push(pt(p[i - 1].x + (p[i].x - p[i - 1].x) * t, p[i - 1].y + (p[i].y - p[i - 1].y) * t));
    }
    done += d;
  }
  return out;
};
const tied = (p: Path): Path => {
  const [a, b] = p;
  const d = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  const near = pt(a.x + ((b.x - a.x) / d) * 0.6, a.y + ((b.y - a.y) / d) * 0.6);
  return [a, near, a, near, ...p.slice(1)];
};
/** Once round from anywhere, either way, and a little beyond the start. */
const lapped = (p: Path, dice: Dice): Path => {
  const from = dice.next();
  const lap = dice.pick([0, 1.5, 3]) / lengthOf(ring(p));
  const way = part(p, from, from + 1 + lap);
  return dice.chance(0.5) ? way.reverse() : way;
};
/** Once round in even steps, which cut its corners; `around` is the shape that is left of it. */
function stepped(p: Path, step: number, dice: Dice): { line: Path; around: Path } {
  const from = dice.next();
  const lap = dice.pick([0, 1.5, 3]) / lengthOf(ring(p));
  const s = even(part(p, from, from + 1 + lap), step);
  const line = dice.chance(0.5) ? s.reverse() : s;
  return { line, around: line.slice(0, Math.round((s.length - 1) / (1 + lap))) };
}
type Sewn = (line: Path) => Path;
const once: Sewn = (s) => tied(s);
const twice: Sewn = (s) => tied([...s, ...s.slice(0, -1).reverse()]);
const beans: Sewn = (s) => tied(s.flatMap((q, i) => (i ? [q, s[i - 1], q] : [q])));
/** Adds a loop that is sewn in even steps. */
function loop(
  d: Draft,
  role: Role,
  p: Path,
  step: number,
  dice: Dice,
  curve?: string,
  sew: Sewn = once,
  also: { alsoRoles?: readonly Role[] } = {},
) {
  const { line, around } = stepped(p, step, dice);
  const texture = sew === once ? 'run' : sew === twice ? 'double-run' : 'bean';
  d.add(role, [sew(line)], { texture, curve, around, ...also });
}
const bean = (p: Path, step: number): Path => beans(even(p, step));
/** Rails of a line: points left and right of it at even steps. */
const rails = (p: Path, width: number, step: number): [Point, Point][] => {
  const s = even(p, step);
  return s.map((q, i) => {
    const a = s[Math.max(0, i - 1)];
    const b = s[Math.min(s.length - 1, i + 1)];
    const d = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    const [nx, ny] = [(-(b.y - a.y) / d) * (width / 2), ((b.x - a.x) / d) * (width / 2)];
    return [pt(q.x + nx, q.y + ny), pt(q.x - nx, q.y - ny)];
  });
};
/** Straight over, slanting back; wide ones with a point between, at another place each time. */
const column = (p: Path, width: number, step: number, split = false): Path =>
  rails(p, width, step).flatMap(([l, r], i) => {
    const t = 0.3 + 0.13 * (i % 4);
    const m = pt(l.x + (r.x - l.x) * t, l.y + (r.y - l.y) * t);
    return split ? [l, m, r] : [l, r];
  });
/** A satin with what its maker likes below it, sewn in one go. */
const satin = (p: Path, width: number, dice: Dice): Path => {
  const below = dice.pick(['none', 'middle', 'edges', 'zigzag']);
  const both = rails(p, Math.max(0.5, width - 0.9), 2.2);
  const under: Path =
    below === 'middle'
      ? even(p, 2.2)
      : below === 'edges'
        ? [...both.map(([l]) => l), ...both.map(([, r]) => r).reverse()]
        : below === 'zigzag'
          ? rails(p, width * 0.7, 1.4).map(([l, r], i) => (i % 2 ? l : r))
          : [];
  return tied([...under, ...column(p, width, dice.between(0.35, 0.6), width > 5 && dice.chance(0.6))]);
};
/** Objects in one go: a run from each to the next where it is near. */
const joined = (paths: Path[]): Path[] =>
  paths.reduce<Path[]>((all, p) => {
    const last = all[all.length - 1]?.at(-1);
    if (last && Math.hypot(p[0].x - last.x, p[0].y - last.y) < 18)
      all[all.length - 1].push(...even([last, p[0]], 2.5).slice(1), ...p);
    else all.push([...p]);
    return all;
  }, []);

// Parts of a design.
function place(d: Draft, p: Path, curve: string, dice: Dice) {
  const step = dice.between(1.8, 4);
  const s = dice.next();
  if (s < 0.6) loop(d, 'placement', p, step, dice, curve);
  else if (s < 0.8) loop(d, 'placement', p, step, dice, curve, twice);
  else
    d.add(
      'placement',
      Array.from({ length: 14 }, (_, k) => even(part(p, k / 14, (k + 0.55) / 14), 2.2)),
      { texture: 'run', curve },
    );
}
function hold(d: Draft, p: Path, curve: string, dice: Dice) {
  const line = dice.chance(0.4) ? p : within(p, dice.between(0.4, 1.8));
  const s = dice.next();
  if (s < 0.45) loop(d, 'tack-down', line, dice.between(1.6, 3), dice, curve);
  else if (s < 0.6) loop(d, 'tack-down', line, 2.4, dice, curve, twice);
  else
    d.add(
      'tack-down',
      [
        tied(
          rails(lapped(line, dice), dice.between(1.6, 3.4), dice.between(1, 1.6)).map(([l, r], i) =>
            i % 2 ? l : r,
          ),
        ),
      ],
      {
        texture: 'zigzag',
        curve,
        around: line,
      },
    );
}
const hide = (d: Draft, p: Path, curve: string, dice: Dice) =>
  d.add('cover', [satin(lapped(p, dice), dice.between(2, 5.6), dice)], {
    texture: 'satin',
    curve,
    around: p,
  });
function look(d: Draft, size: number, dice: Dice, x = 0, y = 0) {
  const at = (p: Path) => shift(p, x, y);
  const r = size / 2;
  dice.pick([
    () =>
      d.add(
        'decoration',
        joined(
          [rows(pear(r), 0.45, 3.5, 0.7), rows(shift(round(r, r), r * 1.2, r * 0.3), 0.45, 3.5, 2)].map(at),
        ),
        {
          texture: 'fill',
        },
      ),
    () =>
      d.add(
        'decoration',
        joined(
          [-0.8, -0.3, 0.2, 0.7].map((k) =>
            at(
              satin(
                [pt(k * r, -r * 0.4), pt(k * r + r * 0.25, r * 0.4), pt(k * r + r * 0.4, -r * 0.4)],
                1.8,
                dice,
              ),
            ),
          ),
        ),
        { texture: 'satin', alsoTextures: ['fill', 'mixed'] },
      ),
    () => {
      const spiral = Array.from({ length: 160 }, (_, i) =>
        pt(r * (i / 160) * Math.cos(i / 8), r * (i / 160) * Math.sin(i / 8)),
      );
      d.add('decoration', [at(bean(spiral, 2.2))], { texture: 'bean' });
    },
    () => {
      // Petals round a middle, each a loop of its own, without a trim.
      const petals = Array.from({ length: 6 }, (_, k) =>
        even(ring(turn(shift(round(r * 0.7, r * 0.34), r * 0.55, 0), k * 1.047)), 1.8),
      );
      d.add('decoration', joined(petals).map(at), { texture: undefined, alsoRoles: ['marker'] });
    },
    () =>
      d.add(
        'decoration',
        [
          at(
            tied([
              ...satin(ring(flower(r * 0.7, 5)), 1.6, dice),
              ...rows(round(r * 0.5, r * 0.5), 0.5, 3, 0),
            ]),
          ),
        ],
        {
          texture: undefined,
        },
      ),
    () => {
      const hill = Array.from({ length: 80 }, (_, i) =>
        pt((i / 40 - 1) * r, r * 0.5 * Math.sin(i / 6) * Math.cos(i / 17)),
      );
      d.add('decoration', [at(tied([...even(hill, 2), ...even(hill, 2).reverse()]))], {
        texture: 'double-run',
      });
    },
  ])();
}
function marks(d: Draft, spots: Point[], dice: Dice) {
  const cross = dice.chance(0.5);
  d.add(
    'marker',
    spots.map(({ x, y }) =>
      shift(cross ? [pt(-2, 0), pt(2, 0), pt(0, 0), pt(0, 2), pt(0, -2)] : even(ring(round(3, 3)), 1), x, y),
    ),
    { texture: 'run', alsoTextures: ['double-run', 'mixed'] },
  );
}
const quilt = (d: Draft, w: number, h: number, dice: Dice, y = 0) =>
  dice.pick([
    () =>
      d.add(
        'quilting',
        Array.from({ length: Math.floor(h / 14) }, (_, k) =>
          shift(
            even(
              Array.from({ length: 60 }, (_, i) => pt((i / 59 - 0.5) * w, 3 * Math.sin(i / 3))),
              2.2,
            ),
            0,
            y - h / 2 + 8 + 14 * k,
          ),
        ),
        { texture: 'run', alsoTextures: ['meander'], alsoRoles: ['decoration'] },
      ),
    () =>
      d.add(
        'quilting',
        [0, 1].flatMap((way) =>
          Array.from({ length: Math.floor((way ? h : w) / 13) }, (_, k) =>
            shift(
              even(way ? [pt(-w / 2, 0), pt(w / 2, 0)] : [pt(0, -h / 2), pt(0, h / 2)], 2.5),
              way ? 0 : -w / 2 + 7 + 13 * k,
              y + (way ? -h / 2 + 7 + 13 * k : 0),
            ),
          ),
        ),
        { texture: 'run', alsoTextures: ['meander'] },
      ),
  ])();
/** The last line with its gap, ends sewn over three stitches back. */
function leave(d: Draft, p: Path, curve: string, dice: Dice) {
  const side = dice.pick(['bottom', 'top', 'left', 'right'] as const);
  const [gx, gy] = { top: [0, 1], bottom: [0, -1], left: [-1, 0], right: [1, 0] }[side];
  const s = part(p, 0, 1);
  // The middle of that side: nearest to where a line out of the centre meets it.
  const at =
    s.reduce((best, q, i) => {
      const off = (v: Point) => (v.x * gx + v.y * gy > 0 ? Math.abs(v.x * gy - v.y * gx) : 1e9);
      return off(q) < off(s[best]) ? i : best;
    }, 0) /
    (s.length - 1);
  const gap = dice.between(40, 70);
  const half = gap / lengthOf(ring(p)) / 2;
  const open = part(p, at + half, at + 1 - half);
  const n = even(open, 2.5);
  const strong = [
    ...n.slice(0, 4),
    ...n.slice(0, 3).reverse(),
    ...n.slice(1),
    ...n.slice(-4, -1).reverse(),
    ...n.slice(-3),
  ];
  const style = dice.next();
  d.add(
    'final-outline',
    [style < 0.4 ? bean(open, 2.5) : style < 0.7 ? tied(strong) : tied([...n, ...n.slice(0, -1).reverse()])],
    {
      curve,
      opening: { lengthMm: gap, side },
    },
  );
}

const kinds: Record<string, Hand> = {
  patch(d, dice) {
    const p = anyShape(dice.between(22, 42), dice);
    place(d, p, 'e', dice);
    if (dice.chance(0.8)) hold(d, p, 'e', dice);
    for (let k = dice.whole(1, 3); k > 0; k--) look(d, 24, dice, 0, 10 * k - 20);
    hide(d, p, 'e', dice);
  },
  applique(d, dice) {
    d.technique = 'applique';
    const n = dice.whole(1, 4);
    const pieces = Array.from({ length: n }, (_, k) =>
      shift(anyShape(dice.between(14, 24), dice), 62 * k, dice.between(-8, 8)),
    );
    for (const [k, p] of pieces.entries()) {
      place(d, p, `p${k}`, dice);
      hold(d, p, `p${k}`, dice);
      hide(d, p, `p${k}`, dice);
      if (dice.chance(0.5)) look(d, 12, dice, 62 * k, 0);
    }
  },
  pouch(d, dice) {
    d.technique = 'zip-pouch';
    const [w, h] = [dice.between(120, 190), dice.between(90, 140)];
    const body = dice.pick([plate(w, h), stretch(house(1, 1), w, h), superOval(w, h, 0.12)]);
    const y = h * dice.between(0.02, 0.2);
    const level = (at: number, inset = 6): Path => [pt(-w / 2 + inset, at), pt(w / 2 - inset, at)];
    if (dice.chance(0.5)) {
      place(d, body, 'o', dice);
      if (dice.chance(0.7)) hold(d, body, 'o', dice);
    }
    const half = dice.between(7, 12);
    const pair = (by: number) => [tied(even(level(y + half - by), 3)), tied(even(level(y - half + by), 3))];
    d.add('placement', pair(0), { texture: 'run', curve: 'z' });
    d.add('tack-down', pair(dice.pick([0, 1])), { texture: 'run', curve: 'z' });
    const fronts = [y + 4, y - 4];
    for (const [k, at] of fronts.entries()) {
      d.add('seam', [tied(even(level(at), 2.4))], { texture: 'run', curve: `f${k}` });
      if (dice.chance(0.5))
        d.add('tack-down', [tied(even(level(at + (k ? -1.8 : 1.8)), 2.8))], {
          texture: 'run',
          curve: `f${k}`,
          alsoRoles: ['seam'],
        });
    }
    if (dice.chance(0.4)) quilt(d, w * 0.7, h * 0.35, dice, -h * 0.22);
    if (dice.chance(0.5)) look(d, 22, dice, 0, -h * 0.25);
    leave(d, within(body, 4), 'f', dice);
  },
  turned(d, dice) {
    d.technique = 'turned-item';
    const p = dice.pick([
      plate(dice.between(90, 170), dice.between(80, 140)),
      cloud(58, 7),
      pear(60),
      house(110, 120),
      round(130, 110),
    ]);
    place(d, p, 'o', dice);
    if (dice.chance(0.6)) hold(d, p, 'o', dice);
    if (dice.chance(0.5)) quilt(d, 70, 60, dice);
    if (dice.chance(0.7)) look(d, 34, dice);
    if (dice.chance(0.4)) marks(d, [pt(-24, 24), pt(24, 24)], dice);
    const inside = dice.pick([0, 3]);
    leave(d, within(p, inside), inside ? 'f' : 'o', dice);
  },
  fob(d, dice) {
    d.technique = 'felt-tab';
    const p = dice.pick([plate(34, 88), bottle(44, 80), round(50, 64), star(30, 5, 0.6), cloud(28, 6)]);
    place(d, p, 'e', dice);
    if (dice.chance(0.7)) hold(d, p, 'e', dice);
    for (let k = dice.whole(1, 2); k > 0; k--) look(d, 16, dice, 0, 12 * k - 20);
    if (dice.chance(0.5)) marks(d, [pt(0, 12), pt(0, -24)], dice);
    loop(d, 'final-outline', p, 2.5, dice, 'e', dice.pick([beans, beans, twice, once]));
  },
  coaster(d, dice) {
    d.technique = 'quilted-flat';
    const p = dice.pick([plate(96, 96), cloud(50, 8), round(100, 100), flower(52, 6)]);
    place(d, p, 'e', dice);
    hold(d, p, 'e', dice);
    quilt(d, 62, 62, dice);
    if (dice.chance(0.6)) look(d, 30, dice);
    loop(d, 'tack-down', p, 2.6, dice, 'e');
    hide(d, p, 'e', dice);
  },
  lace(d, dice) {
    d.technique = 'free-lace';
    const r = dice.between(24, 46);
    const net = dice.pick([
      // Rings and spokes.
      () => [
        ...[0.35, 0.65, 0.95].map((k) => even(ring(round(2 * r * k, 2 * r * k)), 2)),
        ...Array.from({ length: 10 }, (_, k) =>
          even([pt(0, 0), pt(r * Math.cos(k * 0.628), r * Math.sin(k * 0.628))], 2),
        ),
      ],
      // A net on the slant, there and back.
      () => [
        rows(round(2 * r, 2 * r), dice.between(2.4, 4), 2, 0.7),
        rows(round(2 * r, 2 * r), dice.between(2.4, 4), 2, 2.3),
      ],
    ])();
    d.add('lace-underlay', joined(net), { texture: undefined });
    if (dice.chance(0.6))
      d.add(
        'lace',
        joined(
          Array.from({ length: 8 }, (_, k) =>
            satin([pt(0, 0), turn([pt(r * 0.95, 0)], k * 0.785)[0]], 2.2, dice),
          ),
        ),
        {
          texture: 'satin',
          alsoTextures: ['fill', 'mixed'],
          alsoRoles: ['decoration'],
        },
      );
    if (dice.chance(0.4))
      d.add(
        'lace',
        joined(
          Array.from({ length: 6 }, (_, k) =>
            satin(
              ring(
                shift(
                  round(r * 0.3, r * 0.3),
                  r * 0.55 * Math.cos(k * 1.047),
                  r * 0.55 * Math.sin(k * 1.047),
                ),
              ),
              1.6,
              dice,
            ),
          ),
        ),
        {
          texture: 'satin',
          alsoTextures: ['fill', 'mixed'],
          alsoRoles: ['decoration'],
        },
      );
    d.add('lace', [satin(lapped(round(2 * r, 2 * r), dice), dice.between(2.2, 3.6), dice)], {
      texture: 'satin',
      around: round(2 * r, 2 * r),
      alsoRoles: ['decoration'],
      follows: undefined,
    });
  },
  cutwork(d, dice) {
    d.technique = 'cutwork';
    const n = dice.whole(1, 5);
    const windows = Array.from({ length: n }, (_, k) =>
      shift(dice.pick([round(22, 26), flower(12, 5), plate(20, 30)]), 34 * k, 0),
    );
    d.add(
      'cut-line',
      windows.map((v) => twice(stepped(v, 1.8, dice).line)),
      { texture: 'double-run', curve: 'w', alsoRoles: ['tack-down', 'placement'] },
    );
    if (dice.chance(0.4))
      d.add(
        'lace',
        windows.map((v, k) => satin([v[0], shift([pt(-(v[0].x - 34 * k), 0)], 34 * k, 0)[0]], 2, dice)),
        {
          texture: 'satin',
          alsoTextures: ['fill'],
          alsoRoles: ['decoration'],
        },
      );
    d.add(
      'cover',
      windows.map((v) => satin(lapped(v, dice), dice.between(2.6, 3.6), dice)),
      { texture: 'satin', curve: 'w' },
    );
    if (dice.chance(0.5)) look(d, 26, dice, 0, 52);
  },
  blades(d, dice) {
    d.technique = 'cutwork';
    const windows = Array.from({ length: dice.whole(1, 3) }, (_, k) =>
      shift(dice.pick([flower(13, 5), round(24, 30)]), 40 * k, 0),
    );
    d.add(
      'cut-line',
      windows.map((v) => once(stepped(v, 2, dice).line)),
      { texture: 'run', curve: 'w', alsoRoles: ['tack-down', 'placement'] },
    );
    const angles = [1.571, 0, 0.785, 2.356];
    const cuts = windows.map((v) => byBlade(within(v, 0.8), angles, 1.1));
    angles.forEach((a, k) => {
      const strokes = cuts.flatMap((c) => c[k]).map((s) => chops(s, a, 1.3));
      if (strokes.length) d.add('cut-line', strokes, { follows: undefined });
    });
    d.add(
      'cover',
      windows.map((v) => satin(lapped(within(v, 0.4), dice), 3.2, dice)),
      { texture: 'satin', curve: 'w' },
    );
  },
  pocket(d, dice) {
    d.technique = 'pocket';
    const [w, h] = [dice.between(70, 120), dice.between(70, 110)];
    const u: Path = [
      pt(-w / 2, h / 2),
      pt(-w / 2, -h / 2 + 14),
      pt(-w / 2 + 14, -h / 2),
      pt(w / 2 - 14, -h / 2),
      pt(w / 2, -h / 2 + 14),
      pt(w / 2, h / 2),
    ];
    d.add('placement', [tied(even(u, 3))], { texture: 'run', curve: 'e' });
    d.add('tack-down', [tied(even(u, 2.4))], { texture: 'run', curve: 'e' });
    if (dice.chance(0.6)) look(d, 30, dice);
    if (dice.chance(0.5)) d.add('cover', [satin(u, 3, dice)], { texture: 'satin', curve: 'e' });
  },
  strips(d, dice) {
    d.technique = 'pieced-strips';
    const s = dice.between(80, 130);
    const outer = superOval(s, s, 0.05);
    loop(d, 'placement', outer, 3, dice, 'o');
    loop(d, 'tack-down', outer, 2.6, dice, 'o');
    const n = dice.whole(3, 6);
    for (let k = 0; k < n; k++) {
      const x = -s / 2 + ((k + 0.7) * s) / n;
      d.add('seam', [tied(even([pt(x, -s / 2 - 4), pt(x, s / 2 + 4)], 2.4))], { texture: 'run' });
    }
    loop(d, 'final-outline', outer, 2.5, dice, 'o', twice, { alsoRoles: ['tack-down'] });
  },
  topper(d, dice) {
    d.technique = 'towel-topper';
    const p = cloud(52, dice.whole(6, 9));
    const inner = round(46, 40);
    place(d, p, 'e', dice);
    hold(d, p, 'e', dice);
    if (dice.chance(0.5)) look(d, 20, dice, 0, 34);
    loop(d, 'placement', inner, 2.5, dice, 'w');
    loop(d, 'tack-down', inner, 2.2, dice, 'w');
    d.add('cover', [satin(lapped(inner, dice), 3.2, dice)], { texture: 'satin', curve: 'w', around: inner });
    loop(d, 'tack-down', p, 2.4, dice, 'e');
    hide(d, p, 'e', dice);
  },
  plain(d, dice) {
    d.technique = 'plain';
    for (let k = dice.whole(1, 5); k > 0; k--)
      look(d, dice.between(16, 60), dice, dice.between(-34, 34), dice.between(-34, 34));
  },
  outlined(d, dice) {
    d.technique = 'plain';
    const p = anyShape(dice.between(20, 40), dice);
    d.add('decoration', [rows(p, 0.45, 3.6, dice.between(0, 3))], { texture: 'fill' });
    const edge = dice.chance(0.5) ? beans(stepped(p, 2.2, dice).line) : satin(lapped(p, dice), 2, dice);
    d.add('decoration', [edge], { alsoRoles: ['cover'], follows: undefined });
    if (dice.chance(0.5)) look(d, 30, dice, 0, 60);
  },
  minis(d, dice) {
    const one = anyShape(dice.between(11, 17), dice);
    const copies = Array.from({ length: dice.whole(2, 5) }, (_, k) =>
      shift(one, 48 * (k % 3), 52 * Math.floor(k / 3)),
    );
    d.add(
      'placement',
      copies.map((c) => once(stepped(c, 2.4, dice).line)),
      { texture: 'run', curve: 'e' },
    );
    d.add(
      'tack-down',
      copies.map((c) => once(stepped(within(c, 0.6), 2, dice).line)),
      { texture: 'run', curve: 'e' },
    );
    d.add(
      'decoration',
      copies.map((_, k) =>
        shift(satin([pt(-4, 0), pt(4, 1)], 3, dice), 48 * (k % 3), 52 * Math.floor(k / 3)),
      ),
      { texture: 'satin', alsoTextures: ['fill'] },
    );
    d.add(
      'cover',
      copies.map((c) => satin(lapped(c, dice), 2.8, dice)),
      { texture: 'satin', curve: 'e' },
    );
  },
  twins(d, dice) {
    d.technique = 'felt-tab';
    const one = dice.pick([plate(30, 56), star(24, 5, 0.62), pear(24)]);
    for (const x of [-34, 34]) {
      const c = shift(one, x, 0);
      place(d, c, `c${x}`, dice);
      if (dice.chance(0.7)) hold(d, c, `c${x}`, dice);
      look(d, 10, dice, x, 0);
      loop(d, 'final-outline', c, 2.4, dice, `c${x}`, dice.pick([beans, twice]));
    }
  },
  cutPatch(d, dice) {
    d.technique = 'patch-design';
    look(d, 40, dice);
    look(d, 30, dice, 0, -12);
    const p = dice.pick([round(84, 70), cloud(40, 7), plate(80, 62)]);
    loop(d, 'cut-line', p, 2.8, dice);
  },
};

/** Designs that were drawn after the rules stood; each kind so many times. */
export const fourthHand = (each: number, first = 0) => drawnBy('fourth', kinds, each, first);
