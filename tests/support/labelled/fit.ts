import { beliefsOf } from '../../../src/lib/core/reading/decode';
import { EVIDENCE } from '../../../src/lib/core/reading/evidence';
import { treeOf, type Weighed, type Weights } from '../../../src/lib/core/reading/weigh';
import { measuredOf, ROLES, type OneCopy } from '$lib/core/reading';
import { climb } from './climb';
import type { LabelledDesign } from './types';

/** How much large weights are held back, and transitions more: they see fewer cases. */
const HOLD = 0.6;
const HOLD_PAIRS = 1.5;
const HOLD_BIAS = 0.05;
/** What makers would accept counts less than what is meant, as a logarithm. */
const ALSO = 2;
const K = EVIDENCE.length;
const R = ROLES.length;

export interface Case extends Weighed {
  name: string;
  /** states that makers would accept, by block */
  right: boolean[][];
  meant: number[];
  weight: number;
  /** evidence that is there at all, by block */
  told: number[][];
  /** what its blocks show to a pattern */
  one: OneCopy;
  /** how it is made, where that is told */
  technique: string | undefined;
}
/** A design as the fit sees it. @param weight how much its blocks count */
export const caseOf = (design: LabelledDesign, weight: number): Case => {
  const { weighed, one } = measuredOf(design.tape);
  // Of copies that are sewn in turn the first is weighed.
  const blocks = design.blocks.slice(0, weighed.x.length);
  return {
    name: design.name,
    ...weighed,
    told: weighed.x.map((row) => row.flatMap((v, k) => (v ? [k] : []))),
    right: blocks.map((b) => ROLES.map((r) => r === b.role || !!b.alsoRoles?.includes(r))),
    meant: blocks.map((b) => ROLES.indexOf(b.role)),
    weight,
    one,
    technique: design.technique,
  };
};

const flat = (w: Weights): number[] => [
  ...w.bias,
  ...w.evidence.flat(),
  ...w.after.flat(),
  ...w.along.flat(),
];
function unflat(v: ArrayLike<number>): Weights {
  let at = 0;
  const row = () => Array.from({ length: R }, () => v[at++]);
  return {
    bias: row(),
    evidence: EVIDENCE.map(row),
    after: ROLES.map(row),
    along: ROLES.map(row),
  };
}

/** How the log-likelihood of what is right rises with each weight. */
function slope(cases: readonly Case[], w: Weights): Float64Array {
  const by = new Float64Array(R + K * R + 2 * R * R);
  const at = { evidence: R, after: R + K * R, along: R + K * R + R * R };
  for (const c of cases) {
    const free = treeOf(c, w);
    const told = {
      ...free,
      scores: free.scores.map((row, i) =>
        row.map((s, r) => (c.right[i][r] ? s - (r === c.meant[i] ? 0 : ALSO) : -Infinity)),
      ),
    };
    const [a, b] = [beliefsOf(told), beliefsOf(free)];
    c.x.forEach((x, i) => {
      for (let r = 0; r < R; r++) {
        const d = c.weight * (a.nodes[i][r] - b.nodes[i][r]);
        by[r] += d;
        for (const k of c.told[i]) by[at.evidence + k * R + r] += d * x[k];
      }
      const [e, f] = [a.edges[i], b.edges[i]];
      if (!e || !f) return;
      const from = c.along[i] ? at.along : at.after;
      for (let s = 0; s < R; s++)
        for (let r = 0; r < R; r++) by[from + s * R + r] += c.weight * (e[s][r] - f[s][r]);
    });
  }
  return by;
}

/** Weights under which what is right is likeliest, held back by their size. Deterministic. */
export function fit(cases: readonly Case[], rounds: number): Weights {
  const pairsFrom = R + K * R;
  return unflat(
    climb({
      start: new Float64Array(pairsFrom + 2 * R * R),
      hold: (k) => (k < R ? HOLD_BIAS : k < pairsFrom ? HOLD : HOLD_PAIRS),
      rounds,
      slope: (w) => slope(cases, unflat(w)),
    }),
  );
}
/** Weights that say everything with less confidence. */
export const cooled = (w: Weights, by: number): Weights => unflat(flat(w).map((v) => v / by));

export interface Judgement {
  right: boolean;
  p: number;
  name: string;
  block: number;
  meant: string;
  read: string;
}
/** How likely each role of each block is by weights, before the patterns have their say. */
export const oddsBy = (c: Case, w: Weights): number[][] => beliefsOf(treeOf(c, w)).nodes;
/** What is read under weights, block by block. @param together with the patterns, where these are weighed too */
export function judgeCases(
  cases: readonly Case[],
  w: Weights,
  together: (c: Case, odds: number[][]) => number[][] = (_, odds) => odds,
): Judgement[] {
  return cases.flatMap((c) => {
    const nodes = together(c, oddsBy(c, w));
    return nodes.map((row, i): Judgement => {
      const best = row.indexOf(Math.max(...row));
      return {
        right: c.right[i][best],
        p: row[best],
        name: c.name,
        block: i,
        meant: ROLES[c.meant[i]],
        read: ROLES[best],
      };
    });
  });
}
/** Share of what was judged. */
export const share = <J>(all: readonly J[], is: (j: J) => boolean) =>
  all.filter(is).length / Math.max(1, all.length);
/** Expected calibration error over ten bins. */
export function calibrationError(all: readonly Pick<Judgement, 'p' | 'right'>[]): number {
  let sum = 0;
  for (let k = 0; k < 10; k++) {
    const bin = all.filter((j) => j.p > k / 10 && j.p <= (k + 1) / 10);
    if (bin.length)
      sum +=
        Math.abs(share(bin, (j) => j.right) - bin.reduce((s, j) => s + j.p, 0) / bin.length) * bin.length;
  }
  return sum / all.length;
}
/** Shares of what was judged, as they are printed. */
export const told = (all: readonly Judgement[]) => ({
  blocks: all.length,
  right: (100 * share(all, (j) => j.right)).toFixed(1),
  'said ≥ 0.9': all.filter((j) => j.p >= 0.9).length,
  'of these right': (
    100 *
    share(
      all.filter((j) => j.p >= 0.9),
      (j) => j.right,
    )
  ).toFixed(1),
  'calibration error': calibrationError(all).toFixed(3),
});
