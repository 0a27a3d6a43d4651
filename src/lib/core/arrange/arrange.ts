import { unionOf, type Box } from '../base';
import { mostThatFit } from './bound';
import { arrangeMixed } from './mixed';
import type { Room } from './rows';
import { asManyAsFit } from './single';
import { turnsOf } from './turns';
import type { Arrangement, ArrangeTask, MixedPut, Place, Turned } from './types';

/** Round nothing that is placed. */
export const NOTHING: Box = { minX: 0, minY: 0, maxX: 0, maxY: 0 };

/** As many as fit, and no more than this: beyond it is no hooping. */
const MOST_FOUND = 2000;

/** How long it is worked on, and who is told meanwhile. */
export interface ArrangeOptions {
  /** the share of the time that is left, 1 to 0; asked between tries */
  left: () => number;
  /** told of every arrangement that holds more */
  onBetter?: (found: Arrangement) => void;
}

/**
 * Lays shapes into a rectangle by their true outlines: every one wholly inside it, every two at least the gap apart. Of one
 * shape as many as fit or as are wanted; of several all that find room.
 */
export function arrangeInBox(task: ArrangeTask, { left, onBetter }: ArrangeOptions): Arrangement {
  const { gapMm, shapes, way } = task;
  const room = roomOf(task);
  const upperBound = boundOf(task);
  const answer = (puts: readonly MixedPut[], more: Pick<Arrangement, 'grid' | 'way'>): Arrangement => {
    const placed = middled(puts);
    return {
      placements: placed.map(({ shapeId, turned, at }): Place => ({
        shapeId,
        xMm: at.x,
        yMm: at.y,
        turnDeg: turned.deg,
      })),
      unplaced: shapes.flatMap(({ id, quantity }) => {
        const missing = (quantity ?? 0) - placed.filter((p) => p.shapeId === id).length;
        return missing > 0 ? [{ shapeId: id, quantity: missing }] : [];
      }),
      traceBox: placed.length ? unionOf(placed.map(({ turned, at }) => movedBox(turned, at))) : NOTHING,
      upperBound,
      ...more,
    };
  };
  const [shape] = shapes;
  const why = tooLarge(task, room);
  if (why) return { ...answer([], { grid: null, way: 'grid' }), upperBound: 0, because: why };
  if (shapes.length > 1) {
    const told = (puts: MixedPut[]) => answer(puts, { grid: null, way: 'free' });
    return told(arrangeMixed(shapes, room, gapMm, left, (puts) => onBetter?.(told(puts))));
  }
  const wanted = shape.quantity ?? MOST_FOUND;
  const told = ({ puts, grid, way: by }: ReturnType<typeof asManyAsFit>) => {
    const some = puts.slice(0, wanted).map((put) => ({ ...put, shapeId: shape.id }));
    // Fewer than the lattice holds are no whole lattice.
    return answer(some, { grid: some.length < puts.length ? null : grid, way: by });
  };
  let isEnough = false;
  const laid = asManyAsFit(
    turnsOf(shape),
    room,
    gapMm,
    way === 'best' ? 'free' : way,
    wanted,
    () => (isEnough ? 0 : left()),
    (better) => {
      isEnough ||= better.puts.length >= Math.min(wanted, upperBound);
      onBetter?.(told(better));
    },
  );
  return told(laid);
}

const roomOf = ({ field, insetMm }: ArrangeTask): Room => ({
  width: field.widthMm - 2 * insetMm,
  height: field.heightMm - 2 * insetMm,
});
const boundOf = (task: ArrangeTask): number => {
  const room = roomOf(task);
  return room.width > 0 && room.height > 0 ? mostThatFit(task.shapes, task.gapMm, room) : 0;
};
/** Whether more may fit than anybody hoops: it is not looked for. */
export const isTooMany = (task: ArrangeTask): boolean =>
  task.shapes.some((s) => s.quantity === null) && boundOf(task) > MOST_FOUND;

/** Why not even one of the shapes fits; null: one does. */
function tooLarge({ shapes, insetMm }: ArrangeTask, room: Room): string | null {
  if (room.width <= 0 || room.height <= 0) return `An inset of ${insetMm} mm leaves nothing of the field.`;
  const fits = ({ box }: Turned) =>
    box.maxX - box.minX <= room.width + 1e-6 && box.maxY - box.minY <= room.height + 1e-6;
  if (shapes.some((s) => turnsOf(s).some(fits))) return null;
  return `No shape fits the field within its inset, which leaves ${round(room.width)} × ${round(room.height)} mm.`;
}
const round = (mm: number) => Math.round(mm * 10) / 10;

const movedBox = ({ box }: Turned, { x, y }: { x: number; y: number }): Box => ({
  minX: box.minX + x,
  minY: box.minY + y,
  maxX: box.maxX + x,
  maxY: box.maxY + y,
});
/** Moved so that the group lies in the middle of the field, whose own middle is 0, 0. */
function middled(puts: readonly MixedPut[]): MixedPut[] {
  if (!puts.length) return [];
  const all = unionOf(puts.map(({ turned, at }) => movedBox(turned, at)));
  const [dx, dy] = [-(all.minX + all.maxX) / 2, -(all.minY + all.maxY) / 2];
  return puts.map((put) => ({ ...put, at: { x: put.at.x + dx, y: put.at.y + dy } }));
}
