import { stackAt } from '../score';
import { count, formatLength, type LengthUnit } from '../base';
import type { RunRecord } from './record';
import { wasDone, type RunState } from './state';

/** One thing to look at before the hoop is opened: afterwards nothing can be sewn in its place again. */
export interface Inspection {
  /** stable within the run */
  id: string;
  side: 'front' | 'back';
  text: string;
  because: string;
}

/**
 * What to look at before unhooping, from the score: threads to snip front and back, edges that a cover must hide, pieces
 * on the back that must be caught all round, openings. Of what was really sewn: a block passed over is none of it.
 */
export function inspections(
  { score, blocks, items }: Pick<RunRecord, 'score' | 'blocks' | 'items'>,
  state: Pick<RunState, 'index' | 'sewn'>,
  unit: LengthUnit = 'mm',
): Inspection[] {
  const { index } = state;
  const sewn = score.steps
    .slice(0, index)
    .flatMap((s) => (s.kind === 'needle' && !s.skipped && wasDone(state, s.id) ? [s] : []));
  const floats = items * sewn.reduce((sum, s) => sum + (blocks[s.block]?.floats ?? 0), 0);
  const stack = stackAt(score, index - 1);
  const nameOf = (id: string) => score.pieces.find((p) => p.id === id)?.name ?? 'piece';
  const heldBy = (id: string) => sewn.findLast((s) => s.holds.includes(id));
  /** what is left open on purpose is no fault */
  const butOpen = ({ block }: { block: number }) => {
    const openMm = blocks[block]?.openMm ?? 0;
    return openMm ? ` but for its opening of ${formatLength(openMm, unit)}` : '';
  };
  const list: Inspection[] = [];
  for (const side of ['front', 'back'] as const)
    list.push({
      id: `threads:${side}`,
      side,
      text: `Snip loose threads${floats ? `, about ${count(floats, 'jump')} in all` : ''}.`,
      because:
        side === 'front'
          ? 'A later wash draws them in.'
          : 'Underneath they are sewn over unseen, and show on a back that is seen.',
    });
  for (const cover of sewn.filter((s) => s.role === 'cover'))
    list.push({
      id: `cover:${cover.id}`,
      side: 'front',
      text: `${cover.title}: no raw edge shows beyond it, all the way round.`,
      because: 'It can be sewn once more now, exactly in its place; not after unhooping.',
    });
  const behind = new Set(stack.layers.flatMap((l) => (l.side === 'back' ? l.pieceId : [])));
  for (const pieceId of behind) {
    const line = heldBy(pieceId);
    list.push({
      id: `caught:${pieceId}`,
      side: 'back',
      text: `${nameOf(pieceId)} is caught on every side${line ? ` by “${line.title}”${butOpen(line)}` : ''}, both corners too.`,
      because: 'It was laid unseen, and may have crept.',
    });
  }
  const last = sewn.at(-1);
  if (last)
    list.push({
      id: `last:${last.id}`,
      side: 'front',
      text: `${last.title}: closed from end to end${butOpen(last)}, no loops, no skipped stitches.`,
      because: 'The last line holds everything; it is the one most often worth doing again.',
    });
  return list;
}
