import { JUMP, STOP, type Tape } from '$lib/core/tape';
import type { BlockReading, Reading } from '$lib/core/reading';
import type { CutPiece } from '$lib/core/cut';
import type { BuildPlan } from '$lib/core/plan';
import type { Step } from '$lib/core/score';

/** mm to px: y is turned up. */
export interface View {
  scale: number;
  offsetX: number;
  offsetY: number;
}
export interface PlanColours {
  paper: string;
  ink: string;
  quiet: string;
  rule: string;
  needle: string;
  hands: string;
  madder: string;
}

const blockPaths = new WeakMap<Tape, Map<number, Path2D>>();

/** The stitches of a block as a path in mm, made once a tape. */
function blockPath(tape: Tape, block: BlockReading): Path2D {
  const known = blockPaths.get(tape) ?? new Map<number, Path2D>();
  blockPaths.set(tape, known);
  const found = known.get(block.index);
  if (found) return found;
  const path = new Path2D();
  let down = false;
  for (let i = block.from; i < block.to; i++) {
    const x = tape.x[i] / 10;
    const y = tape.y[i] / 10;
    if (tape.kind[i] === JUMP || tape.kind[i] === STOP) down = false;
    else if (down) path.lineTo(x, y);
    else {
      path.moveTo(x, y);
      down = true;
    }
  }
  known.set(block.index, path);
  return path;
}

/** Margin round the work when the view is close, mm: room for pieces laid over it. */
const CLOSE_MARGIN = 24;

/** Whether a design is so small in its hoop that it is better seen close. */
export const isSmallInHoop = (plan: BuildPlan, { extents: e }: Reading): boolean =>
  Math.max((e.maxX - e.minX) / plan.field.width, (e.maxY - e.minY) / plan.field.height) < 0.45;

/** The view that shows the whole hoop with its ring, or the work close, in a canvas of the given size (px). */
export function viewOf(
  plan: BuildPlan,
  reading: Reading,
  width: number,
  height: number,
  close: boolean,
): View {
  const { outerWidth, outerHeight } = plan.field;
  const { extents: e } = reading;
  // A design larger than its hoop is shown whole all the same.
  const w = close ? e.maxX - e.minX + 2 * CLOSE_MARGIN : Math.max(outerWidth, e.maxX - e.minX + 20);
  const h = close ? e.maxY - e.minY + 2 * CLOSE_MARGIN : Math.max(outerHeight, e.maxY - e.minY + 20);
  const scale = Math.min((width - 16) / w, (height - 16) / h);
  const cx = (e.minX + e.maxX) / 2;
  const cy = (e.minY + e.maxY) / 2;
  return { scale, offsetX: width / 2 - cx * scale, offsetY: height / 2 + cy * scale };
}

/** Pieces that this step lays or folds, with where they lie. */
export const piecesNow = (step: Step | undefined, pieces: readonly CutPiece[]): CutPiece[] =>
  step?.kind === 'hand' && (step.action === 'lay' || step.action === 'fold')
    ? pieces.filter((p) => step.pieces.includes(p.id) && p.lies)
    : [];

export interface PlanDrawing {
  plan: BuildPlan;
  reading: Reading;
  tape: Tape;
  /** step under the cursor, 0-based */
  cursor: number;
  threads: readonly { colour: string }[];
}

