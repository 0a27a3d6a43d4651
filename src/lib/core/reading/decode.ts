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

/** A row of logarithms as powers of what is most in it, and that; all nothing where it is -Infinity throughout. */
function powersOf(row: readonly number[]): { most: number; powers: number[] } {
  const most = Math.max(...row);
  return { most, powers: row.map((v) => (v === -Infinity ? 0 : Math.exp(v - most))) };
}

/** Exact beliefs of all nodes, and of their edges where these are asked for. A state whose score is -Infinity is ruled out. Time grows with nodes × states². */
export function beliefsOf({ scores, parents, pairs }: Tree, isAskedEdges = true): Beliefs {
  const n = scores.length;
  const states = scores[0]?.length ?? 0;
  // Nodes share few tables of pairs: these are raised to powers once.
  const raised = new Map(
    [...new Set(pairs)].map((table) => [table, table.map((row) => row.map(Math.exp))] as const),
  );
  // Up: what a node and all that hangs on it say of each of its states, and of its parent's.
  const up = scores.map((row) => [...row]);
  const sent = scores.map(() => new Array<number>(states).fill(0));
  for (let i = n - 1; i >= 0; i--) {
    const p = parents[i];
    if (p < 0) continue;
    const [ways, { most, powers }] = [raised.get(pairs[i]) ?? [], powersOf(up[i])];
    for (let s = 0; s < states; s++) {
      const way = ways[s];
      let sum = 0;
      for (let t = 0; t < states; t++) sum += way[t] * powers[t];
      up[p][s] += sent[i][s] = most + Math.log(sum);
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
    const without = sent[i].map((v, s) => (v === -Infinity ? -Infinity : whole[p][s] - v));
    if (isAskedEdges) {
      const all = logSum(whole[p]);
      edges[i] = pairs[i].map((row, s) => row.map((w, t) => Math.exp(without[s] + w + up[i][t] - all)));
    }
    const [ways, { most, powers }] = [raised.get(pairs[i]) ?? [], powersOf(without)];
    for (let t = 0; t < states; t++) {
      let sum = 0;
      for (let s = 0; s < states; s++) sum += powers[s] * ways[s][t];
      whole[i][t] += most + Math.log(sum);
    }
  }
  const nodes = whole.map((row) => {
    const all = logSum(row);
    return row.map((v) => Math.exp(v - all));
  });
  return { nodes, edges, logZ };
}
