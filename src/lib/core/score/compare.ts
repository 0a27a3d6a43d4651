import type { Score } from './types';

/** What a change of school, technique or tape did to a score: titles of steps and names of pieces. */
export interface ScoreChanges {
  added: string[];
  removed: string[];
  reworded: string[];
  pieces: string[];
}

/** The difference of two scores of one build, step by step. */
export function scoreChanges(before: Score, after: Score): ScoreChanges {
  const old = new Map(before.steps.map((s) => [s.id, s]));
  const now = new Map(after.steps.map((s) => [s.id, s]));
  const words = (s: Score['steps'][number]) => (s.kind === 'hand' ? `${s.title} ${s.text}` : s.title);
  const oldPieces = new Map(before.pieces.map((p) => [p.id, JSON.stringify([p.material, p.size, p.layers])]));
  return {
    added: after.steps.filter((s) => !old.has(s.id)).map((s) => s.title),
    removed: before.steps.filter((s) => !now.has(s.id)).map((s) => s.title),
    reworded: after.steps.flatMap((s) => {
      const was = old.get(s.id);
      return was && words(was) !== words(s) ? [s.title] : [];
    }),
    pieces: after.pieces.flatMap((p) =>
      oldPieces.get(p.id) === JSON.stringify([p.material, p.size, p.layers]) ? [] : [p.name],
    ),
  };
}
