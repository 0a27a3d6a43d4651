import {
  apartBy,
  outlineOf,
  turnedBy,
  type ArrangeShape,
  type Arrangement,
  type ArrangeTask,
  type ToldOutline,
} from '$lib/core/arrange';
import { outInOval } from '$lib/core/base';

/** A shape to be arranged; as many as fit unless it is said. */
export function shapeOf(
  told: ToldOutline,
  mayTurn: ArrangeShape['mayTurn'] = 'none',
  quantity: number | null = null,
  id = 'a',
): ArrangeShape {
  const outline = outlineOf(told, id);
  if (!outline.ok) throw new Error(outline.problem.message);
  return { id, mayTurn, quantity, ...outline.value };
}

/** Rounding of places, mm. */
const EXACT = 1e-5;
/** What is wrong with an arrangement by true distance: something beyond the field less its inset, two too near; null: nothing. */
export function troubleOf(
  { field, insetMm, gapMm, shapes }: ArrangeTask,
  { placements, upperBound }: Arrangement,
): string | null {
  const [width, height] = [field.widthMm - 2 * insetMm, field.heightMm - 2 * insetMm];
  const lie = placements.map(({ shapeId, xMm, yMm, turnDeg }) => {
    const shape = shapes.find(({ id }) => id === shapeId);
    if (!shape) throw new Error(`no shape ${shapeId}`);
    const { path, radius } = turnedBy(shape, turnDeg);
    const at = path.map((p) => ({ x: p.x + xMm, y: p.y + yMm }));
    return { at, true: { path: radius === null ? at : [{ x: xMm, y: yMm }], radius } };
  });
  const isOut = field.oval
    ? lie.some(({ at }) => at.some((p) => outInOval(p, width, height) > 1 + EXACT))
    : lie.some(({ true: { path, radius } }) =>
        path.some(
          ({ x, y }) =>
            Math.abs(x) + (radius ?? 0) > width / 2 + EXACT ||
            Math.abs(y) + (radius ?? 0) > height / 2 + EXACT,
        ),
      );
  if (isOut) return 'something lies beyond the field';
  // Some hundred lie in more pairs than a call takes arguments.
  let least = Infinity;
  for (const [i, a] of lie.entries())
    for (const b of lie.slice(0, i)) least = Math.min(least, apartBy(a.true, b.true));
  if (least < gapMm - EXACT) return `two lie ${least} apart`;
  return placements.length > upperBound ? 'there are more than the bound allows' : null;
}
