/** A line drawn through noisy points keeps within this of them, 0.1 mm. */
const TOLERANCE = 1.2;
/** And has a point at least every so far, 0.1 mm. */
const LONGEST = 30;

/**
 * Draws a line through points that come one by one, with as few of them as keep it within the tolerance: stitch noise does
 * not lengthen it, and corners stay. From each point kept, the directions from which all later ones lie within the
 * tolerance are a cone that narrows; a point outside it begins the next piece.
 */
export class Simplifier {
  private ax = 0;
  private ay = 0;
  private qx = 0;
  private qy = 0;
  /** the edges of the cone, as directions: nothing lies to the right of the one nor to the left of the other */
  private rx = 0;
  private ry = 0;
  private lx = 0;
  private ly = 0;
  private open = true;
  private n = 0;

  /** @param keep is given each point kept, in order */
  constructor(private readonly keep: (x: number, y: number) => void) {}

  add(x: number, y: number): void {
    if (this.n === 0) {
      this.start(x, y);
      this.keep(x, y);
      return;
    }
    const dx = x - this.ax;
    const dy = y - this.ay;
    const d = Math.sqrt(dx * dx + dy * dy);
    if (d > TOLERANCE) {
      const { rx, ry, lx, ly, open } = this;
      if (d > LONGEST || (!open && (rx * dy - ry * dx < 0 || dx * ly - dy * lx < 0))) {
        const qx = this.n > 1 ? this.qx : x;
        const qy = this.n > 1 ? this.qy : y;
        this.keep(qx, qy);
        this.start(qx, qy);
        if (qx !== x || qy !== y) this.add(x, y);
        return;
      }
      // The tangents from the last point kept to the circle of the tolerance about this one.
      const along = Math.sqrt(d * d - TOLERANCE * TOLERANCE);
      const ax = along * dx + TOLERANCE * dy;
      const ay = along * dy - TOLERANCE * dx;
      const bx = along * dx - TOLERANCE * dy;
      const by = along * dy + TOLERANCE * dx;
      if (open || rx * ay - ry * ax > 0) {
        this.rx = ax;
        this.ry = ay;
      }
      if (open || bx * ly - by * lx > 0) {
        this.lx = bx;
        this.ly = by;
      }
      this.open = false;
    }
    this.qx = x;
    this.qy = y;
    this.n++;
  }
  /** The last point is kept too. */
  end(): void {
    if (this.n > 1) this.keep(this.qx, this.qy);
    this.n = 0;
  }
  private start(x: number, y: number) {
    this.ax = this.qx = x;
    this.ay = this.qy = y;
    this.open = true;
    this.n = 1;
  }
}
