import { boxOf, itemAt, lyingPath, type Path, type Point } from '../base';
import { MOST_SEWINGS, type Build, type Thing } from '../build';
import type { ItemPlace } from '../hoop';

/** Corners anticlockwise from the lower right: which side of the thing's middle each is on. */
const CORNERS = [
  [1, -1],
  [1, 1],
  [-1, 1],
  [-1, -1],
] as const;
/** The corner that is nearest to a place, by its number. */
const nearestCorner = ({ x, y }: Point): number =>
  CORNERS.findIndex(([right, up]) => right === (x < 0 ? -1 : 1) && up === (y < 0 ? -1 : 1));

/** The same at all four corners, a quarter further turned at each, from the first place on anticlockwise. */
export function atCorners({ widthMm, heightMm }: Thing, first: ItemPlace): ItemPlace[] {
  const inX = widthMm / 2 - Math.abs(first.x);
  const inY = heightMm / 2 - Math.abs(first.y);
  return CORNERS.map((_, n): ItemPlace => {
    const [right, up] = itemAt(CORNERS, (nearestCorner(first) + n) % 4);
    // A quarter turn changes what lies along over with what lies up.
    const [dx, dy] = n % 2 ? [inY, inX] : [inX, inY];
    return {
      x: right * (widthMm / 2 - dx),
      y: up * (heightMm / 2 - dy),
      turnDeg: turned(first.turnDeg + 90 * n),
    };
  });
}
const turned = (deg: number) => (deg > 360 ? deg - 360 : deg);

/** Between the edges of two things in a hoop, mm. */
const CLOTH_APART = 6;
/**
 * Corners of so many things in one hoop, at most four: each thing lies in a quarter of the field with its corner at the middle, so
 * that none lies over another. Where the design comes on each. mm from the middle of the field
 * @param place of the design on the thing
 */
export function cornersMeeting({ widthMm, heightMm }: Thing, place: ItemPlace, many: number): ItemPlace[] {
  const own = nearestCorner(place);
  const [right, up] = itemAt(CORNERS, own);
  // From that corner to the design.
  const way = { x: place.x - (right * widthMm) / 2, y: place.y - (up * heightMm) / 2 };
  return CORNERS.slice(0, many).map((_, n): ItemPlace => {
    // A thing whose lower right corner is its own lies up and to the left of it: by quarters it comes into each.
    const [toRight, upward] = itemAt(CORNERS, (own + n + 2) % 4);
    const turnDeg = 90 * n;
    const [along] = lyingPath([way], { x: 0, y: 0, turnDeg });
    return {
      x: (toRight * CLOTH_APART) / 2 + (along?.x ?? 0),
      y: (upward * CLOTH_APART) / 2 + (along?.y ?? 0),
      turnDeg: turned(place.turnDeg + turnDeg),
    };
  });
}

/**
 * One sewing beside the other along the thing, as many as it has room for on both sides of the first.
 * @param outline of the design, about its middle  @param gapMm between two
 */
export function inARow({ widthMm }: Thing, first: ItemPlace, outline: Path, gapMm: number): ItemPlace[] {
  const { minX, maxX } = boxOf(lyingPath(outline, { ...first, x: 0, y: 0 }));
  const pitch = maxX - minX + gapMm;
  const before = Math.max(0, Math.floor((widthMm / 2 + first.x + minX) / pitch + 1e-9));
  const after = Math.max(0, Math.floor((widthMm / 2 - first.x - maxX) / pitch + 1e-9));
  const from = Math.min(before, MOST_SEWINGS - 1);
  const many = Math.min(MOST_SEWINGS, from + 1 + after);
  return Array.from({ length: many }, (_, n) => ({ ...first, x: first.x + (n - from) * pitch }));
}

/**
 * Which sewing of a thing comes next, from 0: one a hooping, in their order, thing after thing. Several things in one hoop all
 * have the first.
 * @param made items of the build that are sewn
 */
export const sewingNext = ({ thing, order }: Pick<Build, 'thing' | 'order'>, made: number): number =>
  thing && order.repeats === 1 ? made % thing.places.length : 0;
