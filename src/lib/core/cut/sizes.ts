/**
 * Sizes by rule: from the lines that must catch a piece, with where it lies and where it is folded. mm, y up, in the hoop's
 * own coordinates, or in those of the seam that the piece meets.
 */
import { basePast } from '../hoop';
import { boxOf as pathBox, itemAt, grownBox, heightOf, middleOf, unionOf, widthOf, type Box } from '../base';
import type { NumberId, Numbers } from '../numbers';
import type { BlockReading, Reading } from '../reading';
import { NEXT_SEAM, OTHER_SEAM, type ScorePiece } from '../score';
import { term, type SizeTerm } from './dimension';
import { boxInFrame, inFrame, openSideOf, slantOf } from './frame';

/** A straight line across a piece, mm. */
export interface FoldLine {
  from: [number, number];
  to: [number, number];
}
/** What a rule of size gives, before the cutting grid. mm, boxes and fold in the piece's own frame */
interface RuledSize {
  width: SizeTerm[];
  height: SizeTerm[];
  /** the sewn area that the piece covers; null for what is hooped */
  covers: Box | null;
  /** where it lies once it is laid and folded; null for what is hooped */
  lies: Box | null;
  /** the same opened flat, as it is cut: past its fold or its seam */
  flat: Box | null;
  fold: FoldLine | null;
  /** cut to its line before it is laid */
  preCut: boolean;
}

/** A size with how far the piece's own frame is turned against the hoop, radians. */
export interface PieceSize extends RuledSize {
  turnRad: number;
}

/** Tapes are drawn in tenths: what is smaller was typed, not drawn. */
const isEmpty = (b: Box) => widthOf(b) < 0.05 && heightOf(b) < 0.05;
/** x and y changed over: upright seams are worked out as level ones. */
const flipped = (b: Box): Box => ({ minX: b.minY, minY: b.minX, maxX: b.maxY, maxY: b.maxX });
const flippedLine = ({ from, to }: FoldLine): FoldLine => ({ from: [from[1], from[0]], to: [to[1], to[0]] });
const turnedBack = (r: RuledSize): RuledSize => ({
  ...r,
  width: r.height,
  height: r.width,
  covers: r.covers && flipped(r.covers),
  lies: r.lies && flipped(r.lies),
  flat: r.flat && flipped(r.flat),
  fold: r.fold && flippedLine(r.fold),
});

