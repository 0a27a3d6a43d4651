import type { NeedlePoints } from './needle';

/** How a short stretch moves. */
export const LINE = 0;
/** A stitch that goes to and fro across its line with a visible advance. */
export const ZIGZAG = 1;
/** The same, so close that no ground is seen. */
export const SATIN = 2;
/** A stitch sewn forward, back and forward again. */
export const BEAN = 3;

/** cos of the turn beyond which a stitch goes back, and below which it goes on. */
const BACK = -0.35;
const ON = 0.35;
/** cos of the turn below which it is sharp enough for an open zigzag. */
const SHARP = 0.6;
/** Share of sharp turns that go the other way than the one before: a zigzag swings, a curve does not. */
const SWINGS = 0.6;
/** Share of backward turns: every turn in a zigzag, two of three in a bean. */
const ALL_BACK = 0.82;
const BEAN_BACK = 0.5;
/** Of a bean's turns, how far it gets in two stitches beside how long they are: next to nothing. */
const SPLIT = 0.3;
/** Less is going straight on, radians. */
const STRAIGHT = 0.05;
/** A turn sharper than the line tells only that there is a corner, radians. */
const CORNER_TURN = 1.2;
/**
 * A zigzag covers, and is satin, when it advances little from peak to peak: less than this, or less than the second
 * figure and little beside its width (a satin that was made larger with its design). 0.1 mm, share of the width.
 */
const SATIN_ADVANCE = 6.2;
const WIDE_SATIN_ADVANCE = 10.5;
const WIDE_SATIN_SHARE = 0.42;

/** A stretch of needle points (first, end] of one kind of moving. */
export interface Stretch {
  first: number;
  end: number;
  kind: number;
  /** first of its strand */
  opens: boolean;
}

/** A stretch of needle points that is not closed yet, and sums over its turns. Lengths in 0.1 mm, turns in radians. */
export class OpenStretch {
  turns = 0;
  back = 0;
  sharp = 0;
  swings = 0;
  advance = 0;
  width = 0;
  turn = 0;
  turnSize = 0;
  bends = 0;
  steady = 0;
  /** of the turns, those that are square: two corners and a short step between */
  steps = 0;
  /** the stitch before, and its length: 0 when a strand begins */
  private ax = 0;
  private ay = 0;
  private al = 0;
  /** to which side the last sharp turn swung, and the last bend bent: -1 or 1, 0 at first */
  private swung = 0;
  private bent = 0;

  constructor(public first: number) {}

  /** The stretch is closed at a needle point, and the next one begins there; with a strand when that is so. */
  next(first: number, opensStrand: boolean) {
    this.first = first;
    this.turns = this.back = this.sharp = this.swings = this.bends = this.steady = this.steps = 0;
    this.advance = this.width = this.turn = this.turnSize = 0;
    if (opensStrand) this.al = 0;
  }
  /** Takes in the turn from the stitch before to the one by (dx, dy), l long. */
  stitch(dx: number, dy: number, l: number) {
    const { ax, ay, al } = this;
    this.ax = dx;
    this.ay = dy;
    this.al = l;
    if (al === 0) return;
    const ll = al * l;
    const dot = ax * dx + ay * dy;
    const sin = (ax * dy - ay * dx) / ll;
    this.turns++;
    if (dot < SHARP * ll) {
      const s2 = (ax + dx) ** 2 + (ay + dy) ** 2;
      this.sharp++;
      const side = sideOf(sin);
      if (side * this.swung < 0) this.swings++;
      this.swung = side;
      this.advance += Math.sqrt(s2);
      // Width: the height of the flank over the advance, half of it each kind.
      const w2 = l * l - s2 / 4;
      if (w2 > 0) this.width += Math.sqrt(w2);
    }
    if (dot < BACK * ll) {
      this.back++;
      return;
    }
    const t = dot > ON * ll ? sin : sin < 0 ? -CORNER_TURN : CORNER_TURN;
    this.turn += t;
    this.turnSize += t < 0 ? -t : t;
    // Straight on says nothing of which kind the line bends.
    if (t <= STRAIGHT && t >= -STRAIGHT) return;
    this.bends++;
    const side = sideOf(t);
    if (side === this.bent) this.steady++;
    this.bent = side;
  }
  /** How the stretch moves. */
  kind(): number {
    const { turns, sharp, back, advance } = this;
    if (
      turns >= 3 &&
      sharp >= ALL_BACK * turns &&
      (back >= ALL_BACK * turns || this.swings >= SWINGS * sharp)
    ) {
      // Nobody turns square in an open zigzag: it is for holding, and slants.
      const covers =
        2 * this.steps > sharp ||
        advance < SATIN_ADVANCE * sharp ||
        (advance < WIDE_SATIN_ADVANCE * sharp && advance < WIDE_SATIN_SHARE * this.width);
      return covers ? SATIN : ZIGZAG;
    }
    return turns >= 5 && back >= BEAN_BACK * turns ? BEAN : LINE;
  }
  /** Whether it does not come back to where it was, as a bean would. */
  maySplit(): boolean {
    return this.advance > SPLIT * this.width;
  }
}

