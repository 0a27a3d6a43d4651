/** Sum-product over trees: what each block most likely is, given what speaks for it and what the blocks it hangs on are. */

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

function logSum(values: readonly number[]): number {
  let most = -Infinity;
  for (const v of values) if (v > most) most = v;
  if (most === -Infinity) return most;
  let sum = 0;
  for (const v of values) sum += Math.exp(v - most);
  return most + Math.log(sum);
}

/** Exact beliefs of all nodes. A state whose score is -Infinity is ruled out. Time grows with nodes × states². */
export function beliefsOf({ scores, parents, pairs }: Tree): Beliefs {
  const n = scores.length;
  // Up: what a node and all that hangs on it say of each of its states, and of its parent's.
  const up = scores.map((row) => [...row]);
  const sent: number[][] = new Array<number[]>(n);
  for (let i = n - 1; i >= 0; i--) {
    const p = parents[i];
    if (p < 0) continue;
    sent[i] = pairs[i].map((row) => logSum(row.map((w, s) => w + up[i][s])));
    sent[i].forEach((m, s) => (up[p][s] += m));
  }
  // Down: the parent's belief without what this node itself told it.
  const whole: number[][] = new Array<number[]>(n);
  const edges: Beliefs['edges'] = new Array<number[][] | null>(n).fill(null);
  let logZ = 0;
  for (let i = 0; i < n; i++) {
    const p = parents[i];
    if (p < 0) {
      whole[i] = up[i];
      logZ += logSum(up[i]);
      continue;
    }
    const without = whole[p].map((w, s) => (sent[i][s] === -Infinity ? -Infinity : w - sent[i][s]));
    const joint = pairs[i].map((row, s) => row.map((w, t) => without[s] + w + up[i][t]));
    const all = logSum(joint.flat());
    edges[i] = joint.map((row) => row.map((v) => Math.exp(v - all)));
    whole[i] = up[i].map((_, t) => logSum(joint.map((row) => row[t])));
  }
  const nodes = whole.map((row) => {
    const all = logSum(row);
    return row.map((v) => Math.exp(v - all));
  });
  return { nodes, edges, logZ };
}
