import { itemAt } from '$lib/core/base';
import type { Path } from '$lib/core/base';
import { blanket, circle, closePath, curve, inside, run, satin, TapeMaker, tatami } from '$lib/core/outline';
import type { Tape } from '$lib/core/tape';

const leaf = (ax: number, ay: number, bx: number, by: number, bulge: number, hollow: number): Path => {
  const a = { x: ax, y: ay };
  const b = { x: bx, y: by };
  const length = Math.hypot(bx - ax, by - ay);
  const normal = { x: -(by - ay) / length, y: (bx - ax) / length };
  const pull = (by2: number) => ({
    x: (ax + bx) / 2 + normal.x * by2,
    y: (ay + by) / 2 + normal.y * by2,
  });
  return [...curve(a, pull(bulge), b).slice(0, -1), ...curve(b, pull(-hollow), a).slice(0, -1)];
};
/** Body from tail to head, the near wing over it, and the sun behind both. */
const sun = circle({ x: 18, y: 26 }, 19);
const body = leaf(-44, -22, 34, 10, 24, 22);
const wing = leaf(-12, -6, -26, 50, 16, 20);

/** The stretches of an outline that no later piece will lie over. */
function seenParts(polygon: Path, above: Path[]): Path[] {
  const ring = closePath(polygon);
  const dense = ring.flatMap((p, i) =>
    i
      ? Array.from({ length: 8 }, (_, k) => ({
          x: itemAt(ring, i - 1).x + ((p.x - itemAt(ring, i - 1).x) * (k + 1)) / 8,
          y: itemAt(ring, i - 1).y + ((p.y - itemAt(ring, i - 1).y) * (k + 1)) / 8,
        }))
      : [p],
  );
  const hidden = dense.map((p) => above.some((a) => inside(p, a)));
  const first = hidden.findIndex((h, i) => h && !hidden[(i + 1) % hidden.length]);
  if (first < 0) return [dense];
  const parts: Path[] = [];
  let part: Path = [];
  for (let k = 1; k <= dense.length; k++) {
    const i = (first + k) % dense.length;
    if (!hidden[i]) part.push(itemAt(dense, i));
    else if (part.length) {
      if (part.length > 12) parts.push(part);
      part = [];
    }
  }
  return parts;
}

/** Gull pennant: three pieces cut to shape beforehand, each over the one before, edges in blanket stitch. */
export function gullPennant(): Tape {
  const pieces: [Path, Path[]][] = [
    [sun, [body, wing]],
    [body, [wing]],
    [wing, []],
  ];
  const maker = new TapeMaker('GULL PENNANT');
  for (const [piece, above] of pieces)
    maker
      .sew(run(closePath(piece), 2.4))
      .stop()
      .sew(run(closePath(piece), 2))
      .stop()
      .sew(...seenParts(piece, above).map((part) => blanket(part, 2.6, 2.8)))
      .stop();
  return maker
    .sew(...tatami(circle({ x: 24, y: 9 }, 1.8), 0.4, 3))
    .sew(
      satin(
        [
          { x: 34, y: 10 },
          { x: 43, y: 7.5 },
        ],
        2.6,
      ),
    )
    .done();
}
