/**
 * All ways of a row of blocks through the pattern of a technique, summed (forward-backward), so that what comes out are shares:
 * of the techniques, and of the roles of each block. And the likeliest way (Viterbi), by which hands know what to do.
 */
import type { Box } from '../base';
import type { Unread } from '../reading';
import {
  against,
  pattern,
  roleCounts,
  type Counts,
  type GrammarWeights,
  type Pattern,
  type Term,
  type TechniquePattern,
  type Terms,
} from './pattern';

/** A row of blocks as a grammar sees them. */
export interface Row {
  blocks: readonly Unread[];
  /** of the design, mm */
  extents: Box;
  hasCopies: boolean;
  /** block × role: its share by the block's own stitches, 0-1 */
  odds: readonly (readonly number[])[];
}

const weigh = (counts: Counts, terms: Terms): number => {
  let sum = 0;
  for (const term in counts) sum += (counts[term as Term] ?? 0) * terms[term as Term];
  return sum;
};

/** A pattern as it is weighed: what each of its ways multiplies the sum by. */
interface WeighedPattern extends Pattern {
  go: number[][];
  end: number[];
  /** slot × role */
  fits: number[][];
}
const weighedPatterns = new WeakMap<GrammarWeights, Map<TechniquePattern, WeighedPattern>>();
function weighedPattern(technique: TechniquePattern, weights: GrammarWeights): WeighedPattern {
  const known = weighedPatterns.get(weights) ?? new Map<TechniquePattern, WeighedPattern>();
  weighedPatterns.set(weights, known);
  const found = known.get(technique);
  if (found) return found;
  const exp = (counts: Counts | null) => (counts ? Math.exp(weigh(counts, weights.terms)) : 0);
  const own = pattern(technique);
  const made = {
    ...own,
    go: own.steps.map((row) => row.map(exp)),
    end: own.ends.map(exp),
    fits: own.states.map(({ slot }) => roleCounts(slot).map(exp)),
  };
  known.set(technique, made);
  return made;
}

/** What each block counts for, by itself and in each slot. */
interface Weighed {
  /** block × role */
  own: number[][];
  /** block × slot, over all roles: without and with what its shape counts for */
  byRole: number[][];
  inSlot: number[][];
  /** what speaks against its shape, block × slot */
  shapes: Term[][][];
}
function weighRow({ blocks, extents, odds }: Row, { states, fits }: WeighedPattern, terms: Terms): Weighed {
  const slots = states.map(({ slot }) => slot);
  const shapes = blocks.map((block) => against(block, extents, slots));
  const own = ownOf(odds, terms);
  const byRole = own.map((row) => fits.map((fit) => fit.reduce((sum, f, r) => sum + f * row[r], 0)));
  const inSlot = byRole.map((row, i) =>
    row.map((v, s) => {
      let sum = terms.breadth * states[s].breadth;
      for (const term of shapes[i][s]) sum += terms[term];
      return v * Math.exp(sum);
    }),
  );
  return { own, byRole, inSlot, shapes };
}
/** What a role counts for by itself; what the maker has ruled out, nothing. */
const ownOf = (odds: Row['odds'], terms: Terms) =>
  odds.map((row) => row.map((p) => (p > 0 ? Math.exp(terms.role * logOf(p)) : 0)));

/** All ways of a row of blocks through one pattern. */
export interface Ways {
  /** logarithm of their sum */
  logZ: number;
  /** block × role, 0-1 */
  roles: number[][];
}
/** Less than this of a role is as little. */
const LEAST = 1e-6;
const logOf = (p: number) => Math.log(Math.max(LEAST, p));
const sumOf = (row: readonly number[]) => row.reduce((a, b) => a + b, 0);

/**
 * Sums all ways of a row of blocks through the pattern of a technique. Time grows with blocks × slots².
 * @param meet told how often each term is met, expected; for the fit of the weights
 */
