/** A row of blocks, weighed for the slots of a pattern: what each counts for by itself, and wherever it may stand. */
import type { OneCopy } from '../reading';
import {
  against,
  pattern,
  roleCounts,
  TERMS,
  type Counts,
  type GrammarWeights,
  type Pattern,
  type Term,
  type TechniquePattern,
  type Terms,
} from './pattern';

/** A row of blocks as a grammar sees them. */
export interface Row extends OneCopy {
  /** block × role: its share by the block's own stitches, 0-1 */
  odds: readonly (readonly number[])[];
}

export const weigh = (counts: Counts, terms: Terms): number => {
  let sum = 0;
  for (const term in counts) sum += (counts[term as Term] ?? 0) * terms[term as Term];
  return sum;
};

/** A pattern as it is weighed: what each of its ways multiplies the sum by. */
export interface WeighedPattern extends Pattern {
  go: number[][];
  end: number[];
  /** slot × role; and of each slot the roles that have a place there */
  fits: number[][];
  fitting: number[][];
  /** by slot: what its breadth counts for */
  breadths: number[];
  /** what each term multiplies by */
  factors: Record<Term, number>;
}
const weighedPatterns = new WeakMap<GrammarWeights, WeakMap<TechniquePattern, WeighedPattern>>();
export function weighedPattern(technique: TechniquePattern, weights: GrammarWeights): WeighedPattern {
  const known = weighedPatterns.get(weights) ?? new WeakMap<TechniquePattern, WeighedPattern>();
  weighedPatterns.set(weights, known);
  const found = known.get(technique);
  if (found) return found;
  const exp = (counts: Counts | null) => (counts ? Math.exp(weigh(counts, weights.terms)) : 0);
  const own = pattern(technique);
  const made = {
    ...own,
    go: own.steps.map((row) => row.map(exp)),
    end: own.ends.map(exp),
    ...fitsOf(own.states.map(({ slot }) => roleCounts(slot).map(exp))),
    breadths: own.states.map(({ breadth }) => Math.exp(weights.terms.breadth * breadth)),
    factors: Object.fromEntries(TERMS.map((t) => [t, Math.exp(weights.terms[t])])) as Record<Term, number>,
  };
  known.set(technique, made);
  return made;
}

const fitsOf = (fits: number[][]) => ({
  fits,
  fitting: fits.map((fit) => fit.flatMap((f, r) => (f ? [r] : []))),
});

/** What each block counts for, by itself and in each slot. */
export interface Weighed {
  /** block × role, and over all roles */
  own: number[][];
  alone: number[];
  /** block × slot, over all roles: without and with what its shape counts for */
  byRole: number[][];
  inSlot: number[][];
  /** what speaks against its shape, block × slot */
  shapes: Term[][][];
}
// Loops over indices here and below: a long tape has hundreds of blocks, each of which is weighed for every slot of every technique.
export function weighRow({ blocks, extents, odds }: Row, pattern: WeighedPattern, terms: Terms): Weighed {
  const { states, fits, fitting, breadths, factors } = pattern;
  const slots = states.map(({ slot }) => slot);
  const shapes = blocks.map((block) => against(block, extents, slots));
  const { own, alone } = ownOf(odds, terms);
  const [byRole, inSlot]: [number[][], number[][]] = [[], []];
  for (let i = 0; i < own.length; i++) {
    const [row, roles, places] = [own[i], new Array<number>(slots.length), new Array<number>(slots.length)];
    for (let s = 0; s < slots.length; s++) {
      let sum = 0;
      for (const r of fitting[s]) sum += fits[s][r] * row[r];
      let factor = breadths[s];
      for (const term of shapes[i][s]) factor *= factors[term];
      roles[s] = sum;
      places[s] = sum * factor;
    }
    byRole.push(roles);
    inSlot.push(places);
  }
  return { own, alone, byRole, inSlot, shapes };
}
/** What a role counts for by itself, and all of them; what the maker has ruled out, nothing. The same for all patterns. */
export function ownOf(odds: Row['odds'], terms: Terms): { own: number[][]; alone: number[] } {
  const known = owns.get(odds);
  if (known?.terms === terms) return known;
  const own = odds.map((row) => row.map((p) => (p > 0 ? Math.exp(terms.role * logOf(p)) : 0)));
  const made = { terms, own, alone: own.map(sumOf) };
  owns.set(odds, made);
  return made;
}
const owns = new WeakMap<Row['odds'], { terms: Terms; own: number[][]; alone: number[] }>();
/** Less than this of a role is as little. */
const LEAST = 1e-6;
export const logOf = (p: number) => Math.log(Math.max(LEAST, p));
export const sumOf = (row: readonly number[]) => row.reduce((a, b) => a + b, 0);