const sideOf = (turn: number) => (turn < 0 ? -1 : turn > 0 ? 1 : 0);

/** A satin whose stitches are split on their way across: sums over its turns; null where it is none. */
function splitSatin({ x, y }: NeedlePoints, first: number, end: number) {
  const turns: number[] = [];
  for (let i = first + 1; i < end; i++)
    if ((x[i] - x[i - 1]) * (x[i + 1] - x[i]) + (y[i] - y[i - 1]) * (y[i + 1] - y[i]) < 0) turns.push(i);
  let [width, advance] = [0, 0];
  for (let k = 2; k < turns.length; k++) {
    const [a, b, c] = [turns[k - 2], turns[k - 1], turns[k]];
    width += Math.hypot(x[c] - x[b], y[c] - y[b]);
    advance += Math.hypot(x[c] - x[a], y[c] - y[a]);
  }
  const n = turns.length - 2;
  return n > 0 && advance < SATIN_ADVANCE * n ? { width, advance, turns: n } : null;
}

/** What the closed stretches of a block come to. */
export class StretchSums {
  constructor(private readonly points: NeedlePoints) {}

  readonly stretches: Stretch[] = [];
  readonly byKind: [number, number, number, number] = [0, 0, 0, 0];
  private readonly width = [0, 0];
  private readonly advance = [0, 0];
  private readonly turns = [0, 0];
  turn = 0;
  turnSize = 0;
  bends = 0;
  steady = 0;
  /** whether the next one is the first of its strand */
  opens = true;

  /**
   * Adds one that ends with a needle point to the stretch before it, when that moves in the same kind on the same strand.
   * @param sewn its length; with none there is nothing to add
   */
  add(stretch: OpenStretch, end: number, sewn: number) {
    if (end <= stretch.first || sewn === 0) return;
    const { opens } = this;
    this.opens = false;
    let kind = stretch.kind();
    const split = kind === BEAN && stretch.maySplit() ? splitSatin(this.points, stretch.first, end) : null;
    if (split) kind = SATIN;
    this.byKind[kind] += sewn;
    if (split) {
      this.width[1] += split.width;
      this.advance[1] += split.advance;
      this.turns[1] += split.turns;
    } else if (kind === ZIGZAG || kind === SATIN) {
      this.width[kind - 1] += stretch.width;
      this.advance[kind - 1] += stretch.advance;
      this.turns[kind - 1] += stretch.sharp;
    } else if (kind === LINE) {
      this.turn += stretch.turn;
      this.turnSize += stretch.turnSize;
      this.bends += stretch.bends;
      this.steady += stretch.steady;
    }
    const last = this.stretches[this.stretches.length - 1];
    if (last && !opens && last.kind === kind) last.end = end;
    else this.stretches.push({ first: stretch.first, end, kind, opens });
  }
  /** The sums of a profile: means of width and advance of zigzag and of satin. */
  done() {
    const mean = (sums: number[]): [number, number] => [
      this.turns[0] ? sums[0] / this.turns[0] : 0,
      this.turns[1] ? sums[1] / this.turns[1] : 0,
    ];
    const { byKind, turn, turnSize, bends, steady } = this;
    return { byKind, turn, turnSize, bends, steady, width: mean(this.width), advance: mean(this.advance) };
  }
}
