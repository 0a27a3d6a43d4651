/**
 * How other hands draw and sew: shapes and stitches written apart from the product's own outline code, so that its reading
 * cannot agree with its drawing by kinship. Points in mm, y up; closed shapes without their first point again.
 */
import type { Path, Point } from '$lib/core/base';
import type { Dice } from './types';

const gone = (a: Point, b: Point) => Math.hypot(b.x - a.x, b.y - a.y);
const mid = (a: Point, b: Point, t: number): Point => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
});
export const lengthOf = (p: Path): number => p.reduce((sum, q, i) => sum + (i ? gone(p[i - 1], q) : 0), 0);
export const ring = (p: Path): Path => [...p, p[0]];
export const shift = (p: Path, dx: number, dy: number): Path =>
  p.map(({ x, y }) => ({ x: x + dx, y: y + dy }));
export const turn = (p: Path, a: number): Path =>
  p.map(({ x, y }) => ({ x: x * Math.cos(a) - y * Math.sin(a), y: x * Math.sin(a) + y * Math.cos(a) }));
export const stretch = (p: Path, sx: number, sy = sx): Path =>
  p.map(({ x, y }) => ({ x: x * sx, y: y * sy }));
const polar = (n: number, r: (a: number) => number): Path =>
  Array.from({ length: n }, (_, i) => {
    const a = (2 * Math.PI * i) / n;
    return { x: r(a) * Math.cos(a), y: r(a) * Math.sin(a) };
  });

/** A smooth closed shape with bumps and dents, about as large as r all ways. */
export const blob = (r: number, dice: Dice, rough = 0.12): Path => {
  const waves = [2, 3, 5].map((k) => ({
    k,
    by: dice.between(0, rough / Math.sqrt(k)),
    at: dice.between(0, 6.28),
  }));
  return polar(180, (a) => r * (1 + waves.reduce((sum, w) => sum + w.by * Math.cos(w.k * a + w.at), 0)));
};
export const oval = (rx: number, ry: number): Path =>
  stretch(
    polar(150, () => 1),
    rx,
    ry,
  );
export const regular = (n: number, r: number): Path => polar(n, () => r);
export const gear = (r: number, teeth: number): Path =>
  Array.from({ length: teeth * 4 }, (_, i) => {
    const a = (2 * Math.PI * (i + 0.5)) / (teeth * 4);
    const s = i % 4 < 2 ? r : r * 0.86;
    return { x: s * Math.cos(a), y: s * Math.sin(a) };
  });
export const crescent = (r: number): Path => [
  ...Array.from({ length: 90 }, (_, i) => {
    const a = 0.9 + ((2 * Math.PI - 1.8) * i) / 89;
    return { x: r * Math.cos(a), y: r * Math.sin(a) };
  }),
  ...Array.from({ length: 60 }, (_, i) => {
    const a = 2 * Math.PI - 1.25 - ((2 * Math.PI - 2.5) * i) / 59;
    return { x: r * 0.31 + r * 0.82 * Math.cos(a), y: r * 0.82 * Math.sin(a) };
  }),
];
/** A leaf whose edge has teeth. */
export const leaf = (length: number, width: number, teeth: number): Path => {
  const side = (s: number): Path =>
    Array.from({ length: 2 * teeth + 1 }, (_, i) => {
      const t = i / (2 * teeth);
      return { x: (t - 0.5) * length, y: (s * Math.sin(Math.PI * t) * width * (i % 2 ? 1 : 0.84)) / 2 };
    });
  return [...side(1), ...side(-1).reverse().slice(1, -1)];
};
export const heart = (size: number): Path =>
  Array.from({ length: 140 }, (_, i) => {
    const t = (2 * Math.PI * i) / 140;
    return {
      x: (size / 34) * 16 * Math.sin(t) ** 3,
      y: (size / 34) * (13 * Math.cos(t) - 5 * Math.cos(2 * t) - 2 * Math.cos(3 * t) - Math.cos(4 * t)),
    };
  });
