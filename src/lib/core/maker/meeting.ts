import { distance, type Path, type Point } from '../base';
import { inside } from '../outline';
import { STITCH, type Tape } from '../tape';
import { Holes } from './border';
import { lengthOf, middleOfOpening, openingAt, pointAt } from './line';
import type { Opening } from './parts';
import { Near, turnsOf } from './rails';

/** A line turns at a corner by at least so much, radians. */
const CORNER = (25 * Math.PI) / 180;
/** Corners of a ring that point outward, with the angle between their sides, radians. */
export function cornersOf(ring: Path): { at: Point; angle: number }[] {
  return turnsOf(ring).flatMap((turn, i) => (turn > CORNER ? [{ at: ring[i], angle: Math.PI - turn }] : []));
}

/** By how much a ring turns, to and fro alike, where it is left open, radians. */
export function turnWithin(ring: Path, opening: Opening): number {
  const total = lengthOf(ring);
  const middle = middleOfOpening(ring, opening);
  let at = 0;
  return turnsOf(ring).reduce((sum, turn, i) => {
    const off = Math.abs(((((at - middle) % total) + 1.5 * total) % total) - total / 2);
    at += distance(ring[i], ring[(i + 1) % ring.length]);
    return off < opening.lengthMm / 2 ? sum + Math.abs(turn) : sum;
  }, 0);
}

/** Places on a ring that are looked at for an opening. */
const PLACES = 90;
/** Where a ring turns least along so many mm: by how much, radians, and an opening of that length there. */
export function straightestOn(
  ring: Path,
  lengthMm: number,
): { turn: number; opening: { atMm: number; lengthMm: number } } {
  const total = lengthOf(ring);
  const openings = Array.from({ length: PLACES }, (_, k) =>
    openingAt(ring, pointAt(ring, (k * total) / PLACES), lengthMm),
  );
  const places = openings.map((opening) => ({ opening, turn: turnWithin(ring, opening) }));
  return places.reduce((best, place) => (place.turn < best.turn ? place : best));
}

/** How near a design comes to the border round it. */
interface Meeting {
  /** a needle point that lies outside what the border goes round */
  outside: Point | null;
  /** one that lies nearer to it than the gap */
  near: Point | null;
  /** the most needle holes in a square millimetre where both meet, and where */
  most: number;
  at: Point | null;
}
/** Design and border meet within this, mm. */
const MEETS = 1.2;
/** Rounding of the tape, mm. */
const EXACT = 0.1;
/**
 * @param design its needle points  @param whole the tape with design and border  @param rings what the border goes round, its inner edge
 */
export function crowdNear(design: Tape, whole: Tape, rings: readonly Path[], gapMm: number): Meeting {
  const reach = Math.max(gapMm, MEETS);
  const edges = rings.map((ring) => new Near(ring, Math.max(1, reach)));
  const isWithin = (p: Point) => rings.filter((ring) => inside(p, ring)).length % 2 === 1;
  const isNear = (p: Point, mm: number) => mm > 0 && edges.some((edge) => edge.isNearer(p.x, p.y, mm));
  const meeting: Meeting = { outside: null, near: null, most: 0, at: null };
  const holes = new Holes();
  for (const p of stitchesOf(whole)) if (isNear(p, reach)) holes.put(p);
  for (const p of stitchesOf(design)) {
    if (!isWithin(p) && !isNear(p, EXACT)) meeting.outside ??= p;
    if (isNear(p, gapMm - EXACT)) meeting.near ??= p;
    if (!isNear(p, MEETS)) continue;
    const held = holes.around(p);
    if (held > meeting.most) [meeting.most, meeting.at] = [held, p];
  }
  return meeting;
}
function* stitchesOf({ x, y, kind }: Tape): Generator<Point> {
  for (let i = 0; i < kind.length; i++) if (kind[i] === STITCH) yield { x: x[i] / 10, y: y[i] / 10 };
}
