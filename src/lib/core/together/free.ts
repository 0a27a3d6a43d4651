import { apartBy } from '../arrange';
import { boxOf, heightOf, itemAt, lyingPath, widthOf, type Path } from '../base';
import { sharedArea } from '../outline';
import { intoInset, type HoopField, type ItemPlace } from '../hoop';

/** Two that share less than this share nothing, mm². */
const NOTHING = 0.001;
/** From one place that is tried to the next, mm. */
const STEP = 3;

/** The first place from above and from the left at which one more lies clear of all that lies; null: there is none. */
export function freePlace(
  outline: Path,
  laid: readonly Path[],
  field: Pick<HoopField, 'width' | 'height' | 'inset' | 'oval'>,
  gapMm: number,
): ItemPlace | null {
  const own = boxOf(outline);
  const boxes = laid.map(boxOf);
  const along = (length: number, span: number) =>
    Array.from({ length: Math.floor(Math.max(-1, length - span) / STEP) + 1 }, (_, n) => n * STEP);
  const [width, height] = [field.width - 2 * field.inset, field.height - 2 * field.inset];
  for (const down of along(height, heightOf(own)))
    for (const right of along(width, widthOf(own))) {
      const at = { x: right - width / 2 - own.minX, y: height / 2 - down - own.maxY, turnDeg: 0 };
      const [minX, minY, maxX, maxY] = [own.minX + at.x, own.minY + at.y, own.maxX + at.x, own.maxY + at.y];
      const near = laid.filter((_, i) => {
        const b = itemAt(boxes, i);
        return Math.max(b.minX - maxX, minX - b.maxX, b.minY - maxY, minY - b.maxY) < gapMm;
      });
      const path = lyingPath(outline, at);
      // Two that touch are as far apart as two that lie over each other: no way at all.
      const isClear = near.every((other) => {
        const apart = apartBy({ path, radius: null }, { path: other, radius: null });
        return apart >= gapMm && (apart > 0 || sharedArea(path, other) < NOTHING);
      });
      if (isClear && intoInset(path, field) <= 1e-6) return at;
    }
  return null;
}
