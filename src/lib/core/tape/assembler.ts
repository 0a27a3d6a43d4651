import { JUMP, STOP, type RecordKind, type Tape } from './types';

/** A trim is so many jumps in a row: tapes hold no trim command. */
export const TRIM_JUMPS = 3;

/** Browsers differ in the last digit of a sine: what lies halfway between two places goes to the same one in all of them. 0.1 mm */
const EVEN = 1e-6;

/** Puts a tape together, record by record or by ranges of other tapes. x, y in 0.1 mm, y up; they are rounded. */
export class TapeAssembler {
  private x: Int32Array;
  private y: Int32Array;
  private kind: Uint8Array;
  private n = 0;

  /** @param room records that are expected; it grows beyond them */
  constructor(
    private readonly label: string,
    room = 1024,
  ) {
    this.x = new Int32Array(room);
    this.y = new Int32Array(room);
    this.kind = new Uint8Array(room);
  }
  /** records so far */
  get records(): number {
    return this.n;
  }
  /** Where the needle is left, 0.1 mm. */
  get at(): { x: number; y: number } {
    return this.n ? { x: this.x[this.n - 1], y: this.y[this.n - 1] } : { x: 0, y: 0 };
  }
  put(x: number, y: number, kind: RecordKind): this {
    if (this.n === this.x.length) this.grow();
    this.x[this.n] = Math.round(x + EVEN);
    this.y[this.n] = Math.round(y + EVEN);
    this.kind[this.n++] = kind;
    return this;
  }
  /** Records [from, to) of another tape, each moved to its place. @param place 0.1 mm to 0.1 mm */
  append(
    tape: Tape,
    from: number,
    to: number,
    place?: (x: number, y: number) => readonly [number, number],
  ): this {
    for (let i = from; i < to; i++) {
      const [x, y] = place ? place(tape.x[i], tape.y[i]) : [tape.x[i], tape.y[i]];
      this.put(x, y, tape.kind[i] as RecordKind);
    }
    return this;
  }
  /** Cuts the thread on the way there. */
  trimTo(x: number, y: number, jumps = TRIM_JUMPS): this {
    const from = this.at;
    for (let j = 1; j <= jumps; j++)
      this.put(from.x + ((x - from.x) * j) / jumps, from.y + ((y - from.y) * j) / jumps, JUMP);
    return this;
  }
  /** The machine halts where the needle stands. */
  stop(): this {
    const { x, y } = this.at;
    return this.put(x, y, STOP);
  }
  done(): Tape {
    return {
      label: this.label,
      x: this.x.slice(0, this.n),
      y: this.y.slice(0, this.n),
      kind: this.kind.slice(0, this.n),
      warnings: [],
    };
  }
  private grow() {
    const room = Math.max(16, 2 * this.n);
    const larger = <A extends Int32Array | Uint8Array>(from: A, to: A): A => (to.set(from), to);
    this.x = larger(this.x, new Int32Array(room));
    this.y = larger(this.y, new Int32Array(room));
    this.kind = larger(this.kind, new Uint8Array(room));
  }
}
