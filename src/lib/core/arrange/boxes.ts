/** Several shapes in one room by the boxes round them: these are laid as pieces are cut from a sheet, edge to edge. */
import { areaOf, heightOf, itemAt, widthOf } from '../base';
import { solveLayout } from '../nesting';
import { turnedBy } from './turns';
import type { Room } from './rows';
import type { ArrangeShape, MixedPut, Turned } from './types';

/** An outline that fills its box but for this is a rectangle, mm². */
const FILLS = 1e-6;
const isRectangle = ({ path, box, radius }: Turned): boolean =>
  radius === null && widthOf(box) * heightOf(box) - Math.abs(areaOf(path)) < FILLS;
/** Pieces are cut by 1/100 mm: what is laid counts as at least so large, the room as at most so large. */
const up = (mm: number) => Math.ceil(mm * 100 - 1e-6) / 100;
const down = (mm: number) => Math.floor(mm * 100 + 1e-6) / 100;

/** Whether each of the shapes is the box round it. */
export const areRectangles = (shapes: readonly ArrangeShape[]): boolean =>
  shapes.every((shape) => isRectangle(turnedBy(shape, 0)));

/** Those whose boxes find room, a gap apart. A first answer comes at once, better ones while it may go on. */
export function layBoxes(
  shapes: readonly ArrangeShape[],
  room: Room,
  gapMm: number,
  mayContinue: () => boolean,
): MixedPut[] {
  const mayTurn = ({ mayTurn: turns }: ArrangeShape) => turns === 'quarter' || turns === 'any';
  // Ids from outside may be any words; here they are counted.
  const pieces = shapes.map((shape, n) => {
    const { box } = turnedBy(shape, 0);
    const size = { widthMm: up(widthOf(box)), heightMm: up(heightOf(box)) };
    return { id: `${n}`, ...size, quantity: shape.quantity ?? 1, mayTurn: mayTurn(shape) };
  });
  const stock = [{ id: 'field', widthMm: down(room.width), heightMm: down(room.height), quantity: 1 }];
  const options = { edgeToEdge: true, gapMm: up(gapMm), seed: 1, mayContinue };
  return solveLayout(pieces, stock, options).sheets.flatMap(({ placements }) =>
    placements.map(({ pieceId, xMm, yMm, turned: isTurned }): MixedPut => {
      const shape = itemAt(shapes, Number(pieceId));
      const turned = turnedBy(shape, isTurned ? 90 : 0);
      const at = { x: xMm - turned.box.minX, y: yMm - turned.box.minY };
      return { shapeId: shape.id, turned, at };
    }),
  );
}
