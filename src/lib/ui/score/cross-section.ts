import { MATERIALS } from '$lib/core/techniques';
import type { Layer, Stack } from '$lib/core/score';

/** A layer as drawn, px from the top of the drawing. */
export interface Band {
  layer: Layer;
  y: number;
  height: number;
  left: number;
  right: number;
  /** the arrow of the right side points up on the drawing */
  up: boolean;
}
export interface CrossSectionLayout {
  bands: Band[];
  /** where the hoop ring grips */
  ringY: number;
  height: number;
}

const GAP_HELD = 3;
const GAP_LOOSE = 9;
const TOP = 14;
/** Thickness is drawn enlarged but in proportion, within what can be read. */
const bandHeight = (layer: Layer) =>
  Math.min(34, Math.max(15, 12 + MATERIALS[layer.material].thicknessMm * 8));

/**
 * The stack as a side view: what lies up is on top, so a turned hoop turns the drawing.
 * @param left, right of the sewing field, px
 */
export function layoutCrossSection(stack: Stack, left: number, right: number): CrossSectionLayout {
  const flipped = stack.view === 'back';
  const layers = flipped ? stack.layers.toReversed() : stack.layers;
  let y = TOP;
  let ringY = TOP + 40;
  const bands = layers.map((layer, i): Band => {
    const height = bandHeight(layer);
    const next = layers[i + 1];
    const isBase = layer.side === 'base';
    const inset = isBase ? 0 : layer.trimmed ? 34 : 18;
    const band = {
      layer,
      y,
      height,
      left: left + inset,
      right: right - inset,
      up: (layer.face === 'up') !== flipped,
    };
    if (isBase) ringY = y + height / 2;
    y += height + (next && layer.held && next.held ? GAP_HELD : GAP_LOOSE);
    return band;
  });
  return { bands, ringY, height: Math.max(120, y + 4) };
}
