/** A row of blocks, weighed for the slots of a pattern: what each counts for by itself, and wherever it may stand. */
import type { OneCopy } from '../reading';
import {
  against,
  pattern,
  roleCounts,
  shapeOf,
  type Counts,
  type GrammarWeights,
  type Pattern,
  type Shape,
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

/** What the shape of a block counts for in each slot, beside the slot's breadth; and the terms that make it so. */
interface ShapeWeighed {
  factors: number[];
  against: Term[][];
}
/** A pattern as it is weighed: what each of its ways multiplies the sum by. */
export interface WeighedPattern extends Pattern {
  /** state × slot, and of each state the first slot that a way leads to */
  go: Float64Array;
  firstWay: number[];
  end: number[];
  /** slot × role; and of each slot the roles that have a place there */
  fits: number[][];
  fitting: number[][];
  /** what the shape of a block counts for */
  weighShape: (shape: Shape) => ShapeWeighed;
}
const weighedPatterns = new WeakMap<GrammarWeights, WeakMap<TechniquePattern, WeighedPattern>>();
export function weighedPattern(technique: TechniquePattern, weights: GrammarWeights): WeighedPattern {
  const known = weighedPatterns.get(weights) ?? new WeakMap<TechniquePattern, WeighedPattern>();
  weighedPatterns.set(weights, known);
  const found = known.get(technique);
  if (found) return found;
  const exp = (counts: Counts | null) => (counts ? Math.exp(weigh(counts, weights.terms)) : 0);
  const own = pattern(technique);
  const go = own.steps.map((row) => row.map(exp));
  const made = {
    ...own,
    go: Float64Array.from(go.flat()),
    firstWay: go.map((row) => {
      const first = row.findIndex((way) => way > 0);
      return first < 0 ? row.length : first;
    }),
    end: own.ends.map(exp),
    ...fitsOf(own.states.map(({ slot }) => roleCounts(slot).map(exp))),
    weighShape: shapesOf(own, weights.terms),
  };
  known.set(technique, made);
  return made;
}

const fitsOf = (fits: number[][]) => ({
  fits,
  fitting: fits.map((fit) => fit.flatMap((f, r) => (f ? [r] : []))),
});
/** Shapes that are alike are weighed once: there are few, and a long tape has hundreds of blocks. */
function shapesOf({ states }: Pattern, terms: Terms): WeighedPattern['weighShape'] {
  const known = new Map<number, ShapeWeighed>();
  return (shape) => {
    const found = known.get(shape.key);
    if (found) return found;
    const speaks = states.map(({ slot }) => against(shape, slot));
    const factors = states.map(({ breadth }, s) =>
      speaks[s].reduce((factor, term) => factor * Math.exp(terms[term]), Math.exp(terms.breadth * breadth)),
    );
    const made = { factors, against: speaks };
    known.set(shape.key, made);
    return made;
  };
}

/** What each block counts for, by itself and in each slot. */
export interface Weighed {
  /** block × role, and over all roles */
  own: number[][];
  alone: number[];
  /** block × slot, over all roles: without and with what its shape counts for */
  byRole: Float64Array;
  inSlot: Float64Array;
  shapes: Shape[];
}
// Loops over indices here and below: a long tape has hundreds of blocks, each of which is weighed for every slot of every technique.
export function weighRow(row: Row, { fits, fitting, weighShape }: WeighedPattern, terms: Terms): Weighed {
  const S = fits.length;
  const { own, alone, shapes } = alikeForAll(row, terms);
  const [byRole, inSlot] = [new Float64Array(own.length * S), new Float64Array(own.length * S)];
  for (let i = 0, at = 0; i < own.length; i++) {
    const [roles, { factors }] = [own[i], weighShape(shapes[i])];
    for (let s = 0; s < S; s++, at++) {
      const fit = fits[s];
      let sum = 0;
      for (const r of fitting[s]) sum += fit[r] * roles[r];
      byRole[at] = sum;
      inSlot[at] = sum * factors[s];
    }
  }
  return { own, alone, byRole, inSlot, shapes };
}
/**
 * What is the same for all patterns: what a role counts for by itself, and all of them (what the maker has ruled out, nothing);
 * and the shapes.
 */
export function alikeForAll({ odds, blocks, extents }: Row, terms: Terms): Alike {
  const known = alike.get(odds);
  if (known?.terms === terms) return known;
  const own = odds.map((row) => row.map((p) => (p > 0 ? Math.exp(terms.role * logOf(p)) : 0)));
  const made = { terms, own, alone: own.map(sumOf), shapes: blocks.map((b) => shapeOf(b, extents)) };
  alike.set(odds, made);
  return made;
}
interface Alike extends Pick<Weighed, 'own' | 'alone' | 'shapes'> {
  terms: Terms;
}
const alike = new WeakMap<Row['odds'], Alike>();
/** Less than this of a role is as little. */
const LEAST = 1e-6;
export const logOf = (p: number) => Math.log(Math.max(LEAST, p));
export const sumOf = (row: readonly number[]) => row.reduce((a, b) => a + b, 0);