/** What a size depends on besides the lines that catch the piece. */
interface SizeContext {
  numbers: Numbers;
  /** mm */
  hoop: { outerWidth: number; outerHeight: number; magnetic: boolean };
  /** where it is laid: on the back it lies unseen and creeps, so its margin is wider there */
  side: 'front' | 'back' | 'base';
}
/** Null where nothing was drawn to measure. */
export function sizeOf(piece: ScorePiece, reading: Reading, context: SizeContext): PieceSize | null {
  const turnRad = slantOf(piece, reading);
  const sized = sizeInFrame(piece, reading, turnRad, context);
  return sized && { ...sized, turnRad };
}
function sizeInFrame(
  piece: ScorePiece,
  reading: Reading,
  turnRad: number,
  { numbers, hoop, side }: SizeContext,
): RuledSize | null {
  const size = piece.size;
  const boxesOf = (blocks: readonly BlockReading[]) => unionOf(blocks.map((b) => boxInFrame(b, turnRad)));
  const boxOf = (...slots: string[]) =>
    boxesOf(slots.flatMap((s) => piece.blocks[s] ?? []).map((b) => itemAt(reading.blocks, b)));
  const drawn = Object.values(piece.blocks).flat();
  if (size.rule !== 'hoop' && drawn.every((b) => isEmpty(itemAt(reading.blocks, b).box))) return null;

  /** the maker's own margin stands before the table's */
  const margin =
    (id: NumberId) =>
    (times: number): SizeTerm =>
      piece.marginMm === null
        ? term('margin', numbers[id], times, id)
        : term('your margin', piece.marginMm, times);
  const around = margin(side === 'back' ? 'cut.marginBack' : 'cut.marginTop');
  const plain = (width: SizeTerm[], height: SizeTerm[], covers: Box | null, lies: Box | null) => ({
    width,
    height,
    covers,
    lies,
    flat: lies,
    fold: null,
    preCut: false,
  });
  const round = (box: Box, by: SizeTerm, label: string): RuledSize =>
    plain(
      [term(label, widthOf(box)), ...(by.mm ? [by] : [])],
      [term(label, heightOf(box)), ...(by.mm ? [by] : [])],
      box,
      grownBox(box, by.mm),
    );
  const toLine = (box: Box): RuledSize => ({
    ...round(box, term('past the line', numbers['cut.preCutOffset'], 2, 'cut.preCutOffset'), 'line'),
    preCut: true,
  });

  switch (size.rule) {
    case 'hoop': {
      const id = basePast(hoop.magnetic);
      const past = piece.marginMm === null ? term('past the hoop', numbers[id], 2, id) : margin(id)(2);
      return plain(
        [term('hoop, outside', hoop.outerWidth), past],
        [term('hoop, outside', hoop.outerHeight), past],
        null,
        null,
      );
    }
    case 'cover': {
      const box = boxOf(...size.by);
      if (piece.cutTo === 'shape') return toLine(box);
      return round(box, around(2), 'outline');
    }
    case 'pocket': {
      const box = boxOf(...size.by);
      const [held] = (piece.blocks[size.held] ?? []).map((b) => openSideOf(itemAt(reading.blocks, b)));
      if (!held) return round(box, around(2), 'outline');
      const open = pathBox(inFrame(held, turnRad));
      return levelled(open, (turn) => {
        const over = turn(box);
        const up = middleOf(turn(open)).y < middleOf(over).y;
        return pressedEdge(up ? over.minY : over.maxY, up, over, numbers['cut.pressedFold'], around);
      });
    }
    case 'shape': {
      const box = boxOf(...size.by);
      return piece.cutTo === 'rectangle' ? round(box, around(2), 'outline') : toLine(box);
    }
    case 'float': {
      const own = piece.marginMm;
      const by =
        own === null
          ? term('past the stitches', numbers['cut.floatMargin'], 2, 'cut.floatMargin')
          : margin('cut.floatMargin')(2);
      return round(boxOf(...size.over), by, 'motif');
    }
    case 'zip': {
      const box = boxOf(size.window);
      return levelled(box, (turn) => {
        const window = turn(box);
        const spare = numbers['cut.zipSpare'];
        return plain(
          [term('window', widthOf(window)), term('both ends outside', spare, 1, 'cut.zipSpare')],
          [term('tape', heightOf(window))],
          window,
          grownBox(window, spare / 2, 0),
        );
      });
    }
    case 'fold': {
      const seam = boxOf(size.seam);
      const { otherwise } = size;
      const held = size.over.some((s) => itemAt(piece.blocks, s).length);
      return levelled(seam, (turn) => {
        const over =
          held || !otherwise
            ? turn(boxOf(...size.over))
            : beyond(turn(seam), turn(boxOf(...otherwise.over)), turn(boxOf(otherwise.awayFrom)));
        return foldedOver(turn(seam), over, numbers['cut.seamOverlap'], around);
      });
    }
    case 'strip': {
      const seam = boxOf(size.seam);
      const has = (slot: string) => (piece.blocks[slot]?.length ?? 0) > 0;
      // Where no line goes round the field, it goes as far as the design.
      const field = size.over.some(has) ? boxOf(size.seam, NEXT_SEAM, ...size.over) : boxesOf(reading.blocks);
      return levelled(seam, (turn) => {
        const at = (slot: string) => (has(slot) ? turn(boxOf(slot)) : null);
        return betweenSeams(
          { seam: turn(seam), next: at(NEXT_SEAM), other: at(OTHER_SEAM) },
          turn(field),
          size.lies,
          numbers['cut.seamOverlap'],
          around,
        );
      });
    }
    case 'pressed': {
      const edge = boxOf(size.edge);
      const [from, over] = [boxOf(size.awayFrom), boxOf(...size.over)];
      return levelled(edge, (turn) => {
        const y = middleOf(turn(edge)).y;
        return pressedEdge(y, y > middleOf(turn(from)).y, turn(over), numbers['cut.pressedFold'], around);
      });
    }
  }
}

