import { itemAt } from '../base';
import { MATERIALS } from '../catalogue';
import type { Numbers } from '../numbers';
import { bareHand } from './hand';
import type { Design, HandStep, NeedleStep, ScorePiece, Step } from './types';

interface InsertOptions {
  length: (mm: number) => string;
  numbers: Numbers;
}

/**
 * The steps of the designs that are sewn in between: leave the design, sew the other, come back to the same stitch.
 * Answers the steps by the block before which they stand, and the pieces with the floated layers added.
 */
export function insertSteps(
  { own, inserted, reading }: Design,
  pieces: ScorePiece[],
  { length, numbers }: InsertOptions,
): { before: Map<number, Step[]>; pieces: ScorePiece[] } {
  const before = new Map<number, Step[]>();
  const all = [...pieces];
  let shift = 0;
  const ordered = inserted.toSorted((a, b) => a.insertion.beforeBlock - b.insertion.beforeBlock);
  for (const { insertion, blocks } of ordered) {
    const at = Math.min(insertion.beforeBlock, own.blocks.length);
    const { id, name, merged, dxMm, dyMm } = insertion;
    const sewn = own.blocks.slice(0, at).reduce((sum, b) => sum + b.stitches, 0);
    const stitches = blocks.reduce((sum, b) => sum + itemAt(reading.blocks, b).stitches, 0);
    const steps: Step[] = [];
    const panel = (key: string, title: string, text: string, because: string): HandStep =>
      bareHand({
        id: `${id}:${key}`,
        title,
        text,
        because,
        action: 'panel',
        side: 'front',
      });
    if (!merged)
      steps.push(
        panel(
          'leave',
          `Leave for ${name}`,
          `Stop at stop ${at}, after stitch ${sewn} of the design: write both down. Load ${name}${offsetWords(dxMm, dyMm, length)}.`,
          'The tape of the design does not know about it; these two numbers are the way back.',
        ),
      );
    if (stitches > numbers['check.floatStitches']) {
      const piece = floatPiece(id, name, blocks);
      all.push(piece);
      steps.push(
        bareHand({
          id: `${id}:float`,
          title: 'Float a layer',
          text: `Slide a layer of ${piece.name.toLowerCase()} under the hoop for this motif.`,
          because: `${stitches} stitches would pull the ground together.`,
          action: 'float',
          side: 'back',
          face: 'down',
          pieces: [piece.id],
          hoop: 'stay',
        }),
      );
    }
    blocks.forEach((block, n) =>
      steps.push({
        kind: 'needle',
        id: `${id}:n${n}`,
        block,
        title: blocks.length > 1 ? `${name} ${n + 1} of ${blocks.length}` : name,
        because: 'You put this design in here.',
        role: itemAt(reading.blocks, block).role.value,
        confidence: 1,
        holds: stitches > numbers['check.floatStitches'] ? [`float-${id}`] : [],
        attended: false,
        bothSides: false,
        skipped: false,
        again: false,
        thread: null,
        copy: null,
        inserted: { id, name, n: n + 1, of: blocks.length },
        stop: merged ? at + shift + n : n,
      } satisfies NeedleStep),
    );
    if (!merged)
      steps.push(
        panel(
          'return',
          'Back to the design',
          at < own.blocks.length
            ? `Load the design again and go to stop ${at}, stitch ${sewn}: block ${at + 1} comes next. Let the needle down by hand over the last point before you start.`
            : `Load the design again if anything is to be sewn over; its last block is done.`,
          'A needle that comes down where it left off shows that nothing has shifted.',
        ),
      );
    else shift += blocks.length;
    before.set(at, [...(before.get(at) ?? []), ...steps]);
  }
  return { before, pieces: all };
}

const floatPiece = (id: string, name: string, blocks: number[]): ScorePiece => ({
  id: `float-${id}`,
  name: `Float under ${name}`,
  purpose: 'under a dense motif',
  material: 'tear-away',
  colour: MATERIALS['tear-away'].colour,
  layers: 1,
  traits: [],
  fusible: 'none',
  prewashed: false,
  own: null,
  interfacing: false,
  marginMm: null,
  cutTo: null,
  mayTurn: null,
  round: null,
  tags: [],
  copies: 1,
  copy: null,
  like: null,
  size: { rule: 'float', over: ['motif'] },
  blocks: { motif: blocks },
});

/** ", 12 mm right of and 30 mm above the middle". */
function offsetWords(dx: number, dy: number, length: (mm: number) => string): string {
  const across = Math.abs(dx) < 0.05 ? '' : `${length(Math.abs(dx))} ${dx > 0 ? 'right' : 'left'} of`;
  const up = Math.abs(dy) < 0.05 ? '' : `${length(Math.abs(dy))} ${dy > 0 ? 'above' : 'below'}`;
  const both = [across, up].filter(Boolean).join(' and ');
  return both ? `, its middle ${both} the middle of the design` : ', in the middle of the design';
}
