import { rowsToTape, splitLongMoves, type StitchRow, type Tape } from '../tape';
import { distance, type Path, type Point } from '../geometry';

/** Moves shorter than this are sewn over, mm. */
const SEW_OVER = 1.2;
/** A trim is three jumps in a row; that is how a tape says it. */
const TRIM_JUMPS = 3;
const TIE = 0.6;

/** Collects sewn paths into a tape: jumps and trims between them, tie-in and tie-off at their ends. */
export class TapeMaker {
  private rows: StitchRow[] = [];
  private at: Point = { x: 0, y: 0 };
  private fresh = true;

  constructor(private label: string) {}

  private put(p: Point, kind: StitchRow['kind']) {
    this.rows.push({ x: p.x, y: p.y, kind });
    this.at = p;
  }

  /** Sews a path of needle points, mm. Reaches its start by a trim when it is away from the last point. */
  sew(...paths: Path[]): this {
    for (const path of paths) {
      if (path.length < 2) continue;
      const away = distance(this.at, path[0]);
      if (this.fresh || away > SEW_OVER) {
        if (!this.fresh) this.tie();
        const from = this.at;
        if (away > 0)
          for (let i = 1; i <= TRIM_JUMPS; i++)
            this.put(
              {
                x: from.x + ((path[0].x - from.x) * i) / TRIM_JUMPS,
                y: from.y + ((path[0].y - from.y) * i) / TRIM_JUMPS,
              },
              'jump',
            );
        this.put(path[0], 'stitch');
        this.tieAt(path[0], path[1]);
        this.fresh = false;
      } else if (away > 0) this.put(path[0], 'stitch');
      for (const p of path.slice(1)) this.put(p, 'stitch');
      this.lastPath = path;
    }
    return this;
  }
  private lastPath: Path = [];

  private tieAt(p: Point, towards: Point) {
    const length = distance(p, towards) || 1;
    const step = Math.min(1, TIE / length);
    this.put({ x: p.x + (towards.x - p.x) * step, y: p.y + (towards.y - p.y) * step }, 'stitch');
    this.put(p, 'stitch');
  }
  private tie() {
    if (this.lastPath.length > 1) this.tieAt(this.at, this.lastPath[this.lastPath.length - 2]);
  }

  /** The machine halts here. */
  stop(): this {
    this.tie();
    this.put(this.at, 'stop');
    this.fresh = true;
    return this;
  }

  done(): Tape {
    this.tie();
    return splitLongMoves(rowsToTape(this.label, this.rows));
  }
}
