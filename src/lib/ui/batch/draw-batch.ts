import { RULER, type BatchLayout, type CallBar, type HeadBar, type Window } from './score-layout';

/** Colours of the page, as CSS has them now. */
type Colours = Record<
  | 'paper'
  | 'ground'
  | 'ink'
  | 'quiet'
  | 'rule'
  | 'needle'
  | 'needle-soft'
  | 'on-needle'
  | 'hands-fill'
  | 'hands-soft'
  | 'on-hands'
  | 'madder'
  | 'madder-soft',
  string
>;
const NAMES = ['paper', 'ground', 'ink', 'quiet', 'rule', 'needle', 'needle-soft', 'on-needle', 'hands-fill', 'hands-soft', 'on-hands', 'madder', 'madder-soft'] as const; // prettier-ignore
const coloursOf = (element: Element): Colours => {
  const style = getComputedStyle(element);
  return Object.fromEntries(NAMES.map((n) => [n, style.getPropertyValue(`--${n}`).trim()])) as Colours;
};
/** What is drawn of a plan. */
export interface BatchDrawing {
  layout: BatchLayout;
  view: Window;
  /** ms since 1970: second 0 of the plan */
  from: number;
  /** s: where the clock stands */
  nowS: number;
  chosen: string | null;
  /** being moved: the hooping, and where it would begin */
  moving: { hoopingId: string; stave: number; fromS: number } | null;
}
/** Free on the left for the names of staves, px. */
export const LABELS = 96;
const FONT = "13px 'Atkinson Hyperlegible Next Variable', system-ui, sans-serif";
const hour = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const day = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });

