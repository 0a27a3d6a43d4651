/**
 * All ways of a row of blocks through the pattern of a technique, summed (forward-backward), so that what comes out are shares:
 * of the techniques, and of the roles of each block.
 */
import {
  roleCounts,
  type Counts,
  type GrammarWeights,
  type Term,
  type TechniquePattern,
  type Terms,
} from './pattern';
import {
  alikeForAll,
  logOf,
  sumOf,
  weigh,
  weighedPattern,
  weighRow,
  type Row,
  type Weighed,
  type WeighedPattern,
} from './weighed';

/** Sums from the start on. State 0 is the start; S slots make S + 1 states. */
interface Forward {
  logZ: number;
  /** after so many blocks × state */
  forward: Float64Array;
  /** and of what is left, at the end */
  last: number;
  /** block × slot: what comes into it from all states */
  into: Float64Array;
  /** by block: what one that stands nowhere counts for; and by what its row was scaled */
  stray: number[];
  scales: Float64Array;
}
/** Sums from both ends: forward times back is the share of all ways that pass a state. */
interface Sums extends Forward {
  back: Float64Array;
}
function sumForward(
  { go, firstWay, end }: WeighedPattern,
  { alone, inSlot }: Weighed,
  terms: Terms,
): Forward {
  const [n, S] = [alone.length, end.length - 1];
  const isStray = Math.exp(terms.stray);
  const stray = alone.map((v) => v * isStray);
  const [forward, into] = [new Float64Array((n + 1) * (S + 1)), new Float64Array(n * S)];
  const scales = new Float64Array(n);
  let logZ = 0;
  forward[0] = 1;
  for (let i = 0; i < n; i++) {
    const [now, slot] = [i * (S + 1), i * S];
    const next = now + S + 1;
    for (let a = 0; a <= S; a++) {
      const v = forward[now + a];
      if (v) for (let b = firstWay[a], way = a * S; b < S; b++) into[slot + b] += v * go[way + b];
    }
    let scale = (forward[next] = forward[now] * stray[i]);
    for (let a = 1; a <= S; a++)
      scale += forward[next + a] = forward[now + a] * stray[i] + into[slot + a - 1] * inSlot[slot + a - 1];
    for (let a = 0; a <= S; a++) forward[next + a] /= scale;
    logZ += Math.log(scale);
    scales[i] = scale;
  }
  let last = 0;
  for (let a = 0; a <= S; a++) last += forward[n * (S + 1) + a] * end[a];
  return { logZ: logZ + Math.log(last), forward, last, into, stray, scales };
}
function sumBack({ go, firstWay, end }: WeighedPattern, { inSlot }: Weighed, sums: Forward): Sums {
  const { last, stray, scales } = sums;
  const [n, S] = [scales.length, end.length - 1];
  const back = new Float64Array((n + 1) * (S + 1));
  for (let a = 0; a <= S; a++) back[n * (S + 1) + a] = end[a] / last;
  const after = new Float64Array(S);
  for (let i = n - 1; i >= 0; i--) {
    const [now, slot] = [i * (S + 1), i * S];
    const later = now + S + 1;
    for (let s = 0; s < S; s++) after[s] = (inSlot[slot + s] * back[later + s + 1]) / scales[i];
    for (let a = 0; a <= S; a++) {
      let sum = (stray[i] * back[later + a]) / scales[i];
      for (let b = firstWay[a], way = a * S; b < S; b++) sum += go[way + b] * after[b];
      back[now + a] = sum;
    }
  }
  return { ...sums, back };
}

/** Share of all ways on which a block stands nowhere. */
function strayShare({ forward, back, stray, scales }: Sums, i: number) {
  const states = back.length / (scales.length + 1);
  let sum = 0;
  for (let a = 0; a < states; a++) sum += forward[i * states + a] * back[(i + 1) * states + a];
  return (sum * stray[i]) / scales[i];
}
/** Share of all ways on which a block stands in a slot. */
function slotShare({ into, back, scales }: Sums, { inSlot }: Weighed, i: number, s: number) {
  const S = into.length / scales.length;
  return (into[i * S + s] * inSlot[i * S + s] * back[(i + 1) * (S + 1) + s + 1]) / scales[i];
}

