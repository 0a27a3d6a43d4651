import type { Box } from '../base';

/** Side of the grid on which area is measured, 0.1 mm. */
export const CELL = 20;

/** Grids of the whole design, stamped with block numbers so that they need no clearing. */
export class AreaGrid {
  private readonly points: Int32Array;
  private readonly lines: Int32Array;
  private readonly list: Int32Array;
  private readonly cols: number;
  private readonly cell: number;
  private readonly inverse: number;
  private listed = 0;
  private counted = 0;
  private stamp = 0;
  /** the cells that were stamped last: the next point or sample mostly lies in the same */
  private lastPoint = -1;
  private lastLine = -1;

  private readonly minX: number;
  private readonly minY: number;

  /** @param box round all points, 0.1 mm */
  constructor({ minX, minY, maxX, maxY }: Box) {
    const MOST_CELLS = 4_000_000;
    let cell = CELL;
    while (((maxX - minX) / cell + 3) * ((maxY - minY) / cell + 3) > MOST_CELLS) cell *= 2;
    this.minX = minX;
    this.minY = minY;
    this.cell = cell;
    this.inverse = 1 / cell;
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
    this.lastPoint = this.lastLine = -1;
  }
  private at(x: number, y: number) {
    return (
      (((y - this.minY) * this.inverse + 1) | 0) * this.cols + (((x - this.minX) * this.inverse + 1) | 0)
    );
  }
  point(x: number, y: number) {
    const at = this.at(x, y);
    if (at === this.lastPoint) return;
    this.lastPoint = at;
    if (this.points[at] !== this.stamp) {
      this.points[at] = this.stamp;
      this.counted++;
    }
  }
  line(x0: number, y0: number, x1: number, y1: number) {
    const dx = x1 - x0;
    const dy = y1 - y0;
    const n = Math.ceil(Math.sqrt(dx * dx + dy * dy) * this.inverse);
    const stepX = dx / n;
    const stepY = dy / n;
    for (let k = 0.5; k < n; k++) {
      const at = this.at(x0 + stepX * k, y0 + stepY * k);
      if (at === this.lastLine) continue;
      this.lastLine = at;
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
