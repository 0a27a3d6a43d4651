/** Points with a tag each; tags count from 0. */
export interface Tagged {
  n: number;
  x: Float32Array;
  y: Float32Array;
  tag: Int32Array;
}
/** What a question meets: of each tag its nearest point; written over by the next question. */
interface Met {
  n: number;
  /** the tags that were met, and by tag the squared distance and the number of the nearest point */
  tags: Int32Array;
  distance2: Float64Array;
  nearest: Int32Array;
}

/** For designs metres wide. */
const MOST_CELLS = 4_000_000;

/**
 * Points that are all known before anything is asked, laid out cell by cell: a question reads three rows of neighbouring
 * cells, each in one go. Lengths in 0.1 mm.
 */
export class TaggedPoints {
  /** cell by cell; and the number of each point as it was given */
  private readonly points: Tagged;
  private readonly number: Int32Array;
  /** where the points of each cell begin, and after the last one where they end */
  private readonly starts: Int32Array;
  private readonly cell: number;
  private readonly left: number;
  private readonly top: number;
  private readonly cols: number;
  private readonly met: Met;
  /** the question that met a tag last */
  private readonly seen: Int32Array;
  private question = 0;

  /** @param tags how many tags there are @param reach side of a cell, unless there would be too many: all as near is met */
  constructor({ n, x, y, tag }: Tagged, tags: number, reach: number) {
    let [minX, minY, maxX, maxY] = n ? [x[0], y[0], x[0], y[0]] : [0, 0, 0, 0];
    for (let i = 0; i < n; i++) {
      if (x[i] < minX) minX = x[i];
      if (x[i] > maxX) maxX = x[i];
      if (y[i] < minY) minY = y[i];
      if (y[i] > maxY) maxY = y[i];
    }
    let cell = reach;
    while (((maxX - minX) / cell + 4) * ((maxY - minY) / cell + 4) > MOST_CELLS) cell *= 2;
    // A cell is left free all round, so that each point has cells around it.
    const left = Math.floor(minX / cell) - 1;
    const top = Math.floor(minY / cell) - 1;
    const cols = Math.floor(maxX / cell) - left + 2;
    const rows = Math.floor(maxY / cell) - top + 2;
    const at = new Int32Array(n);
    const starts = new Int32Array(cols * rows + 1);
    for (let i = 0; i < n; i++) {
      at[i] = (Math.floor(y[i] / cell) - top) * cols + Math.floor(x[i] / cell) - left;
      starts[at[i]]++;
    }
    for (let c = 0, sum = 0; c < starts.length; c++) starts[c] = sum += starts[c];
    this.points = { n, x: new Float32Array(n), y: new Float32Array(n), tag: new Int32Array(n) };
    this.number = new Int32Array(n);
    // Those given last come first in their cell: of two at one place the later is meant.
    for (let i = 0; i < n; i++) {
      const to = --starts[at[i]];
      this.points.x[to] = x[i];
      this.points.y[to] = y[i];
      this.points.tag[to] = tag[i];
      this.number[to] = i;
    }
    this.starts = starts;
    this.cell = cell;
    this.left = left;
    this.top = top;
    this.cols = cols;
    this.seen = new Int32Array(tags).fill(-1);
    this.met = {
      n: 0,
      tags: new Int32Array(tags),
      distance2: new Float64Array(tags),
      nearest: new Int32Array(tags),
    };
  }
  /** The nearest point of each tag but `own` in the cells around (px, py), which is one of the points. */
  around(px: number, py: number, own: number): Met {
    const { number, starts, cols, seen, met } = this;
    const { x, y, tag } = this.points;
    const { tags, distance2, nearest } = met;
    const question = this.question++;
    const middle = (Math.floor(py / this.cell) - this.top) * cols + Math.floor(px / this.cell) - this.left;
    let n = 0;
    for (let row = middle - cols; row <= middle + cols; row += cols)
      for (let i = starts[row - 1], end = starts[row + 2]; i < end; i++) {
        const t = tag[i];
        if (t === own) continue;
        const dx = x[i] - px;
        const dy = y[i] - py;
        const d2 = dx * dx + dy * dy;
        if (seen[t] !== question) {
          seen[t] = question;
          tags[n++] = t;
        } else if (d2 >= distance2[t]) continue;
        distance2[t] = d2;
        nearest[t] = number[i];
      }
    met.n = n;
    return met;
  }
}
