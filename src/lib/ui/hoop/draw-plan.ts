import { itemAt, middleOf, placing, type Path } from '$lib/core/base';
import type { ItemPlace } from '$lib/core/hoop';
import type { Tape } from '$lib/core/tape';
import type { Reading } from '$lib/core/reading';
import { actionOf } from '$lib/core/catalogue';
import { cornersOf, type CutPiece } from '$lib/core/cut';
import type { BuildPlan } from '$lib/core/plan';
import { stackAt, type Step } from '$lib/core/score';
import { blockPath, strokeThread, type PlanColours } from './draw-tape';

/** mm to px: y is turned up; -1: seen from the back, left and right change places. */
export interface View {
  scale: number;
  flip: 1 | -1;
  offsetX: number;
  offsetY: number;
}

/** Margin round the work when the view is close, mm: room for pieces laid over it. */
const CLOSE_MARGIN = 24;

/** Whether a design is so small in its hoop that it is better seen close. */
export const isSmallInHoop = (plan: BuildPlan, { extents: e }: Reading): boolean =>
  Math.max((e.maxX - e.minX) / plan.hooping.field.width, (e.maxY - e.minY) / plan.hooping.field.height) <
  0.45;

/** The view that shows the whole hoop with its ring, or the work close, in a canvas of the given size (px). */
export function viewOf(
  plan: BuildPlan,
  reading: Reading,
  width: number,
  height: number,
  close: boolean,
  fromBack = false,
): View {
  const { extents: e } = reading;
  const hoop = hoopAround(plan, reading);
  const { outerWidth, outerHeight } = plan.hooping.field;
  const outer = sizeTurned(outerWidth, outerHeight, hoop.rad);
  // A design larger than its hoop is shown whole all the same.
  const w = close ? e.maxX - e.minX + 2 * CLOSE_MARGIN : Math.max(outer.width, e.maxX - e.minX + 20);
  const h = close ? e.maxY - e.minY + 2 * CLOSE_MARGIN : Math.max(outer.height, e.maxY - e.minY + 20);
  const scale = Math.min((width - 16) / w, (height - 16) / h);
  const cx = close ? (e.minX + e.maxX) / 2 : hoop.x;
  const cy = close ? (e.minY + e.maxY) / 2 : hoop.y;
  const flip = fromBack ? -1 : 1;
  return { scale, flip, offsetX: width / 2 - flip * cx * scale, offsetY: height / 2 + cy * scale };
}
/** Lengths in mm from here on. */
export function through(ctx: CanvasRenderingContext2D, { scale, flip, offsetX, offsetY }: View) {
  ctx.translate(offsetX, offsetY);
  ctx.scale(flip * scale, -scale);
}
/** Whether the back of the work lies up once a step is done. */
export const isFromBack = ({ score }: BuildPlan, cursor: number): boolean =>
  stackAt(score, cursor).view === 'back';

/**
 * The hoop as the design sees it, mm and radians: where several are sewn, the one nearest the middle is drawn in full, and the
 * others lie round it. A turned one is turned back: the design stays as it is, and the hoop lies across.
 */
function hoopAround({ hooping: { repeats } }: BuildPlan, { extents: e }: Reading) {
  const mid = middleOf(e);
  const places = repeats?.places ?? [{ x: 0, y: 0, turnDeg: 0 }];
  const shown = places.reduce((a, b) => (Math.hypot(b.x, b.y) < Math.hypot(a.x, a.y) ? b : a));
  const back = placing({ ...mid, turnDeg: -shown.turnDeg });
  const seen = ({ x, y, turnDeg }: ItemPlace) => {
    const [seenX, seenY] = back(x - shown.x, y - shown.y);
    return { x: seenX, y: seenY, rad: ((turnDeg - shown.turnDeg) * Math.PI) / 180 };
  };
  return {
    ...seen({ x: 0, y: 0, turnDeg: 0 }),
    others: places.filter((p) => p !== shown).map(seen),
  };
}
/** The upright box round a turned one. */
const sizeTurned = (width: number, height: number, rad: number) => {
  const [cos, sin] = [Math.abs(Math.cos(rad)), Math.abs(Math.sin(rad))];
  return { width: width * cos + height * sin, height: width * sin + height * cos };
};

/** Pieces that this step lays or folds, with where they lie. */
export const piecesNow = (step: Step | undefined, pieces: readonly CutPiece[]): CutPiece[] =>
  step?.kind === 'hand' && ['put', 'fold'].includes(actionOf(step).effect ?? '')
    ? pieces.filter((p) => step.pieces.includes(p.id) && p.lies)
    : [];

/** What is drawn in the hoop. */
export interface PlanDrawing {
  plan: BuildPlan;
  reading: Reading;
  tape: Tape;
  /** step under the cursor, 0-based */
  cursor: number;
  /** what else lies in the hoop: outlines, mm from the middle of its field */
  besides?: readonly Path[];
}

/** Draws the hoop alone: ring, field, and how near the frame the needle may come. */
export function drawEmptyHoop(
  ctx: CanvasRenderingContext2D,
  view: View,
  drawing: Pick<PlanDrawing, 'plan' | 'reading' | 'besides'>,
  colours: PlanColours,
) {
  ctx.save();
  through(ctx, view);
  drawHoop(ctx, drawing, 1 / view.scale, colours);
  ctx.restore();
}

