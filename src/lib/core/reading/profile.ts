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

/** What the closed windows of a block come to. A class, so that the pass itself keeps its sums in plain locals. */
class WindowSums {
  readonly stretches: Stretch[] = [];
  readonly byKind: Profile['byKind'] = [0, 0, 0, 0];
  readonly width = [0, 0];
  readonly advance = [0, 0];
  readonly turns = [0, 0];
  turn = 0;
  turnSize = 0;
  bends = 0;
  steady = 0;

  /** Judges one window and adds it to the stretch before it when that moves in the same kind on the same strand. */
  close(
    first: number,
    end: number,
    opens: boolean,
    length: number,
    turns: number,
    back: number,
    sharp: number,
    swings: number,
    advance: number,
    width: number,
    turn: number,
    turnSize: number,
    bends: number,
    steady: number,
  ) {
    let kind = LINE;
    if (turns >= 3 && sharp >= ALL_BACK * turns && (back >= ALL_BACK * turns || swings >= SWINGS * sharp)) {
      const covers =
        advance < SATIN_ADVANCE * sharp ||
        (advance < WIDE_SATIN_ADVANCE * sharp && advance < WIDE_SATIN_SHARE * width);
      kind = covers ? SATIN : ZIGZAG;
    } else if (turns >= 5 && back >= BEAN_BACK * turns) kind = BEAN;
    this.byKind[kind] += length;
    if (kind === ZIGZAG || kind === SATIN) {
      this.width[kind - 1] += width;
      this.advance[kind - 1] += advance;
      this.turns[kind - 1] += sharp;
    } else if (kind === LINE) {
      this.turn += turn;
      this.turnSize += turnSize;
      this.bends += bends;
      this.steady += steady;
    }
    const last = this.stretches[this.stretches.length - 1];
    if (last && !opens && last.kind === kind) last.end = end;
    else this.stretches.push({ first, end, kind, opens });
  }
}

/** One pass over a block: lengths, box, area, and how each short stretch moves. */
export function profileBlock({ x, y, starts }: NeedlePoints, block: NeedleBlock, grid: AreaGrid): Profile {
  grid.next();
  const sums = new WindowSums();
  const bins = new Int32Array(LENGTH_BINS);
  let total = 0;
  let minX = Infinity;
  let minY = Infinity;
  let maxX = -Infinity;
  let maxY = -Infinity;
  // The window: where it began, and sums over its turns.
  let first = block.first;
  let opens = true;
  let length = 0;
  let turns = 0;
  let back = 0;
  let sharp = 0;
  let swings = 0;
  let swung = 0;
  let advance = 0;
  let width = 0;
  let turn = 0;
  let turnSize = 0;
  let bends = 0;
  let steady = 0;
  let bent = 0;
  // The stitch before, and its length; 0 when there is none.
  let ax = 0;
  let ay = 0;
  let al = 0;
  for (let i = block.first; i < block.end; i++) {
    const px = x[i];
    const py = y[i];
    if (px < minX) minX = px;
    if (px > maxX) maxX = px;
    if (py < minY) minY = py;
    if (py > maxY) maxY = py;
    grid.point(px, py);
    const fresh = starts[i] === 1;
    if (!fresh) {
      const dx = px - x[i - 1];
      const dy = py - y[i - 1];
      const l = Math.sqrt(dx * dx + dy * dy);
      total += l;
      length += l;
      const bin = (l * BINS_PER_UNIT) | 0;
      bins[bin < LENGTH_BINS ? bin : LENGTH_BINS - 1]++;
      if (l >= TIE && !(l < LONGEST_TIE && isTie(x, y, starts, i, block))) {
        if (al > 0) {
          const ll = al * l;
          const dot = ax * dx + ay * dy;
          const sin = (ax * dy - ay * dx) / ll;
          turns++;
          if (dot < SHARP * ll) {
            const sx = ax + dx;
            const sy = ay + dy;
            const s2 = sx * sx + sy * sy;
            sharp++;
            if (sin * swung < 0) swings++;
            swung = sin;
            advance += Math.sqrt(s2);
            // Width: the height of the flank over the advance, half of it each kind.
            const w2 = l * l - s2 / 4;
            if (w2 > 0) width += Math.sqrt(w2);
          }
          if (dot < BACK * ll) back++;
          else {
            const t = dot > ON * ll ? sin : sin < 0 ? -CORNER_TURN : CORNER_TURN;
            turn += t;
            turnSize += t < 0 ? -t : t;
            // Straight on says nothing of which kind the line bends.
            if (t > STRAIGHT || t < -STRAIGHT) {
              bends++;
              if (t * bent > 0) steady++;
              bent = t;
            }
          }
        }
        ax = dx;
        ay = dy;
        al = l;
      }
    }
    if (!fresh && turns < WINDOW && i + 1 < block.end) continue;
    // The window is full, the strand ended before this point, or the block ends with it.
    const end = fresh ? i - 1 : i;
    if (end > first && length > 0) {
      sums.close(
        first,
        end,
        opens,
        length,
        turns,
        back,
        sharp,
        swings,
        advance,
        width,
        turn,
        turnSize,
        bends,
        steady,
      );
      opens = false;
    }
    length = turns = back = sharp = swings = advance = width = turn = turnSize = bends = steady = 0;
    first = end;
    if (fresh) {
      first = i;
      opens = true;
      al = 0;
    }
  }
  const { stretches } = sums;
  smooth(stretches);
  for (const s of stretches)
    if (s.kind === LINE) for (let i = s.first + 1; i <= s.end; i++) grid.line(x[i - 1], y[i - 1], x[i], y[i]);
  return {
    stretches,
    length: total,
    lengthBins: Array.from(bins),
    byKind: sums.byKind,
    width: [mean(sums.width[0], sums.turns[0]), mean(sums.width[1], sums.turns[1])],
    advance: [mean(sums.advance[0], sums.turns[0]), mean(sums.advance[1], sums.turns[1])],
    minX,
    minY,
    maxX,
    maxY,
    turn: sums.turn,
    turnSize: sums.turnSize,
    bends: sums.bends,
    steady: sums.steady,
    ...grid.counts(),
  };
}

/** Whether stitch i is one of a pair that goes out and back at the start or end of a strand. */
function isTie(
  x: Int32Array,
  y: Int32Array,
  starts: Uint8Array,
  i: number,
  { first, end }: NeedleBlock,
): boolean {
  const same = (a: number, b: number) => Math.abs(x[a] - x[b]) <= 4 && Math.abs(y[a] - y[b]) <= 4;
  const begins = (k: number) => k >= first && starts[k] === 1;
  const ends = (k: number) => k === end - 1 || (k < end - 1 && starts[k + 1] === 1);
  if (begins(i - 1)) return i + 1 < end && same(i - 1, i + 1);
  if (begins(i - 2)) return same(i - 2, i);
  if (ends(i)) return same(i - 2, i);
  return ends(i + 1) && same(i - 1, i + 1);
}

const mean = (sum: number, n: number) => (n ? sum / n : 0);

/** A short stretch at the end of a strand, or one odd window in a long one, takes the kind of its neighbours. */
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
