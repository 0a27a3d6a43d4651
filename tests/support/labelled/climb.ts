/** Where a climb begins, and how much each weight is held to that. */
export interface Climb {
  start: Float64Array;
  hold: (k: number) => number;
  rounds: number;
  /** how the likelihood rises with each weight */
  slope: (weights: Float64Array) => Float64Array;
}

/** Weights under which something is likeliest, held back: gradient ascent with moments (Adam), shorter steps towards the end. */
export function climb({ start, hold, rounds, slope }: Climb): Float64Array {
  const w = Float64Array.from(start);
  const [m, v] = [new Float64Array(w.length), new Float64Array(w.length)];
  for (let round = 1; round <= rounds; round++) {
    const by = slope(w);
    const step = 0.15 * Math.min(1, (2 * (rounds - round)) / rounds + 0.02);
    for (let k = 0; k < w.length; k++) {
      const g = by[k] - hold(k) * (w[k] - start[k]);
      m[k] = 0.9 * m[k] + 0.1 * g;
      v[k] = 0.99 * v[k] + 0.01 * g * g;
      w[k] += (step * (m[k] / (1 - 0.9 ** round))) / (Math.sqrt(v[k] / (1 - 0.99 ** round)) + 1e-6);
    }
  }
  return w;
}