/** The roles of a block on all ways; those in a slot are told one by one. */
function rolesOn(
  i: number,
  sums: Sums,
  weighed: Weighed,
  { fits }: WeighedPattern,
  each: (slot: number, role: number, share: number) => void,
): number[] {
  const { own, alone, byRole } = weighed;
  const isStray = strayShare(sums, i) / alone[i];
  const shares = own[i].map((v) => isStray * v);
  for (let s = 0; s < fits.length; s++) {
    const here = slotShare(sums, weighed, i, s);
    if (!here) continue;
    const { by, roles } = fits[s];
    for (const r of roles) {
      const share = (here * own[i][r] * by[r]) / byRole[i * fits.length + s];
      shares[r] += share;
      each(s, r, share);
    }
  }
  return shares;
}

/** All ways of a row of blocks through one pattern. */
export interface Ways {
  /** logarithm of their sum */
  logZ: number;
  /** block × role, 0-1; worked out when it is asked for */
  roles(): number[][];
}
/** Told how often a term is met, expected over all ways. */
type Meet = (term: Term, by: number) => void;

/**
 * Sums all ways of a row of blocks through the pattern of a technique. Time grows with blocks × slots².
 * @param meet for the fit of the weights
 */
export function waysThrough(
  technique: TechniquePattern,
  row: Row,
  weights: GrammarWeights,
  meet?: Meet,
): Ways {
  const { terms, techniques } = weights;
  const overall: Counts = { copies: row.hasCopies && !technique.copies ? 1 : 0 };
  meet?.('copies', overall.copies ?? 0);
  const prior = (techniques[technique.id] ?? 0) + weigh(overall, terms);
  const { logZ, roles } = technique.anyOrder
    ? withoutPattern(row, terms, meet)
    : throughPattern(weighedPattern(technique, weights), row, terms, meet);
  if (meet)
    roles().forEach((shares, i) =>
      shares.forEach((p, r) => {
        if (p) meet('role', p * logOf(row.odds[i][r]));
      }),
    );
  return { logZ: prior + logZ, roles };
}
function withoutPattern(row: Row, terms: Terms, meet?: Meet): Ways {
  const { own, alone } = alikeForAll(row, terms);
  meet?.('patternless', own.length);
  return {
    logZ: alone.reduce((sum, v) => sum + Math.log(v) + terms.patternless, 0),
    roles: () => own.map((row, i) => row.map((v) => v / alone[i])),
  };
}
function throughPattern(pattern: WeighedPattern, row: Row, terms: Terms, meet?: Meet): Ways {
  const weighed = weighRow(row, pattern, terms);
  const there = sumForward(pattern, weighed, terms);
  const roles = () => {
    const sums = sumBack(pattern, weighed, there);
    const used = pattern.fits.map(({ by }) => by.map(() => 0));
    const shares = row.odds.map((_, i) =>
      rolesOn(i, sums, weighed, pattern, (s, r, share) => (used[s][r] += share)),
    );
    if (meet) meetAll(pattern, weighed, sums, used, meet);
    return shares;
  };
  return { logZ: there.logZ, roles };
}
/** @param used slot × role: how many blocks, expected */
function meetAll(
  { states, steps, ends, go, weighShape }: WeighedPattern,
  weighed: Weighed,
  sums: Sums,
  used: number[][],
  meet: Meet,
) {
  const { forward, back, scales } = sums;
  const [n, S] = [scales.length, states.length];
  const each = (counts: Counts | null, by: number) => {
    for (const term in counts) meet(term as Term, by * (counts[term as Term] ?? 0));
  };
  for (let i = 0; i < n; i++) {
    meet('stray', strayShare(sums, i));
    weighShape(weighed.shapes[i]).against.forEach((terms, s) => {
      for (const term of terms) meet(term, slotShare(sums, weighed, i, s));
    });
  }
  states.forEach(({ slot, breadth }, s) => {
    meet('breadth', sumOf(used[s]) * breadth);
    roleCounts(slot).forEach((counts, r) => each(counts, used[s][r]));
  });
  steps.forEach((row, a) => {
    each(ends[a], forward[n * (S + 1) + a] * back[n * (S + 1) + a]);
    row.forEach((counts, b) => {
      if (!counts) return;
      let often = 0;
      for (let i = 0; i < n; i++)
        often +=
          (forward[i * (S + 1) + a] * weighed.inSlot[i * S + b] * back[(i + 1) * (S + 1) + b + 1]) /
          scales[i];
      each(counts, often * go[a * S + b]);
    });
  });
}
