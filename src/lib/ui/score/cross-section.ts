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
const GAP_LOOSE = 10;
const TOP = 10;
/** Thickness is drawn enlarged, in proportion, within what can be read and what the drawing has room for. */
const MOST_ENLARGED = 2.2;
const LEAST_ENLARGED = 0.8;
const bandHeight = (layer: Layer) =>
  Math.min(34, Math.max(16, 13 + MATERIALS[layer.material].thicknessMm * 8));

/**
 * The stack as a side view: what lies up is on top, so a turned hoop turns the drawing.
 * @param left, right of the sewing field, px  @param room height of the drawing, px
 */
export function layoutCrossSection(
  stack: Stack,
  left: number,
  right: number,
  room: number,
): CrossSectionLayout {
  const flipped = stack.view === 'back';
  const layers = flipped ? stack.layers.toReversed() : stack.layers;
  const gap = (i: number) => (layers[i + 1] && layers[i].held && layers[i + 1].held ? GAP_HELD : GAP_LOOSE);
  const plain = layers.reduce((sum, l) => sum + bandHeight(l), 0);
  const gaps = layers.reduce((sum, _, i) => sum + gap(i), 0);
  const enlarge = Math.min(
    MOST_ENLARGED,
    Math.max(LEAST_ENLARGED, (room - 2 * TOP - gaps) / Math.max(1, plain)),
  );
  // A thin stack stands in the middle of its drawing, not at its top edge.
  let y = Math.max(TOP, (room - plain * enlarge - gaps) / 2);
  let ringY = y;
  const bands = layers.map((layer, i): Band => {
    const height = bandHeight(layer) * enlarge;
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
    y += height + gap(i);
    return band;
  });
  return { bands, ringY, height: Math.max(room, y + TOP) };
}
