/**
 * Cut sizes from the lines that must catch each piece. mm in and out; every size carries its sum.
 */
import type { Box } from '../geometry';
import type { Numbers, NumberId } from '../numbers';
import type { Reading } from '../reading';
import type { Score, ScorePiece, Step } from '../score';
import { formatLength, roundUpToGrid, type LengthUnit } from '../units';

/** One term of a size: how often, how long, what it is, and the number behind it. */
export interface SizeTerm {
  label: string;
  times: number;
  mm: number;
  number?: NumberId;
}
export interface Dimension {
  terms: SizeTerm[];
  sumMm: number;
  /** up to the cutting grid */
  cutMm: number;
}
export interface CutPiece {
  id: string;
  name: string;
  purpose: string;
  material: ScorePiece['material'];
  colour: string;
  width: Dimension;
  height: Dimension;
  /** the sewn area that the piece covers, mm; null for the hooped base */
  covers: Box | null;
  /** where the cut piece lies, mm; null for the hooped base */
  lies: Box | null;
  preCut: boolean;
  /** one a hooping, however many items are in it */
  perHooping: boolean;
  /** how many lie on top of each other */
  layers: number;
  side: 'front' | 'back' | 'base';
  layFace: 'up' | 'down';
}
export interface CutContext {
  numbers: Numbers;
  unit: LengthUnit;
  hoop: { outerWidth: number; outerHeight: number; magnetic: boolean };
}

/** Cut sizes of all pieces of a score. */
export const cutList = ({ pieces, steps }: Score, reading: Reading, context: CutContext): CutPiece[] =>
  pieces.flatMap((piece) => cutPiece(piece, reading, context, (id) => layOf(id, steps)) ?? []);

/** How a piece comes to lie: by the step that lays it. */
function layOf(id: string, steps: readonly Step[]): Pick<CutPiece, 'side' | 'layFace'> {
  const lay = steps.find((s) => s.kind === 'hand' && s.pieces.includes(id));
  if (lay?.kind !== 'hand' || lay.action === 'hoop-up') return { side: 'base', layFace: 'up' };
  return { side: lay.side === 'back' ? 'back' : 'front', layFace: lay.face ?? 'up' };
}

const union = (boxes: Box[]): Box => ({
  minX: Math.min(...boxes.map((b) => b.minX)),
  minY: Math.min(...boxes.map((b) => b.minY)),
  maxX: Math.max(...boxes.map((b) => b.maxX)),
  maxY: Math.max(...boxes.map((b) => b.maxY)),
});
const term = (label: string, mm: number, times = 1, number?: NumberId): SizeTerm => ({
  label,
  mm,
  times,
  ...(number && { number }),
});

