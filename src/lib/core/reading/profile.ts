import type { NeedleBlock, NeedlePoints } from './needle';
import { LENGTH_BINS } from './types';

/** How a short stretch moves. */
export const LINE = 0;
export const ZIGZAG = 1;
export const SATIN = 2;
export const BEAN = 3;

/** Turns judged together: long enough for a pattern to show, short enough to follow a change of texture. */
const WINDOW = 16;
/** Stitches shorter than this are ties and tell nothing about the texture, 0.1 mm. */
const TIE = 3.5;
/** cos of the turn beyond which a stitch goes back, and below which it goes on. */
const BACK = -0.35;
const ON = 0.35;
/** Share of backward turns: every turn in a zigzag, two of three in a bean. */
const ALL_BACK = 0.82;
const BEAN_BACK = 0.5;
/** A zigzag that advances less than this from peak to peak covers: satin, 0.1 mm. */
const SATIN_ADVANCE = 10;
/** Side of the grid on which area is measured, 0.1 mm. */
export const CELL = 20;

/** A stretch of needle points (first, end] of one way of moving. */
export interface Stretch {
  first: number;
  end: number;
  way: number;
  /** first of its strand */
  opens: boolean;
}

/** Sums over one block; lengths in 0.1 mm. */
export interface Profile {
  stretches: Stretch[];
  length: number;
  lengthBins: number[];
  /** sewn length by way of moving */
  byWay: [number, number, number, number];
  /** mean width and advance of the zigzag or satin parts */
  width: [number, number];
  advance: [number, number];
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
  /** cells with a needle point; cells crossed by line stretches, and how many of these lie inside others */
  cells: number;
  lineCells: number;
  innerCells: number;
  /** sum of turns and of their sizes on line stretches, radians */
  turn: number;
  turnSize: number;
}

/** Grids of the whole design, stamped with block numbers so that they need no clearing. */
export class AreaGrid {
  private readonly points: Int32Array;
  private readonly lines: Int32Array;
  private readonly list: Int32Array;
  private readonly cols: number;
  private readonly cell: number;
  private listed = 0;
  private counted = 0;
  private stamp = 0;

  constructor(
    private minX: number,
    private minY: number,
    maxX: number,
    maxY: number,
  ) {
    const MOST_CELLS = 4_000_000;
    let cell = CELL;
    while (((maxX - minX) / cell + 3) * ((maxY - minY) / cell + 3) > MOST_CELLS) cell *= 2;
    this.cell = cell;
    this.cols = Math.floor((maxX - minX) / cell) + 3;
    const size = this.cols * (Math.floor((maxY - minY) / cell) + 3);
    this.points = new Int32Array(size);
    this.lines = new Int32Array(size);
    this.list = new Int32Array(size);
  }
  next() {
    this.stamp++;
    this.listed = 0;
    this.counted = 0;
  }
  private at(x: number, y: number) {
    return (((y - this.minY) / this.cell + 1) | 0) * this.cols + (((x - this.minX) / this.cell + 1) | 0);
  }
  point(x: number, y: number) {
    const at = this.at(x, y);
    if (this.points[at] !== this.stamp) {
      this.points[at] = this.stamp;
      this.counted++;
    }
  }
  line(x0: number, y0: number, x1: number, y1: number, length: number) {
    const n = Math.ceil(length / this.cell);
    for (let k = 0; k < n; k++) {
      const t = (k + 0.5) / n;
      const at = this.at(x0 + (x1 - x0) * t, y0 + (y1 - y0) * t);
      if (this.lines[at] !== this.stamp) {
        this.lines[at] = this.stamp;
        this.list[this.listed++] = at;
      }
    }
  }
  /** Scaled to cells of CELL, for designs metres wide. */
  counts() {
    const { lines, stamp, cols, list, listed } = this;
    let inner = 0;
    for (let i = 0; i < listed; i++) {
      const at = list[i];
      if (
        lines[at - 1] === stamp &&
        lines[at + 1] === stamp &&
        lines[at - cols] === stamp &&
        lines[at + cols] === stamp
      )
        inner++;
    }
    const scale = (this.cell / CELL) ** 2;
    return { cells: this.counted * scale, lineCells: listed * scale, innerCells: inner * scale };
  }
}

