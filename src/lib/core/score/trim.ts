import { itemAt, type Box } from '../base';
import type { Numbers } from '../numbers';
import { keepToOneLine, type Reading } from '../reading';

/** A trim that must be closer than usual, because the cover reaches less far. */
export interface TightTrim {
  allowanceMm: number;
  because: (length: (mm: number) => string) => string;
}
/** Scissors cannot follow a line nearer to the raw edge than this, mm. */
export const SCISSORS_MM = 0.3;

/**
 * What may be left outside a tack-down: what the cover reaches beyond it at its weakest place, less a spare, so that the
 * raw edge is hidden. null when the usual trim is close enough, or nothing covers this line.
 * @param tack block that is trimmed along
 */
export function tightTrim(tack: number, reading: Reading, numbers: Numbers): TightTrim | null {
  const cover = reading.covers.find((c) => c.cover > tack && keepToOneLine(reading, c.over, tack));
  if (!cover) return null;
  // A zigzag tack-down already stands half its width outside its line.
  const beyond = cover.outsideMm - (itemAt(reading.blocks, tack).widthMm ?? 0) / 2;
  const allowanceMm = Math.max(SCISSORS_MM, beyond - numbers['cut.coverSpare']);
  if (allowanceMm >= numbers['cut.trimClose']) return null;
  const where = placeWords(cover.outsideAt, itemAt(reading.blocks, cover.cover).box);
  return {
    allowanceMm,
    because: (length) =>
      `${where} the cover ${beyond < SCISSORS_MM / 2 ? 'hardly reaches' : `reaches only ${length(beyond)}`} past the tack-down.`,
  };
}

/** "At the lower left", seen from the front. */
function placeWords([x, y]: [number, number], box: Box): string {
  const third = (v: number, low: number, high: number) =>
    v < low + (high - low) / 3 ? 0 : v > high - (high - low) / 3 ? 2 : 1;
  const across = ['left', '', 'right'][third(x, box.minX, box.maxX)];
  const down = ['lower', '', 'upper'][third(y, box.minY, box.maxY)];
  if (down && across) return `At the ${down} ${across}`;
  if (across) return `On the ${across}`;
  return down ? `At the ${down === 'upper' ? 'top' : 'bottom'}` : 'In the middle';
}

/** Whether the edge along a tack-down is covered by a later block. */
export const isCovered = (tack: number, reading: Reading): boolean =>
  reading.blocks.some(
    ({ index, role, follows }) =>
      index > tack && role.value === 'cover' && (!follows || keepToOneLine(reading, index, tack)),
  );
