/** Several rectangles in one room: they are laid as pieces are cut from a sheet, edge to edge. */
import { areaOf, heightOf, itemAt, widthOf } from '../base';
import { solveLayout } from '../nesting';
import { turnedBy } from './turns';
import type { Room } from './rows';
import type { ArrangeShape, MixedPut, Turned } from './types';

/** An outline that fills its box but for this is a rectangle, mm². */
const FILLS = 1e-6;
const isRectangle = ({ path, box, radius }: Turned): boolean =>
  radius === null && widthOf(box) * heightOf(box) - Math.abs(areaOf(path)) < FILLS;

/** Those that find room; null: not all of them are rectangles. */
export function layRectangles(
  shapes: readonly ArrangeShape[],
  room: Room,
  gapMm: number,
  mayContinue: () => boolean,
): MixedPut[] | null {
  const level = shapes.map((shape) => turnedBy(shape, 0));
  if (!level.every(isRectangle)) return null;
  const mayTurn = ({ mayTurn: turns }: ArrangeShape) => turns === 'quarter' || turns === 'any';
  // Ids from outside may be any words; here they are counted.
  const pieces = shapes.map((shape, n) => {
    const { box } = itemAt(level, n);
    const size = { widthMm: widthOf(box), heightMm: heightOf(box) };
    return { id: `${n}`, ...size, quantity: shape.quantity ?? 1, mayTurn: mayTurn(shape) };
  });
  const stock = [{ id: 'field', widthMm: room.width, heightMm: room.height, quantity: 1 }];
  const { sheets } = solveLayout(pieces, stock, { edgeToEdge: true, gapMm, seed: 1, mayContinue });
  return sheets.flatMap(({ placements }) =>
    placements.map(({ pieceId, xMm, yMm, turned: isTurned }): MixedPut => {
      const shape = itemAt(shapes, Number(pieceId));
      const turned = turnedBy(shape, isTurned ? 90 : 0);
      const at = { x: xMm - turned.box.minX, y: yMm - turned.box.minY };
      return { shapeId: shape.id, turned, at };
    }),
  );
}
