import {
  apartBy,
  arrange,
  type ArrangeShape,
  type Arrangement,
  type ArrangeTask,
  type ToldOutline,
} from '$lib/core/arrange';
import { boxOf, turnedPath, type Path } from '$lib/core/base';
import { star } from '$lib/core/outline';
import { shapeOf, troubleOf } from '../tests/support/arranging';

const points = (path: Path): ToldOutline => path.map(({ x, y }): [number, number] => [x, y]);
const FIELDS = [
  [100, 100],
  [130, 180],
  [160, 260],
  [200, 300],
  [330, 410],
] as const;
const INSET = 5;
const GAPS = [2, 6, 15];
const percent = (n: number, of: number) => `${((100 * n) / Math.max(1, of)).toFixed(1)} %`;

interface Answer {
  found: Arrangement;
  first: number;
  ms: number;
}
function solve(task: ArrangeTask, seconds: number): Answer {
  const from = performance.now();
  let first = 0;
  const gone = () => performance.now() - from;
  const found = arrange(task, {
    left: () => 1 - gone() / (1000 * seconds),
    onBetter: () => (first ||= gone()),
  });
  return { found, first, ms: gone() };
}
/** Rounds in straight rows, and in rows that lie in the gaps of the last, along and across. */
function roundsInRows(w: number, h: number, d: number, gap: number): number {
  const fit = (room: number, pitch: number) => Math.max(0, Math.floor((room - d) / pitch + 1e-9) + 1);
  const hex = (a: number, b: number) => {
    if (a < d || b < d) return 0;
    const [even, odd] = [fit(a, d + gap), Math.max(0, fit(a - (d + gap) / 2, d + gap))];
    const rows = fit(b, ((d + gap) * Math.sqrt(3)) / 2);
    return Math.ceil(rows / 2) * even + Math.floor(rows / 2) * odd;
  };
  return w < d || h < d ? 0 : Math.max(fit(w, d + gap) * fit(h, d + gap), hex(w, h), hex(h, w));
}
/** The best lattice of one turn among many, by true distance and not by what the search under test knows. */
function longLattice(shape: ArrangeShape, w: number, h: number, gap: number): number {
  const SHIFTS = 40;
  let best = 0;
  for (const deg of [0, 90]) {
    const path = turnedPath(shape.outline, deg);
    const box = boxOf(path);
    const [wide, tall] = [box.maxX - box.minX, box.maxY - box.minY];
    if (wide > w || tall > h) continue;
    const apart = (x: number, y: number) =>
      apartBy({ path, radius: null }, { path: path.map((p) => ({ x: p.x + x, y: p.y + y })), radius: null });
    const least = (high: number, holds: (v: number) => boolean) => {
      let [a, b] = [0, high];
      for (let i = 0; i < 24; i++) {
        const middle = (a + b) / 2;
        if (holds(middle)) b = middle;
        else a = middle;
      }
      return b;
    };
    const pitch = least(wide + gap, (v) => apart(v, 0) >= gap);
    for (const stretch of [0, 0.25, 0.5, 0.75, 1]) {
      const n = Math.floor((w - wide) / pitch) + 1;
      const p = n > 1 ? pitch + stretch * ((w - wide) / (n - 1) - pitch) : pitch;
      for (let s = 0; s < SHIFTS; s++) {
        const shift = (s * p) / SHIFTS;
        const near = [-2, -1, 0, 1, 2];
        const rise = least(tall + gap, (v) =>
          near.every((k) => apart(shift + k * p, v) >= gap && apart(k * p, 2 * v) >= gap),
        );
        let count = 0;
        for (let row = 0, y = 0; y + tall <= h + 1e-9; row++, y += rise) {
          const from = row % 2 ? shift : 0;
          count += Math.max(0, Math.floor((w - wide - from) / p + 1e-9) + 1);
        }
        best = Math.max(best, count);
      }
    }
  }
  return best;
}
/** A field cut by straight cuts into so many rectangles: they are known to go into it again. */
function perfectField(seed: number, n: number): { w: number; h: number }[] {
  let state = seed;
  const random = () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648;
  const parts = [{ w: 200, h: 200 }];
  while (parts.length < n) {
    const [largest] = parts.toSorted((a, b) => b.w * b.h - a.w * a.h);
    const share = 0.3 + 0.4 * random();
    parts.splice(parts.indexOf(largest), 1);
    if (largest.w > largest.h)
      parts.push({ w: largest.w * share, h: largest.h }, { w: largest.w * (1 - share), h: largest.h });
    else parts.push({ w: largest.w, h: largest.h * share }, { w: largest.w, h: largest.h * (1 - share) });
  }
  return parts;
}

