/** A hash grid over points that are added one by one; room for a known number of points. Lengths in 0.1 mm. */
export class PointIndex {
  readonly x: Float32Array;
  readonly y: Float32Array;
  /** a number kept with each point: block, or position on the line */
  readonly tag: Float32Array;
  private readonly head: Int32Array;
  private readonly chain: Int32Array;
  private readonly mask: number;
  private readonly inverse: number;
  size = 0;

  constructor(room: number, cell: number) {
    this.x = new Float32Array(room);
    this.y = new Float32Array(room);
    this.tag = new Float32Array(room);
    this.chain = new Int32Array(room);
    let slots = 16;
    while (slots < room * 2) slots *= 2;
    this.head = new Int32Array(slots).fill(-1);
    this.mask = slots - 1;
    this.inverse = 1 / cell;
  }
  private slot(cx: number, cy: number) {
    return (Math.imul(cx, 73856093) ^ Math.imul(cy, 19349663)) & this.mask;
  }
  add(x: number, y: number, tag: number) {
    const at = this.slot(Math.floor(x * this.inverse), Math.floor(y * this.inverse));
    const n = this.size++;
    this.x[n] = x;
    this.y[n] = y;
    this.tag[n] = tag;
    this.chain[n] = this.head[at];
    this.head[at] = n;
  }
  /** Calls visit for the points in the cells around (x, y); some may be further away than a cell. */
  around(x: number, y: number, visit: (n: number) => void) {
    const cx = Math.floor(x * this.inverse);
    const cy = Math.floor(y * this.inverse);
    for (let gy = cy - 1; gy <= cy + 1; gy++)
      for (let gx = cx - 1; gx <= cx + 1; gx++)
        for (let n = this.head[this.slot(gx, gy)]; n >= 0; n = this.chain[n]) visit(n);
  }
}
