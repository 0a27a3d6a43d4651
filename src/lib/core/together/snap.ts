import type { Box } from '../base';
import type { HoopField } from '../hoop';

/** How far to move a box so that it lies in line, and the lines that it then lies on; null: none is near that way. mm */
export interface Snap {
  dx: number;
  dy: number;
  x: number | null;
  y: number | null;
}
/** Of a box along one way: its lower edge, its middle and its upper edge. */
type Span = readonly [least: number, middle: number, most: number];
const across = ({ minX, maxX }: Box): Span => [minX, (minX + maxX) / 2, maxX];
const upward = ({ minY, maxY }: Box): Span => [minY, (minY + maxY) / 2, maxY];

/**
 * What is near, each way by itself: the middle of the field and its inset, edges and middles of the others, and the wanted gap
 * beside them.
 * @param within how far it may be pulled
 */
export function snapped(
  box: Box,
  others: readonly Box[],
  field: Pick<HoopField, 'width' | 'height' | 'inset'>,
  gapMm: number,
  within: number,
): Snap {
  const along = (span: (box: Box) => Span, half: number) =>
    nearest(span(box), others.map(span), half - field.inset, gapMm, within);
  const [x, y] = [along(across, field.width / 2), along(upward, field.height / 2)];
  return { dx: x ? x.to - x.from : 0, dy: y ? y.to - y.from : 0, x: x?.to ?? null, y: y?.to ?? null };
}
/** An edge or middle, and the line that it could come onto. */
interface Pull {
  from: number;
  to: number;
}
function nearest(
  [least, middle, most]: Span,
  others: readonly Span[],
  edge: number,
  gap: number,
  within: number,
): Pull | null {
  const pulls: Pull[] = [
    { from: middle, to: 0 },
    { from: least, to: -edge },
    { from: most, to: edge },
    ...others.flatMap(([low, centre, high]) => [
      { from: least, to: high + gap },
      { from: most, to: low - gap },
      { from: middle, to: centre },
      { from: least, to: low },
      { from: most, to: high },
    ]),
  ];
  const far = ({ from, to }: Pull) => Math.abs(to - from);
  return pulls
    .filter((pull) => far(pull) <= within)
    .reduce<Pull | null>((best, pull) => (best && far(best) <= far(pull) ? best : pull), null);
}