/** Draws the hoop from above: ring and field, stitches so far, this step's line, the piece to lay, trim line, opening. */
export function drawPlan(
  ctx: CanvasRenderingContext2D,
  view: View,
  { plan, reading, tape, cursor, threads }: PlanDrawing,
  colours: PlanColours,
) {
  const step = plan.score.steps[cursor];
  const { extents: e } = reading;
  const cx = (e.minX + e.maxX) / 2;
  const cy = (e.minY + e.maxY) / 2;
  ctx.save();
  ctx.translate(view.offsetX, view.offsetY);
  ctx.scale(view.scale, -view.scale);
  const px = 1 / view.scale;
  drawHoop(ctx, plan, cx, cy, px, colours);

  const sewn = plan.score.steps.slice(0, cursor).flatMap((s) => (s.kind === 'needle' ? [s.block] : []));
  ctx.lineJoin = 'round';
  for (const b of sewn) {
    ctx.strokeStyle = threads[b]?.colour ?? colours.quiet;
    ctx.globalAlpha = 0.75;
    ctx.lineWidth = Math.max(0.35, px * 0.9);
    ctx.stroke(blockPath(tape, reading.blocks[b]));
  }
  ctx.globalAlpha = 1;
  for (const piece of piecesNow(step, plan.pieces)) drawPiece(ctx, piece, px, colours);
  if (step?.kind === 'needle') {
    ctx.strokeStyle = colours.needle;
    ctx.lineWidth = Math.max(0.5, px * 1.8);
    ctx.stroke(blockPath(tape, reading.blocks[step.block]));
    for (const o of reading.blocks[step.block].openings) drawOpening(ctx, o.centre, o.lengthMm, px, colours);
  } else if (step && step.along !== null) {
    ctx.strokeStyle = colours.madder;
    ctx.lineWidth = px * 2.4;
    ctx.setLineDash([px * 7, px * 4]);
    for (const line of reading.blocks[step.along].lines) tracePoints(ctx, line.points, line.closed);
    ctx.setLineDash([]);
  }
  ctx.restore();
}

function drawHoop(
  ctx: CanvasRenderingContext2D,
  { field }: BuildPlan,
  cx: number,
  cy: number,
  px: number,
  colours: PlanColours,
) {
  const box = (w: number, h: number, r: number) => {
    ctx.beginPath();
    ctx.roundRect(cx - w / 2, cy - h / 2, w, h, r);
  };
  box(field.outerWidth, field.outerHeight, 16);
  ctx.fillStyle = colours.rule;
  ctx.fill();
  box(field.width, field.height, 8);
  ctx.fillStyle = colours.paper;
  ctx.fill();
  ctx.strokeStyle = colours.quiet;
  ctx.lineWidth = px;
  ctx.stroke();
  box(field.width - 2 * field.inset, field.height - 2 * field.inset, 5);
  ctx.setLineDash([px * 2, px * 4]);
  ctx.strokeStyle = field.fits ? colours.quiet : colours.madder;
  ctx.stroke();
  ctx.setLineDash([]);
}

function drawPiece(ctx: CanvasRenderingContext2D, piece: CutPiece, px: number, colours: PlanColours) {
  const b = piece.lies;
  if (!b) return;
  ctx.globalAlpha = 0.55;
  ctx.fillStyle = piece.colour;
  ctx.fillRect(b.minX, b.minY, b.maxX - b.minX, b.maxY - b.minY);
  ctx.globalAlpha = 1;
  ctx.strokeStyle = colours.hands;
  ctx.lineWidth = px * 2.4;
  ctx.strokeRect(b.minX, b.minY, b.maxX - b.minX, b.maxY - b.minY);
}

function drawOpening(
  ctx: CanvasRenderingContext2D,
  [x, y]: [number, number],
  length: number,
  px: number,
  colours: PlanColours,
) {
  ctx.strokeStyle = colours.madder;
  ctx.lineWidth = px * 2;
  ctx.setLineDash([px * 3, px * 3]);
  ctx.beginPath();
  ctx.arc(x, y, length / 2, 0, 2 * Math.PI);
  ctx.stroke();
  ctx.setLineDash([]);
}

function tracePoints(ctx: CanvasRenderingContext2D, points: Float32Array, closed: boolean) {
  ctx.beginPath();
  for (let i = 0; i < points.length; i += 2) ctx.lineTo(points[i], points[i + 1]);
  if (closed) ctx.closePath();
  ctx.stroke();
}

/** The whole tape in a square, for lists. size: px. */
export function drawTape(
  ctx: CanvasRenderingContext2D,
  size: number,
  tape: Tape,
  reading: Reading,
  threads: readonly { colour: string }[],
) {
  const { extents: e } = reading;
  const scale = (size - 6) / Math.max(1, e.maxX - e.minX, e.maxY - e.minY);
  ctx.save();
  ctx.translate(size / 2 - ((e.minX + e.maxX) / 2) * scale, size / 2 + ((e.minY + e.maxY) / 2) * scale);
  ctx.scale(scale, -scale);
  ctx.lineWidth = 0.9 / scale;
  for (const block of reading.blocks) {
    ctx.strokeStyle = threads[block.index]?.colour ?? '#6b7280';
    ctx.stroke(blockPath(tape, block));
  }
  ctx.restore();
}