/** How many fit, against what is known: printed, not asserted. seconds: given to each. */
export function printArrangements(seconds: number) {
  console.log(`\nHow many fit, ${seconds} s each`);
  const tasks = (shape: ArrangeShape): ArrangeTask[] =>
    FIELDS.flatMap(([widthMm, heightMm]) =>
      GAPS.map((gapMm): ArrangeTask => ({
        field: { widthMm, heightMm },
        insetMm: INSET,
        gapMm,
        shapes: [shape],
        way: 'best',
      })),
    );
  const told = (name: string, shapes: ArrangeShape[], known: (task: ArrangeTask) => number) => {
    const all = shapes.flatMap(tasks).map((task) => ({ ...solve(task, seconds), task, known: known(task) }));
    const some = all.filter((a) => a.known > 0);
    return {
      what: name,
      cases: some.length,
      'at least as many': percent(
        some.filter((a) => a.found.placements.length >= a.known).length,
        some.length,
      ),
      more: percent(some.filter((a) => a.found.placements.length > a.known).length, some.length),
      valid: percent(all.filter((a) => troubleOf(a.task, a.found) === null).length, all.length),
      'first answer ms, worst': Math.round(Math.max(...all.map((a) => a.first))),
      'ms, worst': Math.round(Math.max(...all.map((a) => a.ms))),
    };
  };
  const room = ({ field }: ArrangeTask) => [field.widthMm - 2 * INSET, field.heightMm - 2 * INSET] as const;
  const rows = [
    told(
      'rounds: rows, straight or shifted',
      [24, 37, 50, 63.5].map((diameterMm) => shapeOf({ diameterMm }, 'none')),
      (task) => roundsInRows(...room(task), task.shapes[0].diameterMm ?? 0, task.gapMm),
    ),
    ...Object.entries({
      kites: [
        [0, -30],
        [18, 10],
        [0, 25],
        [-18, 10],
      ],
      shields: [
        [-20, 24],
        [20, 24],
        [20, 0],
        [0, -26],
        [-20, 0],
      ],
      tabs: [
        [-12, -30],
        [12, -30],
        [12, 20],
        [6, 30],
        [-6, 30],
        [-12, 20],
      ],
      triangles: [
        [-22, -15],
        [22, -15],
        [0, 25],
      ],
      stars: points(star({ x: 0, y: 0 }, 5, 24, 11)) as [number, number][],
    } satisfies Record<string, number[][]>).map(([name, path]) =>
      told(`${name}: a long search of lattices`, [shapeOf(path as [number, number][], 'any')], (task) =>
        longLattice(task.shapes[0], ...room(task), task.gapMm),
      ),
    ),
  ];
  console.table(rows);
  const FIELD = 200.4;
  const share = (cases: ArrangeShape[][]) => {
    const whole = cases.filter((shapes) => {
      const field = { widthMm: FIELD, heightMm: FIELD };
      const task: ArrangeTask = { field, insetMm: 0, gapMm: 0, shapes, way: 'best' };
      const { found } = solve(task, seconds);
      return found.placements.length === shapes.length && troubleOf(task, found) === null;
    });
    return `${percent(whole.length, cases.length)} of ${cases.length}`;
  };
  const cut = (counts: number[], shapesOf: (w: number, h: number, id: string) => ArrangeShape[]) =>
    counts.flatMap((n) =>
      [1, 2, 3, 4, 5].map((seed) =>
        perfectField(7 * seed + n, n).flatMap(({ w, h }, i) => shapesOf(w, h, `r${i}`)),
      ),
    );
  const halves = (w: number, h: number, id: string) => [
    shapeOf([[0, 0], [w, 0], [0, h]], 'half', 1, `${id}a`), // prettier-ignore
    shapeOf([[w, h], [0, h], [w, 0]], 'half', 1, `${id}b`), // prettier-ignore
  ];
  const whole = (w: number, h: number, id: string) => [
    shapeOf({ widthMm: w, heightMm: h }, 'quarter', 1, id),
  ];
  console.log('All placed, of what was cut from one field:');
  console.log(`  rectangles, by quarters: ${share(cut([4, 6, 8, 12], whole))}`);
  console.log(`  rectangles halved into triangles, end for end: ${share(cut([2, 3, 4], halves))}`);
}