function cutPiece(
  piece: ScorePiece,
  reading: Reading,
  { numbers, unit, hoop }: CutContext,
  layOf: (id: string) => Pick<CutPiece, 'side' | 'layFace'>,
): CutPiece | null {
  const grid = numbers[unit === 'mm' ? 'cut.gridMm' : 'cut.gridInch'];
  const size = piece.size;
  const boxOf = (...slots: string[]) =>
    union(slots.flatMap((s) => piece.blocks[s] ?? []).map((b) => reading.blocks[b].box));
  const finish = (
    width: SizeTerm[],
    height: SizeTerm[],
    covers: Box | null,
    lies: Box | null,
    preCut = false,
  ): CutPiece => ({
    id: piece.id,
    name: piece.name,
    purpose: piece.purpose,
    material: piece.material,
    colour: piece.colour,
    width: dimension(width, grid),
    height: dimension(height, grid),
    covers,
    lies,
    preCut,
    perHooping: size.rule === 'hoop' || size.rule === 'float',
    layers: piece.layers,
    ...layOf(piece.id),
  });
  const grown = (b: Box, x: number, y = x): Box => ({
    minX: b.minX - x,
    minY: b.minY - y,
    maxX: b.maxX + x,
    maxY: b.maxY + y,
  });
  const across = (b: Box) => b.maxX - b.minX;
  const down = (b: Box) => b.maxY - b.minY;

  const drawn = Object.values(piece.blocks).flat();
  // Typed from a sheet with no size: nothing to measure.
  if (size.rule !== 'hoop' && drawn.every((b) => isEmpty(reading.blocks[b].box))) return null;

  switch (size.rule) {
    case 'hoop': {
      const id = hoop.magnetic ? 'cut.baseMagnetic' : 'cut.baseScrew';
      const grip = term('past the hoop', numbers[id], 2, id);
      return finish(
        [term('hoop, outside', hoop.outerWidth), grip],
        [term('hoop, outside', hoop.outerHeight), grip],
        null,
        null,
      );
    }
    case 'cover': {
      const id = size.margin === 'back' ? 'cut.marginBack' : 'cut.marginTop';
      const box = boxOf(...size.by);
      const margin = term('margin', numbers[id], 2, id);
      return finish(
        [term('outline', across(box)), margin],
        [term('outline', down(box)), margin],
        box,
        grown(box, numbers[id]),
      );
    }
    case 'shape': {
      const box = boxOf(...size.by);
      const by = numbers['cut.preCutOffset'];
      const past = by ? [term('past the line', by, 2, 'cut.preCutOffset')] : [];
      return finish(
        [term('line', across(box)), ...past],
        [term('line', down(box)), ...past],
        box,
        grown(box, by),
        true,
      );
    }
    case 'float': {
      const box = boxOf(...size.over);
      const margin = term('past the stitches', numbers['cut.floatMargin'], 2, 'cut.floatMargin');
      const lies = grown(box, numbers['cut.floatMargin']);
      return finish([term('motif', across(box)), margin], [term('motif', down(box)), margin], box, lies);
    }
    case 'zip': {
      const box = boxOf(size.window);
      const long = across(box) >= down(box);
      const length = [
        term('window', long ? across(box) : down(box)),
        term('both ends outside', numbers['cut.zipSpare'], 1, 'cut.zipSpare'),
      ];
      const width = [term('tape', long ? down(box) : across(box))];
      const spare = numbers['cut.zipSpare'] / 2;
      return finish(
        long ? length : width,
        long ? width : length,
        box,
        grown(box, long ? spare : 0, long ? 0 : spare),
      );
    }
    case 'fold': {
      // From the seam to the far edge of what it covers, past the seam, and a margin on the three other sides.
      const seam = boxOf(size.seam);
      const over = boxOf(...size.over);
      const margin = numbers['cut.marginTop'];
      const bite = numbers['cut.seamOverlap'];
      const m = (times: number) => term('margin', margin, times, 'cut.marginTop');
      const past = term('past the seam', bite, 1, 'cut.seamOverlap');
      const lies = grown(over, margin);
      if (across(seam) >= down(seam)) {
        const y = (seam.minY + seam.maxY) / 2;
        const up = over.maxY - y > y - over.minY;
        return finish(
          [term('covers', across(over)), m(2)],
          [term('seam to far edge', up ? over.maxY - y : y - over.minY), past, m(1)],
          over,
          up ? { ...lies, minY: y - bite } : { ...lies, maxY: y + bite },
        );
      }
      const x = (seam.minX + seam.maxX) / 2;
      const right = over.maxX - x > x - over.minX;
      return finish(
        [term('seam to far edge', right ? over.maxX - x : x - over.minX), past, m(1)],
        [term('covers', down(over)), m(2)],
        over,
        right ? { ...lies, minX: x - bite } : { ...lies, maxX: x + bite },
      );
    }
    case 'pressed': {
      // From the folded edge, away from the zip, to the far edge; the fold lies under itself.
      const edge = boxOf(size.edge);
      const from = boxOf(size.awayFrom);
      const over = boxOf(...size.over);
      const margin = numbers['cut.marginBack'];
      const m = (times: number) => term('margin', margin, times, 'cut.marginBack');
      const fold = term('pressed fold', numbers['cut.pressedFold'], 1, 'cut.pressedFold');
      const lies = grown(over, margin);
      if (across(edge) >= down(edge)) {
        const y = (edge.minY + edge.maxY) / 2;
        const up = y > (from.minY + from.maxY) / 2;
        const covers = up ? { ...over, minY: y } : { ...over, maxY: y };
        return finish(
          [term('outline', across(over)), m(2)],
          [term('edge to outline', down(covers)), m(1), fold],
          covers,
          up ? { ...lies, minY: y } : { ...lies, maxY: y },
        );
      }
      const x = (edge.minX + edge.maxX) / 2;
      const right = x > (from.minX + from.maxX) / 2;
      const covers = right ? { ...over, minX: x } : { ...over, maxX: x };
      return finish(
        [term('edge to outline', across(covers)), m(1), fold],
        [term('outline', down(over)), m(2)],
        covers,
        right ? { ...lies, minX: x } : { ...lies, maxX: x },
      );
    }
  }
}

const isEmpty = (b: Box) => b.maxX - b.minX < 0.05 && b.maxY - b.minY < 0.05;

function dimension(terms: SizeTerm[], grid: number): Dimension {
  const sumMm = terms.reduce((sum, t) => sum + t.times * t.mm, 0);
  return { terms, sumMm, cutMm: roundUpToGrid(sumMm, grid) };
}

/** "230 mm = outline 190.4 + 2 × margin 20, rounded up from 230.4". */
export function explainDimension({ terms, sumMm, cutMm }: Dimension, unit: LengthUnit): string {
  const sum = terms
    .map((t) => `${t.times > 1 ? `${t.times} × ` : ''}${t.label} ${formatLength(t.mm, unit, false)}`)
    .join(' + ');
  return `${formatLength(cutMm, unit)} = ${sum}${cutMm - sumMm > 0.05 ? `, up from ${formatLength(sumMm, unit, false)}` : ''}`;
}
