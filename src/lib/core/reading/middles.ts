/** A line drawn through noisy points keeps within this of them, 0.1 mm. */
const TOLERANCE = 2;
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
  private low = -Infinity;
  private high = Infinity;
  /** direction to which the cone's angles are measured */
  private cos = 1;
  private sin = 0;
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
      if (this.low === -Infinity) [this.cos, this.sin] = [dx / d, dy / d];
      const along = dx * this.cos + dy * this.sin;
      const angle = Math.atan2(dy * this.cos - dx * this.sin, along);
      const by = Math.asin(TOLERANCE / d);
      if (angle < this.low || angle > this.high || d > LONGEST) {
        const [qx, qy] = [this.qx, this.qy];
        this.keep(qx, qy);
        this.start(qx, qy);
        this.add(x, y);
        return;
      }
      this.low = Math.max(this.low, angle - by);
      this.high = Math.min(this.high, angle + by);
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
    this.low = -Infinity;
    this.high = Infinity;
    this.n = 1;
  }
}
