import type { AreaGrid } from './area-grid';
import type { NeedleBlock, NeedlePoints } from './needle';
import { LENGTH_BINS } from './types';

/** How a short stretch moves. */
export const LINE = 0;
/** A stitch that goes to and fro across its line with a visible advance. */
export const ZIGZAG = 1;
/** The same, so close that no ground is seen. */
export const SATIN = 2;
/** A stitch sewn forward, back and forward again. */
export const BEAN = 3;

/** Turns judged together: long enough for a pattern to show, short enough to follow a change of texture. */
const WINDOW = 16;
/** Stitches shorter than this are ties and tell nothing about the texture, 0.1 mm. */
const TIE = 3.5;
/** And up to this at the very start or end of a strand, when the needle returns on itself there. */
const LONGEST_TIE = 13;
/** A satin's step from one stitch across to the next is shorter than this, 0.1 mm, and a stitch across so many times as long. */
const LONGEST_STEP = 10.5;
const ACROSS = 2.5;
/** Square of the cos between two such stitches, beyond which the second leads back beside the first. */
const TURNS_BACK = 0.8;
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
/** Bins of half a millimetre, counted in 0.1 mm. */
const BINS_PER_UNIT = 1 / 5;
/**
 * A zigzag covers, and is satin, when it advances little from peak to peak: less than this, or less than the second
 * figure and little beside its width (a satin that was made larger with its design). 0.1 mm, share of the width.
 */
const SATIN_ADVANCE = 6.2;
const WIDE_SATIN_ADVANCE = 10.5;
const WIDE_SATIN_SHARE = 0.42;

/** A stretch of needle points (first, end] of one kind of moving. */
interface Stretch {
  first: number;
  end: number;
  kind: number;
  /** first of its strand */
  opens: boolean;
}

/** Sums over one block; lengths in 0.1 mm. */
export interface Profile {
  stretches: Stretch[];
  length: number;
  lengthBins: number[];
  /** sewn length by kind of moving */
  byKind: [number, number, number, number];
  /** mean width and advance of the zigzag or satin parts */
  width: [number, number];
  advance: [number, number];
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
  /** cells with a needle point; cells crossed by line stretches, and how many of these lie inside others */
  cells: number;
  lineCells: number;
  innerCells: number;
  /** sum of turns and of their sizes on line stretches, radians */
  turn: number;
  turnSize: number;
  /** of the bends on line stretches, how many go the same way as the one before: arcs do, noise does not */
  bends: number;
  steady: number;
}

/** A stretch of needle points that is not closed yet, and sums over its turns. Lengths in 0.1 mm, turns in radians. */
class OpenStretch {
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
class StretchSums {
  constructor(private readonly points: NeedlePoints) {}

  readonly stretches: Stretch[] = [];
  readonly byKind: Profile['byKind'] = [0, 0, 0, 0];
  private readonly width = [0, 0];
  private readonly advance = [0, 0];
  private readonly turns = [0, 0];
  turn = 0;
  turnSize = 0;
  bends = 0;
  steady = 0;

