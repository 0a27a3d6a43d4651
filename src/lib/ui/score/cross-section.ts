import { itemAt } from '$lib/core/base';
import { actionOf, MATERIALS } from '$lib/core/catalogue';
import type { Layer, Stack, Step } from '$lib/core/score';
import { rowsOf, type Section } from './side-by-side';

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
  /** the line from it to its name, and where that stands */
  leader: string;
  nameY: number;
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
/** Names keep so far from each other; the line of one that lies left of another runs in the gap below it, px. */
const NAME_ROOM = 17;
const GAP_BESIDE = 7;
/** Half the height of the hoop ring. */
export const RING = 16;

/**
 * The stack as a side view: what lies up is on top, so a turned hoop turns the drawing.
 * @param left, right of the sewing field, px  @param room height of the drawing, px
 * @param section along which pieces are drawn side by side; null: all over the whole field
 */
export function layoutCrossSection(
  stack: Stack,
  left: number,
  right: number,
  room: number,
  section: Section | null = null,
): CrossSectionLayout {
  const flipped = stack.view === 'back';
  const layers = flipped ? stack.layers.toReversed() : stack.layers;
  const rows = rowsIn(layers, rowsOf(stack.layers, section), flipped);
  const plain = rows.reduce((sum, row) => sum + heightOf(row), 0);
  const gaps = rows.reduce((sum, row, i) => sum + gapBelow(row, rows[i + 1]), 0);
  const enlarge = Math.min(
    MOST_ENLARGED,
    Math.max(LEAST_ENLARGED, (room - 2 * TOP - gaps) / Math.max(1, plain)),
  );
  // A thin stack stands in the middle of its drawing, not at its top edge.
  let y = Math.max(TOP, (room - plain * enlarge - gaps) / 2);
  const bands = rows.flatMap((row, r) => {
    const height = heightOf(row) * enlarge;
    const here = row.map((layer): Band => {
      const inset = layer.side === 'base' ? INSET.base : layer.trimmed ? INSET.trimmed : INSET.whole;
      const [from, to] = spanIn(layer, section, left + inset, right - inset, flipped);
      const own = Math.min(height, bandHeight(layer) * enlarge);
      return bandOf(layer, from, to, y, own, (layer.face === 'up') !== flipped, slitOf(layers, section, left + INSET.whole, right - INSET.whole)); // prettier-ignore
    });
    y += height + gapBelow(row, rows[r + 1]);
    return here.sort((a, b) => a.left - b.left);
  });
  named(bands, right, room);
  const base = stack.hooped ? bands.find((b) => b.layer.side === 'base') : undefined;
  const ringY = base ? base.y + base.height / 2 : null;
  const height = Math.max(room, y + TOP, ...bands.map((b) => b.nameY + TOP));
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

/** Layers that lie in one row, from top to bottom. @param rowOf by the order of the stack, front to back */
function rowsIn(layers: readonly Layer[], rowOf: readonly number[], flipped: boolean): Layer[][] {
  const rows = new Map<number, Layer[]>();
  layers.forEach((layer, i) => {
    const row = itemAt(rowOf, flipped ? layers.length - 1 - i : i);
    rows.set(row, [...(rows.get(row) ?? []), layer]);
  });
  return [...rows.entries()].sort(([a], [b]) => (flipped ? a - b : b - a)).map(([, row]) => row);
}
const heightOf = (row: readonly Layer[]) => Math.max(...row.map(bandHeight));
function gapBelow(row: readonly Layer[], next: readonly Layer[] | undefined): number {
  const held = next && [...row, ...next].every((l) => l.held);
  return Math.max(held ? GAP_HELD : GAP_LOOSE, row.length > 1 ? GAP_BESIDE : 0);
}
/** Where a layer lies in the drawing; seen from the back, left and right change places. */
function spanIn(layer: Layer, section: Section | null, left: number, right: number, flipped: boolean) {
  const span = section?.spans[layer.pieceId];
  if (!section || !span) return [left, right] as const;
  const at = (mm: number) => left + ((right - left) * (mm - section.from)) / (section.to - section.from);
  return flipped && section.axis === 'x'
    ? ([left + right - at(span[1]), left + right - at(span[0])] as const)
    : ([at(span[0]), at(span[1])] as const);
}
/** Where the base is slit: behind the zip, where it is known where that lies. */
function slitOf(
  layers: readonly Layer[],
  section: Section | null,
  left: number,
  right: number,
): number | null {
  const zip = layers.find((l) => l.material === 'zip' && section?.spans[l.pieceId]);
  if (!zip) return null;
  const [from, to] = spanIn(zip, section, left, right, false);
  return (from + to) / 2;
}
/** Names beside their rows, none on another. Of a row the rightmost comes first: the lines of the others run in the gap below it. */
function named(bands: readonly Band[], right: number, room: number) {
  let last = -Infinity;
  const least = Math.min(NAME_ROOM, room / Math.max(1, bands.length));
  const rowOf = (b: Band) => bands.filter((o) => o.y < b.y + b.height && b.y < o.y + o.height);
  const inOrder = bands.toSorted((a, b) => (rowOf(a).includes(b) ? b.left - a.left : a.y - b.y));
  for (const band of inOrder) {
    const { y, height } = band;
    const row = rowOf(band);
    const isLast = row.every((o) => o.left <= band.left);
    const middle = y + height / 2;
    band.nameY = Math.max(isLast && row.length > 1 ? y + 4 : middle, last + least);
    last = band.nameY;
    const end = `H${right + 8}L${right + 22} ${band.nameY}`;
    band.leader = isLast
      ? `M${band.right} ${middle}${end}`
      : `M${band.right - 6} ${y + height}V${y + height + GAP_BESIDE / 2}${end}`;
  }
}

function bandOf(
  layer: Layer,
  left: number,
  right: number,
  y: number,
  height: number,
  up: boolean,
  slitAt: number | null,
): Band {
  const middle = layer.side === 'base' && slitAt !== null ? slitAt : (left + right) / 2;
  const mid = y + height / 2;
  const isBase = layer.side === 'base';
  const pointless = isBase || MATERIALS[layer.material].twoSided;
  return {
    layer,
    y,
    height,
    left,
    right,
    leader: '',
    nameY: y,
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