export function waysThrough(
  technique: TechniquePattern,
  row: Row,
  weights: GrammarWeights,
  meet?: (term: Term, by: number) => void,
): Ways {
  const { blocks, hasCopies, odds } = row;
  const { terms, techniques } = weights;
  const meetAll = (counts: Counts, by: number) => {
    for (const term in counts) meet?.(term as Term, by * (counts[term as Term] ?? 0));
  };
  const overall: Counts = { copies: hasCopies && !technique.copies ? 1 : 0 };
  meetAll(overall, 1);
  let logZ = (techniques[technique.id] ?? 0) + weigh(overall, terms);
  const own = ownOf(odds, terms);
  const alone = own.map(sumOf);
  /** logarithms of the odds, in the mean over roles so likely */
  const told = (i: number, roles: readonly number[]) =>
    roles.reduce((sum, p, r) => (p ? sum + p * logOf(odds[i][r]) : sum), 0);
  if (technique.anyOrder) {
    const roles = own.map((row, i) => {
      const shares = row.map((v) => v / alone[i]);
      logZ += Math.log(alone[i]) + terms.patternless;
      if (meet) meet('role', told(i, shares));
      return shares;
    });
    meet?.('patternless', blocks.length);
    return { logZ, roles };
  }

  const weighed = weighedPattern(technique, weights);
  const { states, steps, ends, go, end, fits } = weighed;
  const [n, S] = [blocks.length, states.length];
  const stray = Math.exp(terms.stray);
  const { byRole, inSlot, shapes } = weighRow(row, weighed, terms);
  // Forward, each row scaled to a sum of one; state 0 is the start, where strays before the first slot stay.
  const forward = [[1, ...new Array<number>(S).fill(0)]];
  const scales: number[] = [];
  const reached: number[][] = [];
  for (let i = 0; i < n; i++) {
    const into = new Array<number>(S).fill(0);
    forward[i].forEach((v, a) => {
      if (v) for (let b = 0; b < S; b++) into[b] += v * go[a][b];
    });
    const next = forward[i].map((v, a) => v * stray * alone[i] + (a ? into[a - 1] * inSlot[i][a - 1] : 0));
    const scale = sumOf(next);
    logZ += Math.log(scale);
    scales.push(scale);
    forward.push(next.map((v) => v / scale));
    reached.push(into);
  }
  const last = forward[n].reduce((sum, v, a) => sum + v * end[a], 0);
  logZ += Math.log(last);
  // Back: what is to come from each state, so that forward times back is its share.
  const back: number[][] = new Array<number[]>(n + 1);
  back[n] = end.map((v) => v / last);
  for (let i = n - 1; i >= 0; i--) {
    const after = inSlot[i].map((v, s) => (v * back[i + 1][s + 1]) / scales[i]);
    back[i] = go.map((row, a) => {
      let sum = (stray * alone[i] * back[i + 1][a]) / scales[i];
      for (let b = 0; b < S; b++) sum += row[b] * after[b];
      return sum;
    });
  }
  const used = fits.map((row) => row.map(() => 0));
  const roles = odds.map((_, i) => {
    const isStray = (sumOf(forward[i].map((v, a) => v * back[i + 1][a])) * stray * alone[i]) / scales[i];
    const shares = own[i].map((v) => (isStray * v) / alone[i]);
    for (let s = 0; s < S; s++) {
      const here = (reached[i][s] * inSlot[i][s] * back[i + 1][s + 1]) / scales[i];
      if (!here) continue;
      own[i].forEach((v, r) => {
        const share = (here * v * fits[s][r]) / byRole[i][s];
        shares[r] += share;
        used[s][r] += share;
      });
      if (meet) for (const term of shapes[i][s]) meet(term, here);
    }
    meet?.('stray', isStray);
    if (meet) meet('role', told(i, shares));
    return shares;
  });
  if (meet) {
    states.forEach(({ slot, breadth }, s) => {
      meet('breadth', sumOf(used[s]) * breadth);
      roleCounts(slot).forEach((counts, r) => counts && meetAll(counts, used[s][r]));
    });
    steps.forEach((row, a) => {
      meetAll(ends[a], forward[n][a] * back[n][a]);
      row.forEach((counts, b) => {
        if (!counts) return;
        let often = 0;
        for (let i = 0; i < n; i++) often += (forward[i][a] * inSlot[i][b] * back[i + 1][b + 1]) / scales[i];
        meetAll(counts, often * go[a][b]);
      });
    });
  }
  return { logZ, roles };
}

/** The slot of each block on the best way through a pattern (Viterbi); null for a block that stands nowhere. */
export function bestWay(technique: TechniquePattern, row: Row, weights: GrammarWeights): (number | null)[] {
  const weighed = weighedPattern(technique, weights);
  const S = weighed.states.length;
  const { own, inSlot } = weighRow(row, weighed, weights.terms);
  const log = (rows: readonly number[][]) => rows.map((r) => r.map(Math.log));
  const [go, slots] = [log(weighed.go), log(inSlot)];
  let best = [0, ...new Array<number>(S).fill(-Infinity)];
  const came = own.map((roles, i) => {
    const stray = weights.terms.stray + Math.log(sumOf(roles));
    const next = best.map((v) => v + stray);
    const from = best.map((_, a) => ({ a, isStray: true }));
    best.forEach((v, a) => {
      for (let b = 0; b < S; b++) {
        const sum = v + go[a][b] + slots[i][b];
        if (sum <= next[b + 1]) continue;
        next[b + 1] = sum;
        from[b + 1] = { a, isStray: false };
      }
    });
    best = next;
    return from;
  });
  const total = best.map((v, a) => v + Math.log(weighed.end[a]));
  let at = total.indexOf(Math.max(...total));
  return came
    .toReversed()
    .map((from) => {
      const { a, isStray } = from[at];
      const slot = isStray ? null : at - 1;
      at = a;
      return slot;
    })
    .toReversed();
}
