import { itemAt, shareSpanned, type Box } from '../base';
import { actionOf } from '../catalogue';
import { inside } from '../outline';
import { linePath, mainLine, type BlockReading, type Line } from '../reading';
import { SCISSORS_MM } from '../score';
import { WHOLE_SHARE } from '../techniques';
import type { CheckContext, CheckRule, Found } from './types';

const isSatin = ({ texture }: BlockReading) => texture === 'satin' || texture === 'zigzag';
const spans = (b: Box, c: CheckContext) => shareSpanned(b, c.reading.extents);

/** Share of a line that lies inside a closed one. */
function shareInside(line: Line, closed: Line): number {
  const polygon = linePath(closed);
  const points = linePath(line);
  return points.length ? points.filter((p) => inside(p, polygon)).length / points.length : 0;
}
/** Effects of hands that open what lies inside a line. */
const OPENS = new Set<string | undefined>(['open', 'open all']);
/** Less than this is as good as nothing, mm. */
const LEAST_BEYOND = 0.05;
/** Satins that reach less far past the line they hide than scissors leave of the piece. mm, past the peaks of a zigzag */
const shortCovers = (c: CheckContext) =>
  c.reading.covers.flatMap((reach) => {
    const tack = itemAt(c.reading.blocks, reach.over);
    const step = c.needles.find((n) => n.step.block === reach.cover && !n.step.again)?.step;
    // Of a window the raw edge lies inside the inner one of its lines: it is cut by eye.
    const isWindow = c.hands.some((h) => h.step.along === reach.over && OPENS.has(actionOf(h.step).effect));
    const beyond = reach.outsideMm - (tack.widthMm ?? 0) / 2;
    // What is trimmed flush to a zigzag needs no spare.
    const isShort = beyond < SCISSORS_MM + (tack.texture === 'zigzag' ? 0 : c.numbers['cut.coverSpare']);
    return step && isShort && !isWindow && isSatin(itemAt(c.reading.blocks, reach.cover))
      ? [{ reach, step, tack, beyond }]
      : [];
  });
/** Less of a cover under a later piece than this is only the crossing of two edges. */
const LUMP_SHARE = 0.12;

/** What a cover must hide, and what it must not lie under. */
export const coverRules: CheckRule[] = [
  {
    id: 'cover-short',
    severity: 'stop',
    find: (c) =>
      shortCovers(c).flatMap(({ reach, step, tack, beyond }): Found[] =>
        tack.texture === 'zigzag'
          ? []
          : [
              {
                stepId: step.id,
                message:
                  beyond < LEAST_BEYOND
                    ? `The cover of block ${reach.cover + 1} misses the tack-down it should hide.`
                    : `The cover of block ${reach.cover + 1} reaches only ${c.length(beyond)} past the tack-down at its weakest place.`,
                because: 'No scissors cut so close: the raw edge will show there.',
              },
            ],
      ),
  },
  {
    id: 'trim-flush',
    severity: 'mind',
    find: (c) =>
      shortCovers(c).flatMap(({ reach, step, tack, beyond }): Found[] =>
        tack.texture !== 'zigzag'
          ? []
          : [
              {
                stepId: step.id,
                message:
                  beyond < -LEAST_BEYOND
                    ? `The zigzag of block ${tack.index + 1} stands ${c.length(-beyond)} outside the cover of block ${reach.cover + 1}.`
                    : `Trim flush to the zigzag of block ${tack.index + 1}: its cover reaches ${beyond < LEAST_BEYOND ? 'no further' : `only ${c.length(beyond)} further`}.`,
                because:
                  'A zigzag binds the edge that is cut along it; what stands out further shows beside the cover.',
              },
            ],
      ),
  },
  {
    id: 'lump',
    severity: 'mind',
    find: (c) =>
      c.needles.flatMap(({ step, at }): Found[] => {
        const cover = itemAt(c.reading.blocks, step.block);
        if (step.role !== 'cover' || !isSatin(cover) || !cover.lines[0]) return [];
        const [edge] = cover.lines;
        const under = c.needles.flatMap(({ step: above, at: later }) => {
          const placed = itemAt(c.reading.blocks, above.block);
          const { box } = placed;
          const line = mainLine(placed);
          const isPiece = later > at && above.role === 'placement' && line?.closed;
          if (!isPiece || spans(box, c) >= WHOLE_SHARE) return [];
          const share = shareInside(edge, line);
          return share > LUMP_SHARE ? [{ above, lengthMm: share * edge.lengthMm }] : [];
        });
        const [first] = under;
        return first
          ? [
              {
                stepId: step.id,
                message: `The cover of block ${step.stop + 1} goes on for ${c.length(first.lengthMm)} under the piece that block ${first.above.stop + 1} places.`,
                because:
                  'Covered twice, the overlap makes a hard lump; the lower cover is better left out there.',
              },
            ]
          : [];
      }),
  },
  {
    id: 'cut-line-out',
    severity: 'mind',
    find: (c) => {
      const line = c.needles.find(({ step }) => step.role === 'cut-line')?.step;
      const border = c.needles.findLast(
        ({ step }) =>
          step.role === 'cover' && spans(itemAt(c.reading.blocks, step.block).box, c) > WHOLE_SHARE * 0.8,
      )?.step;
      if (!line || !border) return [];
      const [l, b] = [itemAt(c.reading.blocks, line.block).box, itemAt(c.reading.blocks, border.block).box];
      const over = Math.max(b.minX - l.minX, l.maxX - b.maxX, b.minY - l.minY, l.maxY - b.maxY);
      return over > SCISSORS_MM
        ? [
            {
              stepId: line.id,
              message: `The cut line lies up to ${c.length(over)} outside the border.`,
              because: 'Cut along it, a rim of raw cloth stands out beyond the border.',
            },
          ]
        : [];
    },
  },
];
