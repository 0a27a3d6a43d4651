import { itemAt } from '$lib/core/base';
import { actionOf, MATERIALS } from '$lib/core/catalogue';
import type { Layer, Stack, Step } from '$lib/core/score';

/** A layer as drawn: rectangles and paths in px from the top left of the drawing. */
interface Band {
  layer: Layer;
  y: number;
  height: number;
  left: number;
  right: number;
  /** one, or two where it is slit or open */
  parts: { x: number; width: number }[];
  /** where a line goes through it */
  ticks: number[];
  /** triangle towards the right side; empty where there is none */
  arrow: string;
  /** the rounded edge of a fold, and the teeth of a trimmed edge */
  edges: string;
}
interface CrossSectionLayout {
  bands: Band[];
  /** where the hoop ring grips; null when nothing is hooped */
  ringY: number | null;
  /** baselines of the words for what lies up and what lies down, close to the stack */
  words: { up: number; down: number };
  height: number;
}

/** What moves in the drawing at a step. */
export const motionOf = (step: Step | undefined) =>
  (step?.kind === 'hand' && actionOf(step).motion) || 'none';

const GAP_HELD = 3;
const GAP_LOOSE = 10;
const TOP = 10;
/** Thickness is drawn enlarged, in proportion, within what can be read and what the drawing has room for. */
const MOST_ENLARGED = 2.2;
const LEAST_ENLARGED = 0.8;
const bandHeight = (layer: Layer) =>
  Math.min(34, Math.max(16, 13 + MATERIALS[layer.material].thicknessMm * 8));
/** What is cut shorter is drawn shorter. */
const INSET = { base: 0, whole: 18, trimmed: 34 };
/** Half the width of a slit. */
const SLIT = 12;
const TICKS = [0.12, 0.88];
/** Half the height of the hoop ring. */
export const RING = 16;

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
  const gap = (i: number) =>
    layers[i + 1] && itemAt(layers, i).held && itemAt(layers, i + 1).held ? GAP_HELD : GAP_LOOSE;
  const plain = layers.reduce((sum, l) => sum + bandHeight(l), 0);
  const gaps = layers.reduce((sum, _, i) => sum + gap(i), 0);
  const enlarge = Math.min(
    MOST_ENLARGED,
    Math.max(LEAST_ENLARGED, (room - 2 * TOP - gaps) / Math.max(1, plain)),
  );
  // A thin stack stands in the middle of its drawing, not at its top edge.
  let y = Math.max(TOP, (room - plain * enlarge - gaps) / 2);
  const bands = layers.map((layer, i): Band => {
    const inset = layer.side === 'base' ? INSET.base : layer.trimmed ? INSET.trimmed : INSET.whole;
    const height = bandHeight(layer) * enlarge;
    const band = bandOf(layer, left + inset, right - inset, y, height, (layer.face === 'up') !== flipped);
    y += height + gap(i);
    return band;
  });
  const base = stack.hooped ? bands.find((b) => b.layer.side === 'base') : undefined;
  const ringY = base ? base.y + base.height / 2 : null;
  const height = Math.max(room, y + TOP);
  const ends = [
    ...bands.flatMap((b) => [b.y, b.y + b.height]),
    ...(ringY === null ? [] : [ringY - RING, ringY + RING]),
  ];
  const words = {
    up: Math.max(13, Math.min(...ends) - 8),
    down: Math.min(height - 4, Math.max(...ends) + 18),
  };
  return { bands, ringY, words, height };
}

function bandOf(layer: Layer, left: number, right: number, y: number, height: number, up: boolean): Band {
  const middle = (left + right) / 2;
  const mid = y + height / 2;
  const isBase = layer.side === 'base';
  const pointless = isBase || MATERIALS[layer.material].twoSided;
  return {
    layer,
    y,
    height,
    left,
    right,
    parts: layer.open
      ? [
          { x: left, width: middle - SLIT - left },
          { x: middle + SLIT, width: right - middle - SLIT },
        ]
      : [{ x: left, width: right - left }],
    ticks: layer.held && !isBase ? TICKS.map((t) => left + (right - left) * t) : [],
    arrow: pointless ? '' : up ? `M${middle - 7} ${mid + 4}l7-9 7 9z` : `M${middle - 7} ${mid - 4}l7 9 7-9z`,
    edges: [
      layer.folded && `M${left} ${y}q-9 ${height / 2} 0 ${height}`,
      layer.trimmed && `M${left} ${y}l-5 4 5 4-5 4 5 4M${right} ${y}l5 4-5 4 5 4-5 4`,
    ]
      .filter(Boolean)
      .join(''),
  };
}
