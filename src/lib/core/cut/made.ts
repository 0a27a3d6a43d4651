import { boxOf, itemAt, lyingPath, type Point } from '../base';
import type { Thing } from '../build';
import { rectangle } from '../outline';
import { term, type Dimension } from './dimension';
import type { CutPiece } from './pieces';

/**
 * The piece that is a made thing: as large as that is, lying as the design comes on it. What is hooped has no place of its own.
 * @param sewing which of its sewings, from 0  @param middle of the design
 */
export function madePiece(
  piece: CutPiece,
  { widthMm, heightMm, places }: Thing,
  sewing: number,
  middle: Point,
): CutPiece {
  const { x, y, turnDeg } = itemAt(places, sewing);
  // In the thing's own frame, which is turned against the design.
  const [at] = lyingPath([middle], { x: 0, y: 0, turnDeg });
  const box = boxOf(rectangle({ x: (at?.x ?? 0) - x, y: (at?.y ?? 0) - y }, widthMm, heightMm));
  const isHooped = piece.lies === null;
  const asItIs = (mm: number): Dimension => ({ terms: [term('there already', mm)], sumMm: mm, cutMm: mm });
  return {
    ...piece,
    width: asItIs(widthMm),
    height: asItIs(heightMm),
    turnRad: (-turnDeg * Math.PI) / 180,
    lies: isHooped ? null : box,
    flat: isHooped ? null : box,
    fold: null,
  };
}
