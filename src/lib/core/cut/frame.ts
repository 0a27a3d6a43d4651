/**
 * A piece that meets a slanted seam is measured and cut along it, not along the hoop: in a frame that is turned with the seam.
 * mm, y up; angles in radians, counter-clockwise from the hoop's x axis.
 */
import { boxOf, grownBox, itemAt, type Box, type Path } from '../base';
import { transform } from '../outline';
import { isStraight, linePath, type BlockReading, type Reading } from '../reading';
import type { ScorePiece } from '../score';
import type { SizeRule } from '../techniques';

/** Nearer to level or upright than this, a seam is meant to be so: 2°. */
const MEANT_RAD = 0.035;

/** A path as it is seen from a turned frame. */
export const inFrame = (path: Path, rad: number): Path => transform(path, { turn: -rad });
const corners = ({ minX, minY, maxX, maxY }: Box): Path => [
  { x: minX, y: minY },
  { x: maxX, y: minY },
  { x: maxX, y: maxY },
  { x: minX, y: maxY },
];
/** The corners, in the hoop, of a box in a turned frame. */
export const cornersOf = (box: Box, rad: number): Path => transform(corners(box), { turn: rad });

/** How far a straight seam slants: 0 for one that is level, upright or not straight; else over −90° and under 90°. */
function lineSlant(block: BlockReading): number {
  if (!isStraight(block)) return 0;
  const { points: p } = itemAt(block.lines, 0);
  const [dx, dy] = [itemAt(p, p.length - 2) - itemAt(p, 0), itemAt(p, p.length - 1) - itemAt(p, 1)];
  const rad = Math.atan2(dy, dx);
  const slant = rad - Math.PI * Math.round(rad / Math.PI);
  return Math.min(Math.abs(slant), Math.PI / 2 - Math.abs(slant)) < MEANT_RAD ? 0 : slant;
}

/** How far the seam, edge or zip slants along which a piece is cut, radians; 0: it is cut along the hoop. */
export function slantOf({ size, blocks }: ScorePiece, reading: Reading): number {
  const [first] = blocks[seamSlot(size) ?? ''] ?? [];
  return first === undefined ? 0 : lineSlant(itemAt(reading.blocks, first));
}
function seamSlot(size: SizeRule): string | null {
  switch (size.rule) {
    case 'fold':
    case 'strip':
      return size.seam;
    case 'pressed':
      return size.edge;
    case 'zip':
      return size.window;
    default:
      return null;
  }
}

/** The box of a block in a turned frame; of what is sewn over an area, that of its corners. */
export function boxInFrame(block: BlockReading, rad: number): Box {
  if (!rad) return block.box;
  if (!block.lines.length) return boxOf(inFrame(corners(block.box), rad));
  return grownBox(boxOf(block.lines.flatMap((l) => inFrame(linePath(l), rad))), (block.widthMm ?? 0) / 2);
}
