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
  /** of each slot the roles that have a place there; slots that are alike share theirs */
  fits: Fit[];
  /** what the shape of a block counts for */
  weighShape: (shape: Shape) => ShapeWeighed;
}
/** What is worked out once with the same weights. */
interface Known {
  patterns: WeakMap<TechniquePattern, WeighedPattern>;
  fits: Map<string, Fit>;
}
const knownWith = new WeakMap<GrammarWeights, Known>();
export function weighedPattern(technique: TechniquePattern, weights: GrammarWeights): WeighedPattern {
  const known: Known = knownWith.get(weights) ?? { patterns: new WeakMap(), fits: new Map() };
  knownWith.set(weights, known);
  const found = known.patterns.get(technique);
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
    fits: own.states.map(({ slot }) => fitOf(known, roleCounts(slot).map(exp))),
    weighShape: shapesOf(own, weights.terms),
  };
  known.patterns.set(technique, made);
  return made;
}

/** What each role counts for in a slot, and those that count. */
interface Fit {
  by: number[];
  roles: number[];
}
function fitOf({ fits }: Known, by: number[]): Fit {
  const key = by.join();
  const fit = fits.get(key) ?? { by, roles: by.flatMap((f, r) => (f ? [r] : [])) };
  fits.set(key, fit);
  return fit;
}
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
export function weighRow(row: Row, { fits, weighShape }: WeighedPattern, terms: Terms): Weighed {
  const S = fits.length;
  const { own, alone, shapes, inFits } = alikeForAll(row, terms);
  const [byRole, inSlot] = [new Float64Array(own.length * S), new Float64Array(own.length * S)];
  for (let s = 0; s < S; s++) {
    const sums = inFits.get(fits[s]) ?? inFit(own, fits[s]);
    inFits.set(fits[s], sums);
    for (let i = 0, at = s; i < own.length; i++, at += S) byRole[at] = sums[i];
  }
  for (let i = 0, at = 0; i < own.length; i++) {
    const { factors } = weighShape(shapes[i]);
    for (let s = 0; s < S; s++, at++) inSlot[at] = byRole[at] * factors[s];
  }
  return { own, alone, byRole, inSlot, shapes };
}
/** What each block counts for in a slot, over all roles. */
function inFit(own: readonly number[][], { by, roles }: Fit): Float64Array {
  const sums = new Float64Array(own.length);
  for (let i = 0; i < own.length; i++) for (const r of roles) sums[i] += by[r] * own[i][r];
  return sums;
}
/**
 * What is the same for all patterns: what a role counts for by itself, and all of them (what the maker has ruled out, nothing);
 * and the shapes. Slots that are alike stand in many patterns: what blocks count for in them is kept.
 */
export function alikeForAll({ odds, blocks, extents }: Row, terms: Terms): Alike {
  const known = alike.get(odds);
  if (known?.terms === terms) return known;
  const own = odds.map((row) => row.map((p) => (p > 0 ? Math.exp(terms.role * logOf(p)) : 0)));
  const shapes = blocks.map((b) => shapeOf(b, extents));
  const made = { terms, own, alone: own.map(sumOf), shapes, inFits: new Map<Fit, Float64Array>() };
  alike.set(odds, made);
  return made;
}
interface Alike extends Pick<Weighed, 'own' | 'alone' | 'shapes'> {
  terms: Terms;
  inFits: Map<Fit, Float64Array>;
}
const alike = new WeakMap<Row['odds'], Alike>();
/** Less than this of a role is as little. */
const LEAST = 1e-6;
export const logOf = (p: number) => Math.log(Math.max(LEAST, p));
export const sumOf = (row: readonly number[]) => row.reduce((a, b) => a + b, 0);