/** A box with corners cut round by r, which may be 0. */
export const box = (w: number, h: number, r = 0): Path =>
  [
    [1, 1],
    [-1, 1],
    [-1, -1],
    [1, -1],
  ].flatMap(([sx, sy], k) =>
    r === 0
      ? [{ x: (sx * w) / 2, y: (sy * h) / 2 }]
      : Array.from({ length: 9 }, (_, i) => {
          const a = (k * Math.PI) / 2 + (i * Math.PI) / 16;
          return { x: sx * (w / 2 - r) + r * Math.cos(a), y: sy * (h / 2 - r) + r * Math.sin(a) };
        }),
  );
/** Strokes of a block letter, 1 high. */
const LETTERS: [number, number][][][] = [
  [
    [
      [0, 0],
      [0.35, 1],
      [0.7, 0],
    ],
    [
      [0.14, 0.4],
      [0.56, 0.4],
    ],
  ],
  [
    [
      [0.6, 0],
      [0, 0],
      [0, 1],
      [0.6, 1],
    ],
    [
      [0, 0.52],
      [0.45, 0.52],
    ],
  ],
  [
    [
      [0, 0],
      [0, 1],
    ],
    [
      [0.6, 1],
      [0, 0.45],
      [0.6, 0],
    ],
  ],
  [
    [
      [0, 0],
      [0, 1],
      [0.35, 0.4],
      [0.7, 1],
      [0.7, 0],
    ],
  ],
  [
    [
      [0, 0],
      [0, 1],
      [0.6, 0],
      [0.6, 1],
    ],
  ],
  [
    [
      [0, 1],
      [0.6, 1],
      [0.05, 0],
      [0.65, 0],
    ],
  ],
  [
    [
      [0, 1],
      [0.65, 1],
    ],
    [
      [0.32, 1],
      [0.32, 0],
    ],
  ],
];
export const word = (letters: number, size: number, dice: Dice): Path[] =>
  Array.from({ length: letters }, (_, i) =>
    dice
      .pick(LETTERS)
      .map((stroke) =>
        stroke.map(([x, y]) => ({ x: (i - letters / 2) * size * 0.95 + x * size, y: (y - 0.5) * size })),
      ),
  ).flat();
/** Joined handwriting: loops along a line. */
export const script = (length: number, size: number, dice: Dice): Path => {
  const pitch = dice.between(0.6, 0.9) * size;
  const n = Math.ceil((length / pitch) * 16);
  return Array.from({ length: n }, (_, i) => {
    const a = (2 * Math.PI * i) / 16;
    const high = 0.5 + 0.5 * Math.abs(Math.sin(1.7 * Math.floor(i / 16) + length));
    return {
      x: (i * pitch) / 16 - 0.6 * size * Math.sin(a) - length / 2,
      y: -0.5 * size * high * Math.cos(a),
    };
  });
};
/** A line that wanders: neither straight nor round. */
export const wander = (w: number, h: number, turns: number, dice: Dice): Path => {
  let [x, y, a] = [dice.between(-w / 3, w / 3), dice.between(-h / 3, h / 3), dice.between(0, 6.28)];
  return Array.from({ length: turns }, () => {
    a += dice.between(-1.1, 1.1);
    if (Math.abs(x + 3 * Math.cos(a)) > w / 2 || Math.abs(y + 3 * Math.sin(a)) > h / 2) a += 2.2;
    x = Math.max(-w / 2, Math.min(w / 2, x + 3 * Math.cos(a)));
    y = Math.max(-h / 2, Math.min(h / 2, y + 3 * Math.sin(a)));
    return { x, y };
  });
};
/** A closed shape made smaller (by > 0) or larger, point by point along its normals: small steps only. */
export const within = (p: Path, by: number): Path => {
  const area = p.reduce(
    (sum, q, i) => sum + q.x * p[(i + 1) % p.length].y - p[(i + 1) % p.length].x * q.y,
    0,
  );
  const s = area > 0 ? 1 : -1;
  const moved = p.map((q, i) => {
    const a = p[(i + p.length - 1) % p.length];
    const b = p[(i + 1) % p.length];
    const [u, v] = [gone(a, q) || 1, gone(q, b) || 1];
    const nx = (-(q.y - a.y) / u - (b.y - q.y) / v) * s;
    const ny = ((q.x - a.x) / u + (b.x - q.x) / v) * s;
    const n2 = Math.max(0.5, (nx * nx + ny * ny) / 2);
    return { x: q.x + (by * nx) / n2, y: q.y + (by * ny) / n2 };
  });
  return withoutTails(moved);
};
/** A tip that is drawn inwards by more than it is wide crosses itself: nobody sews the tail beyond. */
function withoutTails(p: Path): Path {
  const n = p.length;
  for (let i = 0; i < n; i++)
    for (let k = 2; k < n / 3; k++) {
      const at = crossing(p[i], p[(i + 1) % n], p[(i + k) % n], p[(i + k + 1) % n]);
      if (!at) continue;
      const rest = Array.from({ length: n - k }, (_, m) => p[(i + k + 1 + m) % n]);
      return withoutTails([at, ...rest]);
    }
  return p;
}
function crossing(a: Point, b: Point, c: Point, d: Point): Point | null {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const cross = ux * vy - uy * vx;
  const t = ((c.x - a.x) * vy - (c.y - a.y) * vx) / cross;
  const s = ((c.x - a.x) * uy - (c.y - a.y) * ux) / cross;
  return t > 0 && t < 1 && s > 0 && s < 1 ? { x: a.x + ux * t, y: a.y + uy * t } : null;
}

