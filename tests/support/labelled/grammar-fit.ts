import { logSum } from '$lib/core/base';
import { TECHNIQUES } from '$lib/core/techniques/all';
import { decodeBy } from '$lib/core/grammar';
import { TERMS, type GrammarWeights, type Term } from '$lib/core/grammar/pattern';
import { waysThrough } from '$lib/core/grammar/ways';
import type { Row } from '$lib/core/grammar/weighed';
import { climb } from './climb';
import { oddsBy, type Case } from './fit';
import type { Weights } from '$lib/core/reading/weigh';

/** Where the fit begins, and what it is held to: what a maker would guess. */
const GUESS: Record<Term, number> = {
  role: 1,
  fit: 1,
  breadth: -0.5,
  extent: -2,
  opening: -2,
  open: -2,
  blade: -2,
  texture: -0.4,
  stray: -2,
  missing: -2,
  unfinished: -1,
  skipped: -0.2,
  again: 0,
  same: 0,
  patternless: -1.5,
  copies: -1,
};
/** How much what is fitted is held to the guess, and techniques more: few designs tell of each. */
const HOLD = 1;
const HOLD_TECHNIQUES = 1.5;
/** A technique with less of a share tells the fit nothing. */
const LEAST_SHARE = 1e-3;

/** A design as the patterns see it: freely, and with only those roles left that makers would accept. */
export interface GrammarCase {
  weight: number;
  technique: string | undefined;
  free: Row;
  right: Row;
}
/** @param weights by which its blocks are read: of other hands than its own, or the patterns learn to trust them too much */
export function grammarCase(c: Case, weights: Weights): GrammarCase {
  const odds = oddsBy(c, weights);
  const right = odds.map((row, i) => row.map((p, r) => (c.right[i][r] ? Math.max(1e-6, p) : 0)));
  return {
    weight: c.weight,
    technique: c.technique,
    free: { ...c.one, odds },
    right: { ...c.one, odds: right },
  };
}

const KEYS = [...TERMS, ...TECHNIQUES.map(({ id }) => id)];
const packed = (w: ArrayLike<number>): GrammarWeights => ({
  terms: Object.fromEntries(TERMS.map((t, k) => [t, w[k]])) as Record<Term, number>,
  techniques: Object.fromEntries(TECHNIQUES.map(({ id }, k) => [id, w[TERMS.length + k]])),
});

/** Adds how often each term and technique is met on all ways of a row. */
function expected(row: Row, technique: string | undefined, w: GrammarWeights, by: number, sum: Float64Array) {
  const asked = TECHNIQUES.filter(({ id }) => !technique || id === technique);
  const logs = asked.map((t) => waysThrough(t, row, w).logZ);
  const all = logSum(logs);
  asked.forEach((t, k) => {
    const share = Math.exp(logs[k] - all);
    if (share < LEAST_SHARE) return;
    waysThrough(t, row, w, (term, often) => (sum[TERMS.indexOf(term)] += by * share * often));
    sum[KEYS.indexOf(t.id)] += by * share;
  });
}

/** Weights of the patterns under which technique and roles are likeliest, held to the guess. Deterministic. */
export const fitGrammar = (cases: readonly GrammarCase[], rounds: number): GrammarWeights =>
  packed(
    climb({
      start: Float64Array.from(KEYS, (_, k) => (k < TERMS.length ? GUESS[TERMS[k]] : 0)),
      hold: (k) => (k < TERMS.length ? HOLD : HOLD_TECHNIQUES),
      rounds,
      slope: (w) => {
        const slope = new Float64Array(KEYS.length);
        const now = packed(w);
        for (const c of cases) {
          expected(c.right, c.technique, now, c.weight, slope);
          expected(c.free, undefined, now, -c.weight, slope);
        }
        return slope;
      },
    }),
  );

/** Roles decoded with the patterns. @param wholeSays as in decodeBy */
export const togetherBy = (w: GrammarWeights, wholeSays?: number) => (c: Case, odds: number[][]) =>
  decodeBy(TECHNIQUES, w, wholeSays)(c.one, odds).odds;
/** How a design is made, and how it was read that it is. */
export interface TechniqueJudgement {
  name: string;
  meant: string;
  read: string;
  p: number;
  right: boolean;
}
/** Of designs of which it is told how they are made. */
export function judgeTechniques(
  cases: readonly Case[],
  weights: Weights,
  w: GrammarWeights,
): TechniqueJudgement[] {
  return cases.flatMap((c) => {
    if (!c.technique) return [];
    const [best] = decodeBy(TECHNIQUES, w)(c.one, oddsBy(c, weights)).techniques;
    return [
      { name: c.name, meant: c.technique, read: best.id, p: best.share, right: best.id === c.technique },
    ];
  });
}
