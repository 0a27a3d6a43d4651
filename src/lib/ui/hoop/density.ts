import { itemAt } from '$lib/core/base';
import { denseSpots, type DensityMap } from '$lib/core/reading';
import { through, type View } from './draw-plan';
import type { PlanColours } from './draw-tape';

// Fetched when density is looked at.
export { denseSpots };
/** Where the needle comes down often: the denser the darker; above `stiff` hatched. */
export function drawDensity(
  ctx: CanvasRenderingContext2D,
  view: View,
  map: DensityMap,
  stiff: number,
  colours: PlanColours,
) {
  ctx.save();
  through(ctx, view);
  ctx.strokeStyle = colours.madder;
  ctx.lineWidth = 1.6 / view.scale;
  for (let r = 0; r < map.rows; r++)
    for (let c = 0; c < map.columns; c++) {
      const share = itemAt(map.perCm2, r * map.columns + c) / stiff;
      if (share <= 0) continue;
      const [x, y, s] = [map.minX + c * map.cellMm, map.minY + r * map.cellMm, map.cellMm];
      ctx.globalAlpha = Math.min(0.85, 0.12 + 0.7 * share);
      ctx.fillStyle = share > 1 ? colours.madder : colours.hands;
      ctx.fillRect(x, y, s, s);
      if (share <= 1) continue;
      ctx.globalAlpha = 1;
      ctx.beginPath();
      ctx.moveTo(x, y);
      ctx.lineTo(x + s, y + s);
      ctx.stroke();
    }
  ctx.restore();
}