/** Needle points along a line, corners kept, at most so far apart. */
export const sewn = (p: Path, step: number): Path => {
  const out: Path = [p[0]];
  for (let from = 0; from < p.length - 1;) {
    let to = from + 1;
    const bends = (i: number) => {
      const [u, v] = [gone(p[i - 1], p[i]), gone(p[i], p[i + 1])];
      const dot =
        (p[i].x - p[i - 1].x) * (p[i + 1].x - p[i].x) + (p[i].y - p[i - 1].y) * (p[i + 1].y - p[i].y);
      return dot < 0.85 * u * v;
    };
    while (to < p.length - 1 && !bends(to)) to++;
    const part = p.slice(from, to + 1);
    const length = lengthOf(part);
    const n = Math.max(1, Math.round(length / step));
    let k = 1;
    let done = 0;
    for (let i = 1; i < part.length; i++) {
      const d = gone(part[i - 1], part[i]);
      for (; k <= n && (k * length) / n <= done + d + 1e-9; k++)
        out.push(mid(part[i - 1], part[i], d ? ((k * length) / n - done) / d : 1));
      done += d;
    }
    from = to;
  }
  return out;
};
export const thereAndBack = (p: Path, step: number): Path => {
  const s = sewn(p, step);
  return [...s, ...s.slice(0, -1).reverse()];
};
/** Each stitch three or five times. */
export const triple = (p: Path, step: number, times: 3 | 5 = 3): Path => {
  const s = sewn(p, step);
  return s.flatMap((q, i) =>
    i === 0 ? [q] : times === 3 ? [q, s[i - 1], q] : [q, s[i - 1], q, s[i - 1], q],
  );
};
/** Dashes: strands of their own. */
export const dashed = (p: Path, on: number, off: number): Path[] => {
  const s = sewn(p, 1);
  const out: Path[] = [];
  for (let i = 0; i + on < s.length; i += on + off) out.push(sewn(s.slice(i, i + on + 1), 2.5));
  return out;
};
/** To and fro across a line. @param uneven share by which the advance varies @param ragged mm by which the edge does */
export const across = (p: Path, width: number, advance: number, dice: Dice, uneven = 0, ragged = 0): Path => {
  const s = sewn(p, advance / 2);
  return s.map((q, i) => {
    const a = s[Math.max(0, i - 1)];
    const b = s[Math.min(s.length - 1, i + 1)];
    const d = gone(a, b) || 1;
    const w = ((i % 2 ? 1 : -1) * (width - ragged * dice.next())) / 2;
    const along = uneven * advance * dice.between(-0.25, 0.25);
    return {
      x: q.x - ((b.y - a.y) / d) * w + ((b.x - a.x) / d) * along,
      y: q.y + ((b.x - a.x) / d) * w + ((b.y - a.y) / d) * along,
    };
  });
};
/** A line with teeth on its left. */
export const toothed = (p: Path, tooth: number, pitch: number): Path => {
  const s = sewn(p, pitch);
  return s.flatMap((q, i) => {
    if (i === 0) return [q];
    const d = gone(s[i - 1], q) || 1;
    return [q, { x: q.x - ((q.y - s[i - 1].y) / d) * tooth, y: q.y + ((q.x - s[i - 1].x) / d) * tooth }, q];
  });
};
/** Rows over a closed shape. */
export const rows = (p: Path, gap: number, step: number, angle: number): Path => {
  const q = turn(p, -angle);
  const ys = q.map((v) => v.y);
  const out: Path = [];
  let flip = false;
  for (let y = Math.min(...ys) + gap / 2; y < Math.max(...ys); y += gap) {
    const xs: number[] = [];
    q.forEach((a, i) => {
      const b = q[(i + 1) % q.length];
      if (a.y > y !== b.y > y) xs.push(a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x));
    });
    xs.sort((a, b) => a - b);
    if (xs.length < 2) continue;
    const row = sewn(
      [
        { x: xs[0], y },
        { x: xs[xs.length - 1], y },
      ],
      step,
    );
    out.push(...(flip ? row.reverse() : row));
    flip = !flip;
  }
  return turn(out, angle);
};
/** Crossing lines over a box, as strands: 2 or 3 directions. */
export const grid = (w: number, h: number, gap: number, angles: readonly number[]): Path[] =>
  angles.flatMap((a) => {
    const out: Path = [];
    const reach = Math.hypot(w, h) / 2;
    let flip = false;
    for (let d = -reach + gap / 2; d < reach; d += gap) {
      const hits: Point[] = [];
      for (let t = -reach; t <= reach; t += 0.5) {
        const q = { x: t * Math.cos(a) - d * Math.sin(a), y: t * Math.sin(a) + d * Math.cos(a) };
        if (Math.abs(q.x) <= w / 2 && Math.abs(q.y) <= h / 2) hits.push(q);
      }
      if (hits.length < 3) continue;
      const line = [hits[0], hits[hits.length - 1]];
      out.push(...(flip ? line.reverse() : line));
      flip = !flip;
    }
    return out.length > 1 ? [sewn(out, 2)] : [];
  });