/** Draws the hoop from above: ring and field, stitches so far, this step's line, the piece to lay, trim line, opening. */
export function drawPlan(
  ctx: CanvasRenderingContext2D,
  view: View,
  drawing: PlanDrawing,
  colours: PlanColours,
) {
  const { plan, reading, tape, cursor } = drawing;
  const step = plan.score.steps[cursor];
  ctx.save();
  through(ctx, view);
  const px = 1 / view.scale;
  drawHoop(ctx, drawing, px, colours);

  const sewn = plan.score.steps.slice(0, cursor).flatMap((s) => (s.kind === 'needle' ? [s.block] : []));
  ctx.lineJoin = 'round';
  // Before the first stitch the whole design is seen, faint, in what the machine traces.
  const isAhead = !sewn.length && step?.kind === 'hand';
  const drawn = isAhead ? reading.blocks.map((b) => b.index) : sewn;
  ctx.globalAlpha = isAhead ? 0.3 : 0.75;
  for (const b of drawn)
    strokeThread(ctx, blockPath(tape, itemAt(reading.blocks, b)), plan.threads[b]?.colour, {
      widthMm: Math.max(0.35, px * 0.9),
      colours,
    });
  ctx.globalAlpha = 1;
  if (isAhead) drawTrace(ctx, reading, px, colours);
  for (const piece of piecesNow(step, plan.cut.pieces))
    for (const [dx, dy] of piece.copies > 1 ? (plan.design.copies?.offsets ?? []) : [[0, 0] as const]) {
      ctx.save();
      ctx.translate(dx, dy);
      drawPiece(ctx, piece, px, colours);
      ctx.restore();
    }
  if (step?.kind === 'needle') {
    ctx.strokeStyle = colours.needle;
    ctx.lineWidth = Math.max(0.5, px * 1.8);
    ctx.stroke(blockPath(tape, itemAt(reading.blocks, step.block)));
    for (const o of itemAt(reading.blocks, step.block).openings)
      drawOpening(ctx, o.centre, o.lengthMm, px, colours);
  } else if (step && step.along !== null) {
    ctx.strokeStyle = colours.madder;
    ctx.lineWidth = px * 2.4;
    ctx.setLineDash([px * 7, px * 4]);
    for (const line of itemAt(reading.blocks, step.along).lines) tracePoints(ctx, line.points, line.closed);
    ctx.setLineDash([]);
  }
  ctx.restore();
}

/** The box that the machine goes round before it sews. */
function drawTrace(ctx: CanvasRenderingContext2D, { extents: e }: Reading, px: number, colours: PlanColours) {
  ctx.strokeStyle = colours.hands;
  ctx.lineWidth = px * 1.6;
  ctx.setLineDash([px * 7, px * 4]);
  ctx.strokeRect(e.minX, e.minY, e.maxX - e.minX, e.maxY - e.minY);
  ctx.setLineDash([]);
}

function drawHoop(
  ctx: CanvasRenderingContext2D,
  { plan, reading, besides = [] }: Pick<PlanDrawing, 'plan' | 'reading' | 'besides'>,
  px: number,
  colours: PlanColours,
) {
  const { field } = plan.hooping;
  const hoop = hoopAround(plan, reading);
  const turnedTo = ({ x, y, rad }: { x: number; y: number; rad: number }, draw: () => void) => {
    ctx.save();
    ctx.translate(x, y);
    ctx.rotate(rad);
    ctx.beginPath();
    draw();
    ctx.restore();
  };
  const box = (w: number, h: number, r: number) => {
    ctx.beginPath();
    ctx.roundRect(-w / 2, -h / 2, w, h, r);
  };
  const ring = (w: number, h: number, r: number) => {
    if (!field.oval) return box(w, h, r);
    ctx.beginPath();
    ctx.ellipse(0, 0, Math.max(0, w / 2), Math.max(0, h / 2), 0, 0, 2 * Math.PI);
  };
  turnedTo(hoop, () => {
    ring(field.outerWidth, field.outerHeight, 16);
    ctx.fillStyle = colours.rule;
    ctx.fill();
    ring(field.width, field.height, 8);
    ctx.fillStyle = colours.paper;
    ctx.fill();
    ctx.strokeStyle = colours.quiet;
    ctx.lineWidth = px;
    ctx.stroke();
    ring(field.width - 2 * field.inset, field.height - 2 * field.inset, 5);
    ctx.setLineDash([px * 2, px * 4]);
    ctx.strokeStyle = field.fits ? colours.quiet : colours.madder;
    ctx.stroke();
    ctx.setLineDash([]);
  });
  ctx.strokeStyle = colours.rule;
  for (const path of besides)
    turnedTo(hoop, () => {
      for (const { x, y } of path) ctx.lineTo(x, y);
      ctx.closePath();
      ctx.globalAlpha = 0.4;
      ctx.fillStyle = colours.rule;
      ctx.fill();
      ctx.globalAlpha = 1;
      ctx.strokeStyle = colours.quiet;
      ctx.lineWidth = px;
      ctx.stroke();
    });
  const { outline } = plan.hooping;
  for (const other of hoop.others)
    turnedTo(other, () => {
      if (outline) for (const [x, y] of outline) ctx.lineTo(x, y);
      else box(plan.design.size.width, plan.design.size.height, 2);
      ctx.closePath();
      ctx.stroke();
    });
}

function drawPiece(ctx: CanvasRenderingContext2D, piece: CutPiece, px: number, colours: PlanColours) {
  if (!piece.lies) return;
  ctx.beginPath();
  for (const { x, y } of cornersOf(piece.lies, piece.turnRad)) ctx.lineTo(x, y);
  ctx.closePath();
  ctx.globalAlpha = 0.55;
  ctx.fillStyle = piece.colour;
  ctx.fill();
  ctx.globalAlpha = 1;
  ctx.strokeStyle = colours.hands;
  ctx.lineWidth = px * 2.4;
  ctx.stroke();
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
  for (let i = 0; i < points.length; i += 2) ctx.lineTo(itemAt(points, i), itemAt(points, i + 1));
  if (closed) ctx.closePath();
  ctx.stroke();
}
