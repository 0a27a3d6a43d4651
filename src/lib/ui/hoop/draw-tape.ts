import { itemAt } from '$lib/core/base';
import { JUMP, STITCH, STOP, type Tape } from '$lib/core/tape';
import type { BlockReading, Reading } from '$lib/core/reading';

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

/** How a thread is drawn: as wide as it lies; broken where nobody has named it. */
interface Stroke {
  widthMm: number;
  colours: Pick<PlanColours, 'paper' | 'ink' | 'quiet'>;
}
/** Draws stitches in their thread; what would vanish on the ground keeps its colour and gets an edge. */
export function strokeThread(
  ctx: CanvasRenderingContext2D,
  path: Path2D,
  thread: string | undefined,
  { widthMm, colours: { paper, ink, quiet } }: Stroke,
) {
  ctx.lineWidth = widthMm;
  if (thread === undefined) {
    ctx.strokeStyle = quiet;
    ctx.setLineDash([2.4 * widthMm, 1.6 * widthMm]);
    ctx.stroke(path);
    ctx.setLineDash([]);
    return;
  }
  const seen = seenThread(thread, paper, ink);
  if (seen !== thread) {
    ctx.strokeStyle = seen;
    ctx.lineWidth = EDGE * widthMm;
    ctx.stroke(path);
    ctx.lineWidth = widthMm;
  }
  ctx.strokeStyle = thread;
  ctx.stroke(path);
}
/** So many times as wide as the thread is its edge, where it needs one. */
const EDGE = 2;

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
export function blockPath(tape: Tape, block: BlockReading): Path2D {
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

/** A tape, and how its blocks are drawn, in a square. size: px. */
interface SquareDrawing {
  size: number;
  tape: Tape;
  reading: Reading;
}
/** The whole tape in its threads, for lists. */
export function drawTape(
  ctx: CanvasRenderingContext2D,
  drawing: SquareDrawing,
  threads: readonly ({ colour: string } | undefined)[],
  { paper, ink, quiet }: Pick<PlanColours, 'paper' | 'ink' | 'quiet'>,
) {
  // So small, an edge would be wider than the thread in it.
  drawSquare(ctx, drawing, ({ index }) => ({
    colour: seenThread(threads[index]?.colour ?? quiet, paper, ink),
    wide: 0.9,
  }));
}
/** The whole tape; some of its blocks stand out. */
export function drawStandingOut(
  ctx: CanvasRenderingContext2D,
  drawing: SquareDrawing,
  standsOut: (block: number) => boolean,
  { rule, needle }: Pick<PlanColours, 'rule' | 'needle'>,
) {
  const isOut = ({ index }: BlockReading) => standsOut(index);
  const { blocks } = drawing.reading;
  const last = [...blocks.filter((b) => !isOut(b)), ...blocks.filter(isOut)];
  drawSquare(ctx, { ...drawing, reading: { ...drawing.reading, blocks: last } }, (block) =>
    isOut(block) ? { colour: needle, wide: 1.4 } : { colour: rule, wide: 0.9 },
  );
}
function drawSquare(
  ctx: CanvasRenderingContext2D,
  { size, tape, reading }: SquareDrawing,
  lookOf: (block: BlockReading) => { colour: string; wide: number },
) {
  const { extents: e } = reading;
  const scale = (size - 6) / Math.max(1, e.maxX - e.minX, e.maxY - e.minY);
  ctx.save();
  ctx.translate(size / 2 - ((e.minX + e.maxX) / 2) * scale, size / 2 + ((e.minY + e.maxY) / 2) * scale);
  ctx.scale(scale, -scale);
  for (const block of reading.blocks) {
    const { colour, wide } = lookOf(block);
    ctx.lineWidth = wide / scale;
    ctx.strokeStyle = colour;
    ctx.stroke(blockPath(tape, block));
  }
  ctx.restore();
}