  /** Adds one that ends with a needle point to the stretch before it, when that moves in the same kind on the same strand. */
  add(stretch: OpenStretch, end: number, opens: boolean, sewn: number) {
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

/** One pass over a block: lengths, box, area, and how each short stretch moves. */
export function profileBlock(points: NeedlePoints, block: NeedleBlock, grid: AreaGrid): Profile {
  const { x, y, starts } = points;
  grid.next();
  const sums = new StretchSums(points);
  const stretch = new OpenStretch(block.first);
  const bins = new Int32Array(LENGTH_BINS);
  let length = 0;
  let before = 0;
  let minX = Infinity;
  let minY = Infinity;
  let maxX = -Infinity;
  let maxY = -Infinity;
  let opens = true;
  /** the step to the next row of a satin that is not sewn yet */
  let [stepX, stepY] = [0, 0];
  /** Adds the open stretch to the sums, unless nothing was sewn in it. */
  const close = (end: number) => {
    const sewn = length - before;
    before = length;
    if (end <= stretch.first || sewn === 0) return;
    sums.add(stretch, end, opens, sewn);
    opens = false;
  };
  for (let i = block.first; i < block.end; i++) {
    const px = x[i];
    const py = y[i];
    if (px < minX) minX = px;
    if (px > maxX) maxX = px;
    if (py < minY) minY = py;
    if (py > maxY) maxY = py;
    grid.point(px, py);
    if (starts[i] === 1) {
      close(i - 1);
      stretch.next(i, true);
      opens = true;
      continue;
    }
    const dx = px - x[i - 1];
    const dy = py - y[i - 1];
    const l = Math.sqrt(dx * dx + dy * dy);
    length += l;
    const bin = (l * BINS_PER_UNIT) | 0;
    bins[bin < LENGTH_BINS ? bin : LENGTH_BINS - 1]++;
    if (l >= TIE && !(l < LONGEST_TIE && isTie(points, i, block))) {
      if (l < LONGEST_STEP && isStep(points, i, block)) [stepX, stepY] = [dx, dy];
      else {
        if (stepX || stepY) stretch.steps++;
        stretch.stitch(dx + stepX, dy + stepY, l);
        stepX = stepY = 0;
      }
    }
    if (stretch.turns < WINDOW && i + 1 < block.end) continue;
    close(i);
    stretch.next(i, false);
  }
  const { stretches } = sums;
  smooth(stretches);
  for (const s of stretches)
    if (s.kind === LINE) for (let i = s.first + 1; i <= s.end; i++) grid.line(x[i - 1], y[i - 1], x[i], y[i]);
  return {
    stretches,
    length,
    lengthBins: Array.from(bins),
    minX,
    minY,
    maxX,
    maxY,
    ...sums.done(),
    ...grid.counts(),
  };
}

/** Whether stitch i is one of a pair that goes out and back at the start or end of a strand. */
function isTie({ x, y, starts }: NeedlePoints, i: number, { first, end }: NeedleBlock): boolean {
  const same = (a: number, b: number) => Math.abs(x[a] - x[b]) <= 4 && Math.abs(y[a] - y[b]) <= 4;
  const begins = (k: number) => k >= first && starts[k] === 1;
  const ends = (k: number) => k === end - 1 || (k < end - 1 && starts[k + 1] === 1);
  if (begins(i - 1)) return i + 1 < end && same(i - 1, i + 1);
  if (begins(i - 2)) return same(i - 2, i);
  if (ends(i)) return same(i - 2, i);
  return ends(i + 1) && same(i - 1, i + 1);
}

/** Whether stitch i leads along the edge from one stitch across to the next one back: a satin with square turns. */
function isStep({ x, y, starts }: NeedlePoints, i: number, { first, end }: NeedleBlock): boolean {
  if (i - 2 < first || i + 1 >= end || starts[i - 1] || starts[i + 1]) return false;
  const length2 = (k: number) => (x[k] - x[k - 1]) ** 2 + (y[k] - y[k - 1]) ** 2;
  const [step, before, after] = [length2(i), length2(i - 1), length2(i + 1)];
  if (Math.min(before, after) < ACROSS ** 2 * step || Math.max(before, after) > 4 * Math.min(before, after))
    return false;
  const turnsBack = (a: number, b: number) => {
    const dot = (x[a] - x[a - 1]) * (x[b] - x[b - 1]) + (y[a] - y[a - 1]) * (y[b] - y[b - 1]);
    return dot < 0 && dot * dot > TURNS_BACK * length2(a) * length2(b);
  };
  // One stitch a row: with more of them it is a fill.
  const leaves = (k: number, from: number) =>
    k <= first || k >= end || starts[k] === 1 || length2(k) < LONGEST_STEP ** 2 || turnsBack(from, k);
  return turnsBack(i - 1, i + 1) && leaves(i - 2, i - 1) && leaves(i + 2, i + 1);
}

/** A short stretch at the end of a strand, or an odd one in a long one, takes the kind of its neighbours. */
function smooth(stretches: Stretch[]) {
  for (let i = 0; i < stretches.length; i++) {
    const s = stretches[i];
    if (s.end - s.first > WINDOW + 2) continue;
    const before = s.opens ? undefined : stretches[i - 1];
    const after = stretches[i + 1]?.opens ? undefined : stretches[i + 1];
    if (before && after && before.kind === after.kind) s.kind = before.kind;
    else if (before && !after && before.end - before.first > 2 * (s.end - s.first)) s.kind = before.kind;
  }
}
