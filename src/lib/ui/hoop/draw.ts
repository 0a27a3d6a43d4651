import { itemAt } from '$lib/core/base';
import { JUMP, STITCH, STOP, type Tape } from '$lib/core/tape';
import type { BlockReading, DensityMap, Reading } from '$lib/core/reading';
import { actionOf } from '$lib/core/catalogue';
import type { CutPiece } from '$lib/core/cut';
import type { BuildPlan } from '$lib/core/plan';
import type { Step } from '$lib/core/score';

/** mm to px: y is turned up. */
export interface View {
  scale: number;
  offsetX: number;
  offsetY: number;
}
/** Colours of the page, as CSS has them now. */
export interface PlanColours {
  paper: string;
  ink: string;
  quiet: string;
  rule: string;
  needle: string;
  hands: string;
  madder: string;
}

/** Less difference in lightness than this, 0-1, and a thread cannot be seen on the ground. */
const LEAST_CONTRAST = 0.22;
/** How far such a thread is drawn towards the ink. */
const TOWARDS_INK = 0.42;
type Channels = [red: number, green: number, blue: number];
const channels = (hex: string) => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16) / 255) as Channels;
const lightness = ([r, g, b]: Channels) => 0.3 * r + 0.59 * g + 0.11 * b;

/** The thread as it can be seen on the ground: chalk on paper, or navy in the dark, is drawn towards the ink. */
export function seenThread(thread: string, paper: string, ink: string): string {
  const [t, p, i] = [channels(thread), channels(paper), channels(ink)];
  if (Math.abs(lightness(t) - lightness(p)) >= LEAST_CONTRAST) return thread;
  const mixed = t.map((v, k) => Math.round(255 * (v + (itemAt(i, k) - v) * TOWARDS_INK)));
  return `rgb(${mixed.join(' ')})`;
}

/** The colours of the page as they are now. */
export function pageColours(): PlanColours {
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    paper: of('paper'),
    ink: of('ink'),
    quiet: of('quiet'),
    rule: of('rule'),
    needle: of('needle'),
    hands: of('hands'),
    madder: of('madder'),
  };
}

/** More than this cannot be seen, and drawing it would hold up the screen. */
const MOST_POINTS = 80_000;
const blockPaths = new WeakMap<Tape, Map<number, Path2D>>();

