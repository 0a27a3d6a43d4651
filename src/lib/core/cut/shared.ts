import type { HoopField } from '../hoop';
import type { Design, Score } from '../score';
import type { Hoop, SharedHooping } from '../workshop';
import { cutList, type CutContext, type CutPiece } from './pieces';

/** What is hooped for a build: once for all items of a hooping of its own. */
export const isHooped = ({ perHooping, side, of, times }: CutPiece): boolean =>
  perHooping && side === 'base' && !of && times === null;

/**
 * What is hooped for a hooping that a build is the first of: as large as that hoop wants it, with what is fused to it. What is
 * there already is not cut.
 */
export function sharedBases(
  score: Score,
  design: Pick<Design, 'reading' | 'one'>,
  context: Omit<CutContext, 'hoop'>,
  { id, name, times }: SharedHooping,
  hoop: Pick<HoopField, 'outerWidth' | 'outerHeight'> & Pick<Hoop, 'magnetic'>,
): CutPiece[] {
  if (!times) return [];
  const hooped = score.pieces.filter((p) => p.size.rule === 'hoop' && !p.own);
  const all = cutList({ ...score, pieces: hooped }, design, { ...context, hoop });
  const bases = all.filter(isHooped);
  return all
    .filter((p) => bases.some((base) => base.id === p.id || base.id === p.of))
    .map((p) => ({
      ...p,
      id: `${p.id}@${id}`,
      of: p.of && `${p.of}@${id}`,
      purpose: `hooped for “${name}” with other builds`,
      times,
    }));
}
