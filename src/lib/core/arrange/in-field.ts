import { boxOf, lyingPath, outInOval, unionOf, type Path } from '../base';
import { arrangeInBox, NOTHING, type ArrangeOptions } from './arrange';
import { areaWithGap } from './bound';
import type { Room } from './rows';
import type { Arrangement, ArrangeShape, ArrangeTask, Place } from './types';

/**
 * Lays shapes into a field, which may be round as its sides say: every one wholly inside it less the inset, every two at least
 * the gap apart.
 */
export const arrange = (task: ArrangeTask, options: ArrangeOptions): Arrangement =>
  task.field.oval ? arrangeInOval(task, options) : arrangeInBox(task, options);

/** Where the corners of rectangles within an oval lie on it, degrees; the largest first. */
const CORNERS_DEG = [45, 37, 53, 30, 60, 22, 68];

/** A box so much larger than the oval's own is filled: the wider it is, the less its edges decide of the pattern. */
const WIDER = { least: 1.4, most: 3 };
/** Of more a pattern is not made. */
const MOST_IN_PATTERN = 1500;

const wantedOf = (shapes: readonly ArrangeShape[]): number =>
  shapes.reduce((sum, { quantity }) => sum + (quantity ?? Infinity), 0);

/** In rectangles within the oval; and of a pattern that goes on beyond it those that lie in it. */
function arrangeInOval(task: ArrangeTask, { left, onBetter }: ArrangeOptions): Arrangement {
  const { insetMm, shapes } = task;
  const room = { width: task.field.widthMm - 2 * insetMm, height: task.field.heightMm - 2 * insetMm };
  if (room.width <= 0 || room.height <= 0) return arrangeInBox(task, { left });
  const upperBound = mostInOval(task, room);
  const wanted = wantedOf(shapes);
  const inside = (field: ArrangeTask['field'], of: ArrangeTask, share: () => number) =>
    arrangeInBox({ ...of, field, insetMm: 0 }, { left: share });
  const looks = CORNERS_DEG.map((deg) => {
    const angle = (deg * Math.PI) / 180;
    const field = { widthMm: room.width * Math.cos(angle), heightMm: room.height * Math.sin(angle) };
    return (share: () => number) => inside(field, task, share);
  });
  const [shape] = shapes;
  // A pattern without an end is one of a single shape.
  if (shapes.length === 1)
    looks.unshift((share) => {
      const endless = { ...task, shapes: [{ ...shape, quantity: null }] };
      const wider = Math.sqrt(MOST_IN_PATTERN / Math.max(1, mostInOval(endless, room)));
      const by = Math.min(WIDER.most, Math.max(WIDER.least, wider));
      const field = { widthMm: by * room.width, heightMm: by * room.height };
      return cutOut(inside(field, endless, share), shape, room, wanted);
    });
  let best: Arrangement | null = null;
  for (const [n, look] of looks.entries()) {
    // Each may take its part of what is left.
    const [from, parts] = [left(), looks.length - n];
    const found = look(() => (from <= 0 ? 0 : Math.max(0, 1 - ((from - left()) * parts) / from)));
    if (best && found.placements.length <= best.placements.length) continue;
    best = { ...found, upperBound };
    onBetter?.(best);
    if (best.placements.length >= Math.min(wanted, upperBound)) break;
  }
  return best ?? arrangeInBox(task, { left });
}
/** So many nearest to the middle are tried in it, and what lies between them. */
const MIDDLES = 6;
/** Those of a pattern that lie in an oval, moved so that most do: one of them in its middle, or what lies between two or three. */
function cutOut(
  found: Arrangement,
  shape: ArrangeShape,
  { width, height }: Room,
  wanted: number,
): Arrangement {
  const nearest = found.placements
    .toSorted((a, b) => Math.hypot(a.xMm, a.yMm) - Math.hypot(b.xMm, b.yMm))
    .slice(0, MIDDLES);
  const between = (...all: Place[]) => ({
    x: -all.reduce((sum, p) => sum + p.xMm, 0) / all.length,
    y: -all.reduce((sum, p) => sum + p.yMm, 0) / all.length,
  });
  const moves = nearest.flatMap((a, i) => [
    between(a),
    ...nearest
      .slice(i + 1)
      .flatMap((b, k) => [between(a, b), ...nearest.slice(i + k + 2).map((c) => between(a, b, c))]),
  ]);
  let best: { place: Place; path: Path }[] = [];
  for (const { x, y } of moves) {
    const lying = found.placements.flatMap((p) => {
      const place = { ...p, xMm: p.xMm + x, yMm: p.yMm + y };
      const path = lyingPath(shape.outline, { x: place.xMm, y: place.yMm, turnDeg: place.turnDeg });
      return path.every((q) => outInOval(q, width, height) <= 1 + 1e-9) ? [{ place, path }] : [];
    });
    if (lying.length > best.length) best = lying;
  }
  const chosen = best
    .toSorted((a, b) => Math.hypot(a.place.xMm, a.place.yMm) - Math.hypot(b.place.xMm, b.place.yMm))
    .slice(0, wanted);
  const missing = Number.isFinite(wanted) ? wanted - chosen.length : 0;
  return {
    ...found,
    placements: chosen.map(({ place }) => place),
    unplaced: missing > 0 ? [{ shapeId: shape.id, quantity: missing }] : [],
    traceBox: chosen.length ? unionOf(chosen.map(({ path }) => boxOf(path))) : NOTHING,
    grid: null,
    way: 'free',
    because: chosen.length ? undefined : 'No shape fits the round field within its inset.',
  };
}
/**
 * No way holds more: each shape with half the gap round it takes its area of the oval with half the gap round that. The way
 * round an oval is at most that of the circle of its mean square.
 */
function mostInOval({ shapes, gapMm }: ArrangeTask, { width, height }: Room): number {
  const around = Math.PI * Math.sqrt((width * width + height * height) / 2);
  const area = (Math.PI * width * height) / 4 + (around * gapMm) / 2 + (Math.PI * gapMm * gapMm) / 4;
  const least = Math.min(...shapes.map((shape) => areaWithGap(shape, gapMm)));
  return Math.min(wantedOf(shapes), Math.floor(area / least + 1e-9));
}