/** Draws what is seen of a plan; what lies outside is passed over, so that long plans are drawn as quickly. */
export function drawBatch(ctx: CanvasRenderingContext2D, drawing: BatchDrawing, width: number): void {
  const { layout, view, nowS, moving } = drawing;
  const colours = coloursOf(ctx.canvas);
  const xOf = (s: number) => LABELS + (s - view.fromS) * view.scale;
  const seen = (fromS: number, toS: number) => xOf(toS) >= LABELS && xOf(fromS) <= width;
  ctx.font = FONT;
  ctx.textBaseline = 'middle';
  ctx.clearRect(0, 0, width, layout.height);
  for (const { kind, y, height } of layout.staves) {
    ctx.fillStyle = kind === 'person' ? colours.ground : colours.paper;
    ctx.fillRect(LABELS, y + 3, width - LABELS, height - 6);
  }
  ctx.fillStyle = colours.paper;
  for (const { stave, fromS, toS } of layout.shifts) {
    const own = layout.staves[stave];
    if (own && seen(fromS, toS))
      ctx.fillRect(xOf(fromS), own.y + 3, (toS - fromS) * view.scale, own.height - 6);
  }
  ruler(ctx, drawing, colours, xOf, width);
  ctx.save();
  ctx.beginPath();
  ctx.rect(LABELS, 0, width - LABELS, layout.height);
  ctx.clip();
  for (const bar of layout.bars) if (seen(bar.fromS, bar.toS)) headBar(ctx, bar, drawing, colours, xOf);
  for (const call of layout.calls)
    if (seen(call.startS, call.endS)) callBar(ctx, call, drawing, colours, xOf);
  line(ctx, xOf(nowS), RULER - 8, layout.height, colours.ink, 2);
  flags(ctx, drawing, colours, xOf, width);
  const moved = moving && layout.bars.find((b) => b.hoopingId === moving.hoopingId);
  if (moving && moved) {
    ctx.globalAlpha = 0.75;
    const long = moved.toS - moved.fromS;
    const at = { ...moved, stave: moving.stave, fromS: moving.fromS, toS: moving.fromS + long, sewn: [] };
    headBar(ctx, at, { ...drawing, chosen: moved.hoopingId }, colours, xOf);
    ctx.globalAlpha = 1;
  }
  ctx.restore();
  for (const { name, y, height } of layout.staves) {
    ctx.fillStyle = colours.ink;
    ctx.fillText(shortened(ctx, name, LABELS - 14), 8, y + height / 2);
  }
}
function headBar(
  ctx: CanvasRenderingContext2D,
  bar: HeadBar,
  { layout, view, chosen }: BatchDrawing,
  c: Colours,
  xOf: (s: number) => number,
) {
  const own = layout.staves[bar.stave];
  if (!own) return;
  const [x, y, w, h] = [xOf(bar.fromS), own.y + 5, (bar.toS - bar.fromS) * view.scale, own.height - 10];
  ctx.fillStyle = c['needle-soft'];
  ctx.fillRect(x, y, w, h);
  // Time at the head in which nothing is sewn is a rest: the needle waits for hands.
  if (w > 6) hatch(ctx, x, y, w, h, c.needle);
  ctx.fillStyle = c.needle;
  for (const { fromS, toS } of bar.sewn)
    ctx.fillRect(xOf(fromS), y, Math.max(0.5, (toS - fromS) * view.scale), h);
  const isChosen = chosen === bar.hoopingId;
  ctx.lineWidth = isChosen ? 3 : 1;
  ctx.strokeStyle = bar.isLate ? c.madder : isChosen ? c.ink : c.paper;
  if (bar.isLate) ctx.lineWidth = 3;
  ctx.strokeRect(x + 0.5, y + 0.5, Math.max(1, w - 1), h - 1);
  if (w < 34) return;
  const text = shortened(
    ctx,
    `${bar.name}${bar.items > 1 ? ` × ${bar.items}` : ''}${bar.isLate ? ', late' : ''}`,
    w - 10,
  );
  const long = ctx.measureText(text).width;
  ctx.fillStyle = c.paper;
  ctx.fillRect(x + 3, y + h / 2 - 9, long + 6, 18);
  ctx.fillStyle = bar.isLate ? c.madder : c.ink;
  ctx.fillText(text, x + 6, y + h / 2 + 1);
}
function callBar(
  ctx: CanvasRenderingContext2D,
  call: CallBar,
  { layout, view, chosen }: BatchDrawing,
  c: Colours,
  xOf: (s: number) => number,
) {
  const own = layout.staves[call.stave];
  if (!own) return;
  const [x, w] = [xOf(call.startS), Math.max(1, (call.endS - call.startS) * view.scale)];
  const isChosen = chosen === call.hoopingId;
  if (own.kind === 'wait') {
    const y = own.y + 7 + call.lane * 12;
    hatch(ctx, x, y, w, 10, c.quiet);
    if (isChosen) ctx.strokeRect(x, y, w, 10);
    return;
  }
  const [y, h] = [own.y + 5, own.height - 10];
  ctx.fillStyle = call.isSetup ? c['needle-soft'] : call.headId ? c['hands-fill'] : c['hands-soft'];
  // At the machine the whole stave, at the table its lower half: told by shape as well as by colour.
  const [top, high] = call.headId ? [y, h] : [y + h * 0.35, h * 0.65];
  ctx.fillRect(x, top, w, high);
  if (w > 2.5 || isChosen) {
    ctx.lineWidth = isChosen ? 2.5 : 0.75;
    ctx.strokeStyle = isChosen ? c.ink : c['on-hands'];
    ctx.globalAlpha = isChosen ? 1 : 0.5;
    ctx.strokeRect(x + 0.5, top + 0.5, Math.max(0.5, w - 1), high - 1);
    ctx.globalAlpha = 1;
  }
  if (w < 46) return;
  ctx.fillStyle = c.ink;
  ctx.fillText(
    shortened(ctx, w > 150 ? `${call.name}: ${call.title}` : call.title, w - 8),
    x + 4,
    top + high / 2 + 1,
  );
}
function ruler(
  ctx: CanvasRenderingContext2D,
  { from, view, layout }: BatchDrawing,
  c: Colours,
  xOf: (s: number) => number,
  width: number,
) {
  const toS = view.fromS + (width - LABELS) / view.scale;
  const every =
    [300, 900, 3600, 3 * 3600, 6 * 3600, 12 * 3600, 86_400].find((s) => s * view.scale >= 58) ?? 86_400;
  const start = new Date(from + view.fromS * 1000);
  const midnight = new Date(start.getFullYear(), start.getMonth(), start.getDate());
  for (let n = 0; n < 40; n++) {
    const date = new Date(midnight.getFullYear(), midnight.getMonth(), midnight.getDate() + n);
    const dayS = (date.getTime() - from) / 1000;
    if (dayS > toS) break;
    const nextS = (new Date(date.getFullYear(), date.getMonth(), date.getDate() + 1).getTime() - from) / 1000;
    const x = Math.max(LABELS, xOf(dayS));
    line(ctx, xOf(dayS), 4, layout.height, c.quiet, 1);
    ctx.fillStyle = c.ink;
    if (xOf(nextS) - x > 70) ctx.fillText(day.format(date), x + 5, 12);
    for (let s = dayS + every; every < 86_400 && s < nextS; s += every) {
      const at = xOf(s);
      if (at < LABELS || at > width) continue;
      line(ctx, at, RULER - 8, layout.height, c.rule, 1);
      ctx.fillStyle = c.quiet;
      if (at + 36 < width) ctx.fillText(hour.format(from + s * 1000), at + 3, RULER - 14);
    }
  }
}
function flags(
  ctx: CanvasRenderingContext2D,
  { layout }: BatchDrawing,
  c: Colours,
  xOf: (s: number) => number,
  width: number,
) {
  for (const { atS, names, isLate } of layout.flags) {
    const x = xOf(atS);
    if (x < LABELS || x > width + 2) continue;
    const colour = isLate ? c.madder : c.ink;
    ctx.setLineDash([6, 4]);
    line(ctx, x, 2, layout.height, colour, 1.5);
    ctx.setLineDash([]);
    const text = shortened(ctx, `${isLate ? 'late: ' : 'due: '}${names.join(', ')}`, 190);
    const long = ctx.measureText(text).width + 10;
    const left = Math.max(LABELS, x + long > width ? x - long : x);
    ctx.fillStyle = isLate ? c['madder-soft'] : c.paper;
    ctx.fillRect(left, 3, long, 18);
    ctx.strokeStyle = colour;
    ctx.lineWidth = 1;
    ctx.strokeRect(left, 3, long, 18);
    ctx.fillStyle = colour;
    ctx.fillText(text, left + 5, 12);
  }
}
function line(
  ctx: CanvasRenderingContext2D,
  x: number,
  from: number,
  to: number,
  colour: string,
  width: number,
) {
  if (x < LABELS) return;
  ctx.strokeStyle = colour;
  ctx.lineWidth = width;
  ctx.beginPath();
  ctx.moveTo(x, from);
  ctx.lineTo(x, to);
  ctx.stroke();
}
/** Slanting lines: a rest. */
function hatch(ctx: CanvasRenderingContext2D, x: number, y: number, w: number, h: number, colour: string) {
  ctx.save();
  ctx.beginPath();
  ctx.rect(x, y, w, h);
  ctx.clip();
  ctx.strokeStyle = colour;
  ctx.globalAlpha *= 0.45;
  ctx.lineWidth = 1;
  ctx.beginPath();
  // What hangs far out on both sides is not hatched there.
  const [from, to] = [Math.max(x - h, LABELS - h), Math.min(x + w, ctx.canvas.width)];
  for (let at = from - ((from - x) % 6); at < to; at += 6) {
    ctx.moveTo(at, y + h);
    ctx.lineTo(at + h, y);
  }
  ctx.stroke();
  ctx.restore();
}
const widths = new Map<string, string>();
/** A text that fits into so many pixels; the rest of it is told elsewhere. */
function shortened(ctx: CanvasRenderingContext2D, text: string, width: number): string {
  const key = `${Math.round(width)} ${text}`;
  const known = widths.get(key);
  if (known !== undefined) return known;
  let short = text;
  while (short && ctx.measureText(short === text ? short : `${short}…`).width > width)
    short = short.slice(0, -1);
  const fits = short === text ? text : short.length > 2 ? `${short.trimEnd()}…` : '';
  if (widths.size > 4000) widths.clear();
  widths.set(key, fits);
  return fits;
}
