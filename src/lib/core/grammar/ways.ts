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
  logOf,
  ownOf,
  sumOf,
  weigh,
  weighedPattern,
  weighRow,
  type Row,
  type Weighed,
  type WeighedPattern,
} from './weighed';

/** Sums from the start on. State 0 is the start. */
interface Forward {
  logZ: number;
  /** after so many blocks × state */
  forward: number[][];
  /** and of what is left, at the end */
  last: number;
  /** block × slot: what comes into it from all states */
  into: number[][];
  /** by block: what one that stands nowhere counts for; and by what its row was scaled */
  stray: number[];
  scales: number[];
}
/** Sums from both ends: forward times back is the share of all ways that pass a state. */
interface Sums extends Forward {
  back: number[][];
}
function sumForward({ go, end }: WeighedPattern, { alone, inSlot }: Weighed, terms: Terms): Forward {
  const [n, S] = [alone.length, end.length - 1];
  const isStray = Math.exp(terms.stray);
  const stray = alone.map((v) => v * isStray);
  let logZ = 0;
  const forward = [[1, ...new Array<number>(S).fill(0)]];
  const [scales, into]: [number[], number[][]] = [[], []];
  for (let i = 0; i < n; i++) {
    const entered = new Array<number>(S).fill(0);
    const [now, next] = [forward[i], new Array<number>(S + 1).fill(0)];
    for (let a = 0; a <= S; a++) {
      const [v, ways] = [now[a], go[a]];
      if (v) for (let b = 0; b < S; b++) entered[b] += v * ways[b];
    }
    let scale = (next[0] = now[0] * stray[i]);
    for (let a = 1; a <= S; a++) scale += next[a] = now[a] * stray[i] + entered[a - 1] * inSlot[i][a - 1];
    for (let a = 0; a <= S; a++) next[a] /= scale;
    logZ += Math.log(scale);
    scales.push(scale);
    into.push(entered);
    forward.push(next);
  }
  const last = forward[n].reduce((sum, v, a) => sum + v * end[a], 0);
  return { logZ: logZ + Math.log(last), forward, last, into, stray, scales };
}
function sumBack({ go, end }: WeighedPattern, { inSlot }: Weighed, sums: Forward): Sums {
  const { last, stray, scales } = sums;
  const [n, S] = [scales.length, end.length - 1];
  const back: number[][] = new Array<number[]>(n + 1);
  back[n] = end.map((v) => v / last);
  for (let i = n - 1; i >= 0; i--) {
    const [later, after, now] = [back[i + 1], new Array<number>(S), new Array<number>(S + 1)];
    for (let s = 0; s < S; s++) after[s] = (inSlot[i][s] * later[s + 1]) / scales[i];
    for (let a = 0; a <= S; a++) {
      const ways = go[a];
      let sum = (stray[i] * later[a]) / scales[i];
      for (let b = 0; b < S; b++) sum += ways[b] * after[b];
      now[a] = sum;
    }
    back[i] = now;
  }
  return { ...sums, back };
}

/** Share of all ways on which a block stands nowhere. */
function strayShare({ forward, back, stray, scales }: Sums, i: number) {
  let sum = 0;
  for (let a = 0; a < forward[i].length; a++) sum += forward[i][a] * back[i + 1][a];
  return (sum * stray[i]) / scales[i];
}
/** Share of all ways on which a block stands in a slot. */
const slotShare = ({ into, back, scales }: Sums, { inSlot }: Weighed, i: number, s: number) =>
  (into[i][s] * inSlot[i][s] * back[i + 1][s + 1]) / scales[i];

/** The roles of a block on all ways; those in a slot are told one by one. */
function rolesOn(
  i: number,
  sums: Sums,
  weighed: Weighed,
  { fits, fitting }: WeighedPattern,
  each: (slot: number, role: number, share: number) => void,
): number[] {
  const { own, alone, byRole } = weighed;
  const isStray = strayShare(sums, i) / alone[i];
  const shares = own[i].map((v) => isStray * v);
  for (let s = 0; s < fits.length; s++) {
    const here = slotShare(sums, weighed, i, s);
    if (!here) continue;
    for (const r of fitting[s]) {
      const share = (here * own[i][r] * fits[s][r]) / byRole[i][s];
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
function withoutPattern({ odds }: Row, terms: Terms, meet?: Meet): Ways {
  const { own, alone } = ownOf(odds, terms);
  meet?.('patternless', odds.length);
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
    const used = pattern.fits.map((fit) => fit.map(() => 0));
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
  { states, steps, ends, go }: WeighedPattern,
  weighed: Weighed,
  sums: Sums,
  used: number[][],
  meet: Meet,
) {
  const { forward, back, scales } = sums;
  const n = scales.length;
  const each = (counts: Counts | null, by: number) => {
    for (const term in counts) meet(term as Term, by * (counts[term as Term] ?? 0));
  };
  for (let i = 0; i < n; i++) {
    meet('stray', strayShare(sums, i));
    weighed.shapes[i].forEach((terms, s) => {
      for (const term of terms) meet(term, slotShare(sums, weighed, i, s));
    });
  }
  states.forEach(({ slot, breadth }, s) => {
    meet('breadth', sumOf(used[s]) * breadth);
    roleCounts(slot).forEach((counts, r) => each(counts, used[s][r]));
  });
  steps.forEach((row, a) => {
    each(ends[a], forward[n][a] * back[n][a]);
    row.forEach((counts, b) => {
      if (!counts) return;
      let often = 0;
      for (let i = 0; i < n; i++)
        often += (forward[i][a] * weighed.inSlot[i][b] * back[i + 1][b + 1]) / scales[i];
      each(counts, often * go[a][b]);
    });
  });
}
