import type { Build } from '../build';
import { actionOf, hasTrait } from '../catalogue';
import type { ScorePiece } from '../score';
import type { CheckContext } from './types';

/** Names in a sentence: "a, b and c". */
export const list = (names: readonly (string | number)[]): string =>
  names.length < 2 ? String(names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** The build's edits without those of one step, as a change. */
export const editsWithout = (c: CheckContext, stepId: string) => ({
  edits: c.build.edits.filter((e) => !((e.kind === 'remove' || e.kind === 'move') && e.stepId === stepId)),
});
/** Whether the maker changed this step. */
export const wasEdited = (c: CheckContext, stepId: string) =>
  c.build.edits.some((e) => (e.kind === 'remove' || e.kind === 'move') && e.stepId === stepId);

/** What is hooped. */
export const bases = (c: CheckContext) => c.score.pieces.filter((p) => p.size.rule === 'hoop');
export const isCloth = ({ material }: Pick<ScorePiece, 'material'>) => hasTrait(material, 'cloth');
/** Pieces in a sentence. */
export const names = (pieces: readonly ScorePiece[]) => list(pieces.map((p) => p.name));
/** The build's materials with some pieces changed. */
export const changed = (
  c: CheckContext,
  pieces: readonly ScorePiece[],
  change: Build['materials'][string],
) => ({
  materials: {
    ...c.build.materials,
    ...Object.fromEntries(pieces.map((p) => [p.id, { ...c.build.materials[p.id], ...change }])),
  },
});
/** What hangs free when all is done, and what of it is sewn or cut first: lace off cloth, what spans open windows. */
export function hangingIn(c: CheckContext): { stepId: string; what: string } | null {
  const open = c.hands.find(({ step }) => actionOf(step).effect === 'open all');
  if (open) return { stepId: open.step.id, what: 'What spans the windows' };
  const lace = c.needles.find(({ step }) => step.role === 'lace' || step.role === 'lace-underlay');
  // Lace on hooped cloth is decoration.
  return lace && !bases(c).some(isCloth) ? { stepId: lace.step.id, what: 'Lace' } : null;
}
