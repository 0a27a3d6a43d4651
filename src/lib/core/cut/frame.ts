/**
 * A piece that meets a slanted seam is measured and cut along it, not along the hoop: in a frame that is turned with the seam.
 * mm, y up; angles in radians, counter-clockwise from the hoop's x axis.
 */
import { boxOf, itemAt, type Box, type Path, type Point } from '../base';
import type { BlockReading } from '../reading';

/** Nearer to level or upright than this, a seam is meant to be so: 2°. */
const MEANT_RAD = 0.035;
/** Ends of a line lie nearly as far apart as it is long, or it is no seam. */
const STRAIGHT = 0.97;

/** A point as it is seen from a frame that is turned by an angle. */
const seenFrom = (rad: number, x: number, y: number): Point => ({
  x: x * Math.cos(rad) + y * Math.sin(rad),
  y: y * Math.cos(rad) - x * Math.sin(rad),
});
/** A path as it is seen from a turned frame. */
export const inFrame = (path: Path, rad: number): Path =>
  rad ? path.map(({ x, y }) => seenFrom(rad, x, y)) : path;
/** The corners, in the hoop, of a box in a turned frame. */
export const cornersOf = ({ minX, minY, maxX, maxY }: Box, rad: number): Path =>
  [
    [minX, minY],
    [maxX, minY],
    [maxX, maxY],
    [minX, maxY],
  ].map(([x = 0, y = 0]) => seenFrom(-rad, x, y));

/** How far a straight seam slants: 0 for one that is level, upright or not straight; else over −90° and under 90°. */
export function slantOf({ lines }: BlockReading): number {
  const line = lines.at(0);
  if (!line) return 0;
  const p = line.points;
  const [dx, dy] = [itemAt(p, p.length - 2) - itemAt(p, 0), itemAt(p, p.length - 1) - itemAt(p, 1)];
  if (line.closed || Math.hypot(dx, dy) < STRAIGHT * line.lengthMm) return 0;
  const rad = Math.atan(dy / dx);
  const isMeant = Math.abs(rad) < MEANT_RAD || Math.abs(rad) > Math.PI / 2 - MEANT_RAD;
  return Number.isFinite(rad) && !isMeant ? rad : 0;
}

/** The box of a block in a turned frame; of what is sewn over an area, that of its corners. */
export function boxInFrame(block: BlockReading, rad: number): Box {
  if (!rad) return block.box;
  const wide = block.texture === 'satin' || block.texture === 'zigzag' ? (block.widthMm ?? 0) / 2 : 0;
  const points: Path = [];
  for (const { points: p } of block.lines)
    for (let i = 0; i < p.length; i += 2) points.push(seenFrom(rad, itemAt(p, i), itemAt(p, i + 1)));
  const box = boxOf(points.length ? points : inFrame(cornersOf(block.box, 0), rad));
  return { minX: box.minX - wide, minY: box.minY - wide, maxX: box.maxX + wide, maxY: box.maxY + wide };
}