/** A part of a closed shape, from share a to share b of its way round. */
export const part = (p: Path, a: number, b: number): Path => {
  const s = sewn(ring(p), 0.5);
  const n = s.length - 1;
  const from = Math.round(a * n);
  const to = Math.round(b * n);
  return Array.from({ length: to - from + 1 }, (_, i) => s[(from + i) % n]);
};
/** The stretches of a closed shape that each of some blades cuts: those whose way is nearest to its angle. */
export const byBlade = (p: Path, angles: readonly number[], step: number): Path[][] => {
  const s = sewn(ring(p), step);
  const strokes: Path[][] = angles.map(() => []);
  let last = -1;
  for (let i = 1; i < s.length; i++) {
    const way = Math.atan2(s[i].y - s[i - 1].y, s[i].x - s[i - 1].x);
    const off = angles.map((a) => Math.abs(Math.sin(way - a)));
    const blade = off.indexOf(Math.min(...off));
    if (blade === last) strokes[blade][strokes[blade].length - 1].push(s[i]);
    else strokes[blade].push([s[i - 1], s[i]]);
    last = blade;
  }
  return strokes;
};
/** Chops of one blade along a stroke: each a short stitch at its own angle, whatever the way of the stroke. */
export const chops = (stroke: Path, angle: number, long: number): Path =>
  stroke.flatMap(({ x, y }) => {
    const [dx, dy] = [(long / 2) * Math.cos(angle), (long / 2) * Math.sin(angle)];
    return [
      { x: x - dx, y: y - dy },
      { x: x + dx, y: y + dy },
    ];
  });
