import type { Tree } from './decode';

/** How much each piece of evidence, and what a block hangs on, speaks for each role; logarithms. */
export interface Weights {
  /** by role */
  bias: readonly number[];
  /** evidence × role */
  evidence: readonly (readonly number[])[];
  /** role of the block before × own, where no earlier line is followed */
  after: readonly (readonly number[])[];
  /** role of the block whose line is followed × own */
  along: readonly (readonly number[])[];
}
/** A design as it is weighed. */
export interface Weighed {
  /** block × evidence, 0-1 */
  x: readonly (readonly number[])[];
  /** the block that each hangs on: the one whose line it follows, or the one before; -1 for the first */
  parents: readonly number[];
  /** whether that is a block whose line it follows */
  along: readonly boolean[];
}

/** The scores of all roles of all blocks, and how they hang together. */
export function treeOf(
  { x, parents, along }: Weighed,
  { bias, evidence, after, along: pair }: Weights,
): Tree {
  const scores = x.map((row) => {
    const sums = [...bias];
    for (let k = 0; k < row.length; k++) {
      const v = row[k];
      if (v) for (let r = 0; r < sums.length; r++) sums[r] += evidence[k][r] * v;
    }
    return sums;
  });
  return { scores, parents, pairs: along.map((is) => (is ? pair : after)) };
}