/** A size worked out as if the line along which a piece is cut lay level: of an upright one turned, and turned back. */
function levelled(line: Box, sized: (turn: (box: Box) => Box) => RuledSize): RuledSize {
  return widthOf(line) >= heightOf(line) ? sized((box) => box) : turnedBack(sized(flipped));
}

/** Of what lies on both sides of a level seam, the side that looks away from something. */
function beyond(seam: Box, over: Box, from: Box): Box {
  const y = middleOf(seam).y;
  return y > middleOf(from).y ? { ...over, minY: y } : { ...over, maxY: y };
}

/** Level seam: from it to the far edge of what is covered, past the seam, and a margin on the three other sides. */
function foldedOver(seam: Box, over: Box, bite: number, m: (times: number) => SizeTerm): RuledSize {
  const y = middleOf(seam).y;
  const up = over.maxY - y > y - over.minY;
  const lies = grownBox(over, m(1).mm);
  const flat = up ? { ...lies, minY: y - bite } : { ...lies, maxY: y + bite };
  return {
    width: [term('covers', widthOf(over)), m(2)],
    height: [
      term('seam to far edge', up ? over.maxY - y : y - over.minY),
      term('past the seam', bite, 1, 'cut.seamOverlap'),
      m(1),
    ],
    covers: over,
    lies: flat,
    flat,
    fold: { from: [flat.minX, y], to: [flat.maxX, y] },
    preCut: false,
  };
}

/**
 * Level seams: from a strip's own seam to the next, past both; an outermost one to the far edge of what it lies on, with a
 * margin. Along the seam it covers all of that.
 */
function betweenSeams(
  { seam, next, other }: { seam: Box; next: Box | null; other: Box | null },
  over: Box,
  lies: 'after' | 'before',
  bite: number,
  m: (times: number) => SizeTerm,
): RuledSize {
  const y = middleOf(seam).y;
  // Towards the next seam; else away from the one that there is.
  // Of what goes round both sides, on the one that has less of it.
  const up = next ? middleOf(next).y > y : other ? middleOf(other).y <= y : over.maxY - y > y - over.minY;
  const far = next ? middleOf(next).y : up ? over.maxY : over.minY;
  const covers = { ...over, minY: Math.min(y, far), maxY: Math.max(y, far) };
  const end = next ? bite : m(1).mm;
  const flat = {
    ...grownBox(over, m(1).mm, 0),
    minY: covers.minY - (up ? bite : end),
    maxY: covers.maxY + (up ? end : bite),
  };
  return {
    width: [term('covers', widthOf(over)), m(2)],
    height: next
      ? [term('seam to seam', heightOf(covers)), term('past each seam', bite, 2, 'cut.seamOverlap')]
      : [term('seam to far edge', heightOf(covers)), term('past the seam', bite, 1, 'cut.seamOverlap'), m(1)],
    covers,
    lies: flat,
    flat,
    fold: lies === 'after' ? { from: [flat.minX, y], to: [flat.maxX, y] } : null,
    preCut: false,
  };
}

/** Level edge at y, pressed under before it is laid: from it, up or down, to the far edge. */
function pressedEdge(
  y: number,
  up: boolean,
  over: Box,
  foldMm: number,
  m: (times: number) => SizeTerm,
): RuledSize {
  const covers = up ? { ...over, minY: y } : { ...over, maxY: y };
  const around = grownBox(over, m(1).mm);
  const lies = up ? { ...around, minY: y } : { ...around, maxY: y };
  return {
    width: [term('outline', widthOf(over)), m(2)],
    height: [
      term('edge to outline', heightOf(covers)),
      m(1),
      term('pressed fold', foldMm, 1, 'cut.pressedFold'),
    ],
    covers,
    lies,
    flat: up ? { ...lies, minY: y - foldMm } : { ...lies, maxY: y + foldMm },
    fold: { from: [lies.minX, y], to: [lies.maxX, y] },
    preCut: false,
  };
}
