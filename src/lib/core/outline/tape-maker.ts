import { JUMP, splitLongMoves, STITCH, TapeAssembler, TRIM_JUMPS, type RecordKind, type Tape } from '../tape';
import { along, distance, type Path, type Point } from '../base';

/** Moves shorter than this are sewn over, mm. */
const SEW_OVER = 1.2;
const TIE = 0.6;

/** Collects sewn paths into a tape: jumps and trims between them, tie-in and tie-off at their ends. */
export class TapeMaker {
  private readonly tape: TapeAssembler;
  /** not rounded, mm */
  private at: Point = { x: 0, y: 0 };
  private fresh = true;

  constructor(label: string) {
    this.tape = new TapeAssembler(label);
  }

  private put(p: Point, kind: RecordKind) {
    this.tape.put(10 * p.x, 10 * p.y, kind);
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
          for (let i = 1; i <= TRIM_JUMPS; i++) this.put(along(from, path[0], i / TRIM_JUMPS), JUMP);
        this.put(path[0], STITCH);
        this.tieAt(path[0], path[1]);
        this.fresh = false;
      } else if (away > 0) this.put(path[0], STITCH);
      for (const p of path.slice(1)) this.put(p, STITCH);
      this.lastPath = path;
    }
    return this;
  }
  private lastPath: Path = [];

  private tieAt(p: Point, towards: Point) {
    const length = distance(p, towards) || 1;
    const step = Math.min(1, TIE / length);
    this.put({ x: p.x + (towards.x - p.x) * step, y: p.y + (towards.y - p.y) * step }, STITCH);
    this.put(p, STITCH);
  }
  private tie() {
    if (this.lastPath.length > 1) this.tieAt(this.at, this.lastPath[this.lastPath.length - 2]);
  }

  /** The machine halts here. */
  stop(): this {
    this.tie();
    this.tape.stop();
    this.fresh = true;
    return this;
  }

  done(): Tape {
    this.tie();
    return splitLongMoves(this.tape.done());
  }
}
