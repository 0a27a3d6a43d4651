/** Sum-product over trees: what each block most likely is, given what speaks for it and what the blocks it hangs on are. */
import { logSum } from '../base';

/** How much speaks for each state of each node, as logarithms; and for each node but the roots, the one it hangs on. */
export interface Tree {
  /** node × state */
  scores: readonly (readonly number[])[];
  /** parents come before their children; -1 for a root */
  parents: readonly number[];
  /** parent's state × own state, for each node; not read for a root */
  pairs: readonly (readonly (readonly number[])[])[];
}
/** Probabilities of each node's states, and of each pair of states with its parent's (null for a root). */
export interface Beliefs {
  nodes: number[][];
  edges: (number[][] | null)[];
  /** logarithm of the sum over all assignments */
  logZ: number;
}

/** Exact beliefs of all nodes, and of their edges where these are asked for. A state whose score is -Infinity is ruled out. Time grows with nodes × states². */
export function beliefsOf({ scores, parents, pairs }: Tree, isAskedEdges = true): Beliefs {
  const n = scores.length;
  const states = scores[0]?.length ?? 0;
  const terms = new Array<number>(states).fill(0);
  // Up: what a node and all that hangs on it say of each of its states, and of its parent's.
  const up = scores.map((row) => [...row]);
  const sent = scores.map(() => new Array<number>(states).fill(0));
  for (let i = n - 1; i >= 0; i--) {
    const p = parents[i];
    if (p < 0) continue;
    for (let s = 0; s < states; s++) {
      const row = pairs[i][s];
      for (let t = 0; t < states; t++) terms[t] = row[t] + up[i][t];
      up[p][s] += sent[i][s] = logSum(terms);
    }
  }
  // Down: the parent's belief without what this node itself told it.
  const whole = up.map((row) => [...row]);
  const edges: Beliefs['edges'] = new Array<number[][] | null>(n).fill(null);
  let logZ = 0;
  for (let i = 0; i < n; i++) {
    const p = parents[i];
    if (p < 0) {
      logZ += logSum(up[i]);
      continue;
    }
    const joint = pairs[i].map((row, s) => {
      const without = sent[i][s] === -Infinity ? -Infinity : whole[p][s] - sent[i][s];
      return row.map((w, t) => without + w + up[i][t]);
    });
    const all = logSum(whole[p]);
    for (let t = 0; t < states; t++) {
      for (let s = 0; s < states; s++) terms[s] = joint[s][t];
      whole[i][t] = logSum(terms);
    }
    if (!isAskedEdges) continue;
    for (const row of joint) for (let t = 0; t < states; t++) row[t] = Math.exp(row[t] - all);
    edges[i] = joint;
  }
  const nodes = whole.map((row) => {
    const all = logSum(row);
    return row.map((v) => Math.exp(v - all));
  });
  return { nodes, edges, logZ };
}