/** One pass over a block: lengths, box, area, and how each short stretch moves. */
export function profileBlock({ x, y, starts }: NeedlePoints, block: NeedleBlock, grid: AreaGrid): Profile {
  grid.next();
  const stretches: Stretch[] = [];
  const bins = new Array<number>(LENGTH_BINS).fill(0);
  const byWay: Profile['byWay'] = [0, 0, 0, 0];
  const widthSum = [0, 0];
  const advanceSum = [0, 0];
  const turns = [0, 0];
  let total = 0;
  let minX = Infinity;
  let minY = Infinity;
  let maxX = -Infinity;
  let maxY = -Infinity;
  let turnSum = 0;
  let turnSize = 0;

  // The window: counts over the last turns, and where it began.
  let wFirst = block.first;
  let wLength = 0;
  let wTurns = 0;
  let wBack = 0;
  let wAdvance = 0;
  let wWidth = 0;
  let wTurn = 0;
  let wTurnSize = 0;
  let opens = true;
  const closeWindow = (end: number) => {
    if (end > wFirst && wLength > 0) {
      const back = wTurns ? wBack / wTurns : 0;
      const advance = wBack ? wAdvance / wBack : 0;
      let way = LINE;
      if (wTurns >= 3 && back >= ALL_BACK) way = advance < SATIN_ADVANCE ? SATIN : ZIGZAG;
      else if (wTurns >= 5 && back >= BEAN_BACK) way = BEAN;
      byWay[way] += wLength;
      if (way === ZIGZAG || way === SATIN) {
        widthSum[way - 1] += wWidth;
        advanceSum[way - 1] += wAdvance;
        turns[way - 1] += wBack;
      } else if (way === LINE) {
        turnSum += wTurn;
        turnSize += wTurnSize;
      }
      const last = stretches[stretches.length - 1];
      if (last && !opens && last.way === way) last.end = end;
      else stretches.push({ first: wFirst, end, way, opens });
      opens = false;
    }
    wFirst = end;
    wLength = wTurns = wBack = wAdvance = wWidth = wTurn = wTurnSize = 0;
  };

  let ax = 0;
  let ay = 0;
  let al = 0;
  for (let i = block.first; i < block.end; i++) {
    const px = x[i];
    const py = y[i];
    if (px < minX) minX = px;
    if (px > maxX) maxX = px;
    if (py < minY) minY = py;
    if (py > maxY) maxY = py;
    grid.point(px, py);
    if (starts[i]) {
      closeWindow(i - 1);
      wFirst = i;
      opens = true;
      al = 0;
      continue;
    }
    const dx = px - x[i - 1];
    const dy = py - y[i - 1];
    const l = Math.sqrt(dx * dx + dy * dy);
    total += l;
    wLength += l;
    const bin = (l / 5) | 0;
    bins[bin < LENGTH_BINS ? bin : LENGTH_BINS - 1]++;
    if (l < TIE) continue;
    if (al > 0) {
      const cos = (ax * dx + ay * dy) / (al * l);
      wTurns++;
      if (cos < BACK) {
        const sx = ax + dx;
        const sy = ay + dy;
        const s2 = sx * sx + sy * sy;
        wBack++;
        wAdvance += Math.sqrt(s2);
        // Width: the height of the flank over the advance, half of it each way.
        const w2 = l * l - s2 / 4;
        wWidth += w2 > 0 ? Math.sqrt(w2) : 0;
      } else {
        const sin = (ax * dy - ay * dx) / (al * l);
        const t = cos > ON ? sin : sin < 0 ? -1.2 : 1.2;
        wTurn += t;
        wTurnSize += t < 0 ? -t : t;
      }
    }
    ax = dx;
    ay = dy;
    al = l;
    if (wTurns === WINDOW) closeWindow(i);
  }
  closeWindow(block.end - 1);
  smooth(stretches);
  for (const s of stretches)
    if (s.way === LINE)
      for (let i = s.first + 1; i <= s.end; i++)
        grid.line(x[i - 1], y[i - 1], x[i], y[i], Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]));
  return {
    stretches, length: total, lengthBins: bins, byWay,
    width: [mean(widthSum[0], turns[0]), mean(widthSum[1], turns[1])],
    advance: [mean(advanceSum[0], turns[0]), mean(advanceSum[1], turns[1])],
    minX, minY, maxX, maxY, turn: turnSum, turnSize, ...grid.counts(),
  }; // prettier-ignore
}

const mean = (sum: number, n: number) => (n ? sum / n : 0);

/** A short stretch at the end of a strand, or one odd window in a long one, takes the way of its neighbours. */
function smooth(stretches: Stretch[]) {
  for (let i = 0; i < stretches.length; i++) {
    const s = stretches[i];
    if (s.end - s.first > WINDOW + 2) continue;
    const before = s.opens ? undefined : stretches[i - 1];
    const after = stretches[i + 1]?.opens ? undefined : stretches[i + 1];
    if (before && after && before.way === after.way) s.way = before.way;
    else if (before && !after && before.end - before.first > 2 * (s.end - s.first)) s.way = before.way;
  }
}