/** The stitches of a block as a path in mm, made once a tape. */
function blockPath(tape: Tape, block: BlockReading): Path2D {
  const known = blockPaths.get(tape) ?? new Map<number, Path2D>();
  blockPaths.set(tape, known);
  const found = known.get(block.index);
  if (found) return found;
  const path = new Path2D();
  let down = false;
  // A picture has fewer points than a very long tape has stitches: beyond that some are passed over.
  const stride = Math.max(1, Math.floor(tape.kind.length / MOST_POINTS));
  for (let i = block.from; i < block.to; i++) {
    if (stride > 1 && i % stride && tape.kind[i] === STITCH && i + 1 < block.to) continue;
    const x = itemAt(tape.x, i) / 10;
    const y = itemAt(tape.y, i) / 10;
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
  Math.max((e.maxX - e.minX) / plan.hooping.field.width, (e.maxY - e.minY) / plan.hooping.field.height) <
  0.45;

/** The view that shows the whole hoop with its ring, or the work close, in a canvas of the given size (px). */
export function viewOf(
  plan: BuildPlan,
  reading: Reading,
  width: number,
  height: number,
  close: boolean,
): View {
  const { extents: e } = reading;
  const hoop = hoopAround(plan, reading);
  // A design larger than its hoop is shown whole all the same.
  const w = close ? e.maxX - e.minX + 2 * CLOSE_MARGIN : Math.max(hoop.outerWidth, e.maxX - e.minX + 20);
  const h = close ? e.maxY - e.minY + 2 * CLOSE_MARGIN : Math.max(hoop.outerHeight, e.maxY - e.minY + 20);
  const scale = Math.min((width - 16) / w, (height - 16) / h);
  const cx = close ? (e.minX + e.maxX) / 2 : hoop.x;
  const cy = close ? (e.minY + e.maxY) / 2 : hoop.y;
  return { scale, offsetX: width / 2 - cx * scale, offsetY: height / 2 + cy * scale };
}

/**
 * The hoop as the design sees it, mm: where several are sewn, the one nearest the middle is drawn in full, and the others
 * lie round it.
 */
function hoopAround({ hooping: { field, repeats } }: BuildPlan, { extents: e }: Reading) {
  const mid = { x: (e.minX + e.maxX) / 2, y: (e.minY + e.maxY) / 2 };
  const turned = repeats?.turned ?? false;
  const places = repeats?.places ?? [{ x: 0, y: 0 }];
  const shown = places.reduce((a, b) => (Math.hypot(b.x, b.y) < Math.hypot(a.x, a.y) ? b : a));
  // Turned ones are turned back: the design stays as it is, and the hoop lies across.
  const seen = (x: number, y: number) => {
    const [dx, dy] = [x - shown.x, y - shown.y];
    return turned ? { x: mid.x + dy, y: mid.y - dx } : { x: mid.x + dx, y: mid.y + dy };
  };
  const [width, height] = turned ? [field.height, field.width] : [field.width, field.height];
  const [outerWidth, outerHeight] = turned
    ? [field.outerHeight, field.outerWidth]
    : [field.outerWidth, field.outerHeight];
  return {
    ...seen(0, 0),
    width,
    height,
    outerWidth,
    outerHeight,
    others: places.filter((p) => p !== shown).map((p) => seen(p.x, p.y)),
  };
}

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
  threads: readonly { colour: string }[];
}

/** Draws the hoop alone: ring, field, and how near the frame the needle may come. */
export function drawEmptyHoop(
  ctx: CanvasRenderingContext2D,
  view: View,
  { plan, reading }: Pick<PlanDrawing, 'plan' | 'reading'>,
  colours: PlanColours,
) {
  ctx.save();
  ctx.translate(view.offsetX, view.offsetY);
  ctx.scale(view.scale, -view.scale);
  drawHoop(ctx, plan, reading, 1 / view.scale, colours);
  ctx.restore();
}

/** Where the needle comes down often: the denser the darker; above `stiff` hatched. */
export function drawDensity(
  ctx: CanvasRenderingContext2D,
  view: View,
  map: DensityMap,
  stiff: number,
  colours: PlanColours,
) {
  ctx.save();
  ctx.translate(view.offsetX, view.offsetY);
  ctx.scale(view.scale, -view.scale);
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

/** Draws the hoop from above: ring and field, stitches so far, this step's line, the piece to lay, trim line, opening. */
export function drawPlan(
  ctx: CanvasRenderingContext2D,
  view: View,
  { plan, reading, tape, cursor, threads }: PlanDrawing,
  colours: PlanColours,
) {
  const step = plan.score.steps[cursor];
  ctx.save();
  ctx.translate(view.offsetX, view.offsetY);
  ctx.scale(view.scale, -view.scale);
  const px = 1 / view.scale;
  drawHoop(ctx, plan, reading, px, colours);

  const sewn = plan.score.steps.slice(0, cursor).flatMap((s) => (s.kind === 'needle' ? [s.block] : []));
  ctx.lineJoin = 'round';
  for (const b of sewn) {
    ctx.strokeStyle = seenThread(threads[b]?.colour ?? colours.quiet, colours.paper, colours.ink);
    ctx.globalAlpha = 0.75;
    ctx.lineWidth = Math.max(0.35, px * 0.9);
    ctx.stroke(blockPath(tape, itemAt(reading.blocks, b)));
  }
  ctx.globalAlpha = 1;
  for (const piece of piecesNow(step, plan.cut.pieces)) drawPiece(ctx, piece, px, colours);
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

function drawHoop(
  ctx: CanvasRenderingContext2D,
  plan: BuildPlan,
  reading: Reading,
  px: number,
  colours: PlanColours,
) {
  const { field } = plan.hooping;
  const hoop = hoopAround(plan, reading);
  const box = (w: number, h: number, r: number, at: { x: number; y: number } = hoop) => {
    ctx.beginPath();
    ctx.roundRect(at.x - w / 2, at.y - h / 2, w, h, r);
  };
  box(hoop.outerWidth, hoop.outerHeight, 16);
  ctx.fillStyle = colours.rule;
  ctx.fill();
  box(hoop.width, hoop.height, 8);
  ctx.fillStyle = colours.paper;
  ctx.fill();
  ctx.strokeStyle = colours.quiet;
  ctx.lineWidth = px;
  ctx.stroke();
  box(hoop.width - 2 * field.inset, hoop.height - 2 * field.inset, 5);
  ctx.setLineDash([px * 2, px * 4]);
  ctx.strokeStyle = field.fits ? colours.quiet : colours.madder;
  ctx.stroke();
  ctx.setLineDash([]);
  ctx.strokeStyle = colours.rule;
  for (const other of hoop.others) {
    box(plan.design.size.width, plan.design.size.height, 2, other);
    ctx.stroke();
  }
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
  for (let i = 0; i < points.length; i += 2) ctx.lineTo(itemAt(points, i), itemAt(points, i + 1));
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
  { paper, ink, quiet }: Pick<PlanColours, 'paper' | 'ink' | 'quiet'>,
) {
  const { extents: e } = reading;
  const scale = (size - 6) / Math.max(1, e.maxX - e.minX, e.maxY - e.minY);
  ctx.save();
  ctx.translate(size / 2 - ((e.minX + e.maxX) / 2) * scale, size / 2 + ((e.minY + e.maxY) / 2) * scale);
  ctx.scale(scale, -scale);
  ctx.lineWidth = 0.9 / scale;
  for (const block of reading.blocks) {
    ctx.strokeStyle = seenThread(threads[block.index]?.colour ?? quiet, paper, ink);
    ctx.stroke(blockPath(tape, block));
  }
  ctx.restore();
}
