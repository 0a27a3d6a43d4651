/** Large odd factors spread neighbouring cells over the slots. */
const X_HASH = 73856093;
const Y_HASH = 19349663;

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
  add(x: number, y: number, tag: number) {
    const cx = Math.floor(x * this.inverse);
    const cy = Math.floor(y * this.inverse);
    const at = (Math.imul(cx, X_HASH) ^ Math.imul(cy, Y_HASH)) & this.mask;
    const n = this.size++;
    this.x[n] = x;
    this.y[n] = y;
    this.tag[n] = tag;
    this.chain[n] = this.head[at];
    this.head[at] = n;
  }
  /** The tag of the nearest point in the cells around (x, y); -1 when there is none. */
  nearest(x: number, y: number): number {
    const { head, chain, mask } = this;
    const cx = Math.floor(x * this.inverse);
    const cy = Math.floor(y * this.inverse);
    let least = Infinity;
    let found = -1;
    for (let gy = cy - 1; gy <= cy + 1; gy++)
      for (let gx = cx - 1; gx <= cx + 1; gx++)
        for (let n = head[(Math.imul(gx, X_HASH) ^ Math.imul(gy, Y_HASH)) & mask]; n >= 0; n = chain[n]) {
          const d2 = (this.x[n] - x) ** 2 + (this.y[n] - y) ** 2;
          if (d2 < least) [least, found] = [d2, this.tag[n]];
        }
    return found;
  }
  /** Whether a point with a tag below `before` lies within reach, where reach is at most the cell. */
  hasWithin(x: number, y: number, reach2: number, before: number): boolean {
    const { head, chain, mask } = this;
    const cx = Math.floor(x * this.inverse);
    const cy = Math.floor(y * this.inverse);
    for (let gy = cy - 1; gy <= cy + 1; gy++) {
      const row = Math.imul(gy, Y_HASH);
      for (let gx = cx - 1; gx <= cx + 1; gx++)
        for (let n = head[(Math.imul(gx, X_HASH) ^ row) & mask]; n >= 0; n = chain[n]) {
          if (this.tag[n] >= before) continue;
          const dx = this.x[n] - x;
          const dy = this.y[n] - y;
          if (dx * dx + dy * dy <= reach2) return true;
        }
    }
    return false;
  }
}
