/**
 * A piece that meets a slanted seam is measured and cut along it, not along the hoop: in a frame that is turned with the seam.
 * mm, y up; angles in radians, counter-clockwise from the hoop's x axis.
 */
import { boxOf, grownBox, itemAt, type Box, type Path, type Point } from '../base';
import { transform } from '../outline';
import { isStraight, leavesSideOut, linePath, type BlockReading, type Line, type Reading } from '../reading';
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

/** From the start of a line to its end. */
type Chord = [from: Point, to: Point];
function chordOf({ points: p }: Line): Chord {
  return [
    { x: itemAt(p, 0), y: itemAt(p, 1) },
    { x: itemAt(p, p.length - 2), y: itemAt(p, p.length - 1) },
  ];
}
/** Across the side that an open line leaves out, from its start to its end; null where it leaves none out. */
export const openSideOf = (block: BlockReading): Chord | null =>
  leavesSideOut(block) ? chordOf(itemAt(block.lines, 0)) : null;

/** How far a line slants: 0 for one that is level or upright; else over −90° and under 90°. */
function slant([from, to]: Chord): number {
  const rad = Math.atan2(to.y - from.y, to.x - from.x);
  const turn = rad - Math.PI * Math.round(rad / Math.PI);
  return Math.min(Math.abs(turn), Math.PI / 2 - Math.abs(turn)) < MEANT_RAD ? 0 : turn;
}

/** How far the seam, edge or zip slants along which a piece is cut, radians; 0: it is cut along the hoop. */
export function slantOf({ size, blocks }: ScorePiece, reading: Reading): number {
  const [first] = blocks[seamSlot(size) ?? ''] ?? [];
  const block = first === undefined ? null : itemAt(reading.blocks, first);
  if (!block) return 0;
  const along =
    size.rule === 'pocket' ? openSideOf(block) : isStraight(block) && chordOf(itemAt(block.lines, 0));
  return along ? slant(along) : 0;
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
    case 'pocket':
      return size.held;
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
