/**
 * Linear fit that keeps to what was believed before until the log says otherwise, and that one phone call does not spoil:
 * the most probable coefficients under normal priors and Student-t noise, by reweighting (each observation counts less the
 * further it lies from what is expected). Lange, Little and Taylor, Robust statistical modeling using the t distribution,
 * 1989.
 */
export interface Observation {
  /** how much of each coefficient is in it: index → amount */
  x: ReadonlyMap<number, number>;
  y: number;
  /** standard deviation that is expected of y */
  sd: number;
}
/** What is believed of a coefficient beforehand: normal, mean and standard deviation in its own unit. */
export interface Prior {
  mean: number;
  sd: number;
}
/** Coefficients with their standard deviations. */
export interface Fitted {
  mean: number[];
  sd: number[];
  /** by observation: 1 fits, 0 is an outlier */
  weights: number[];
}

/** Heavy tails: an observation five deviations off counts a fifth. */
const FREEDOM = 4;
const ROUNDS = 30;
/** Nobody is slower or faster than this in every respect. */
const LEAST_SPREAD = 0.3;
const MOST_SPREAD = 4;

/** The most probable coefficients, one for each prior; with no observations, the priors. See the note at the top. */
export function fitRobust(observations: readonly Observation[], priors: readonly Prior[]): Fitted {
  const k = priors.length;
  let mean = priors.map((p) => p.mean);
  let weights = observations.map(() => 1);
  let inverse: number[][] = [];
  // The expected deviations are guesses: how far off they are as a whole is found on the way.
  let spread = 1;
  for (let round = 0; round < ROUNDS; round++) {
    const a = Array.from({ length: k }, (_, i) =>
      Array.from({ length: k }, (_, j) => (i === j ? 1 / priors[i].sd ** 2 : 0)),
    );
    const b = priors.map((p) => p.mean / p.sd ** 2);
    observations.forEach(({ x, y, sd }, n) => {
      const w = weights[n] / (sd * spread) ** 2;
      for (const [i, xi] of x) {
        b[i] += w * xi * y;
        for (const [j, xj] of x) a[i][j] += w * xi * xj;
      }
    });
    inverse = invert(a);
    mean = inverse.map((row) => row.reduce((sum, v, j) => sum + v * b[j], 0));
    const residuals = observations.map(({ x, y, sd }) => {
      let expected = 0;
      for (const [i, xi] of x) expected += xi * mean[i];
      return (y - expected) / sd;
    });
    weights = residuals.map((r) => (FREEDOM + 1) / (FREEDOM + (r / spread) ** 2));
    const square = residuals.reduce((sum, r, n) => sum + weights[n] * r * r, 0);
    // One deviation more or less is believed beforehand, so that three observations do not claim to be exact.
    spread = Math.min(
      MOST_SPREAD,
      Math.max(LEAST_SPREAD, Math.sqrt((square + 4) / (observations.length + 4))),
    );
  }
  return {
    mean,
    sd: inverse.map((row, i) => Math.sqrt(row[i])),
    weights: weights.map((w) => Math.min(1, w)),
  };
}

/** Inverse of a symmetric positive definite matrix, by Cholesky. */
function invert(a: readonly (readonly number[])[]): number[][] {
  const n = a.length;
  const l = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = a[i][j];
      for (let k = 0; k < j; k++) sum -= l[i][k] * l[j][k];
      l[i][j] = i === j ? Math.sqrt(sum) : sum / l[j][j];
    }
  // Columns of the inverse: L Lᵀ x = e.
  const columns = Array.from({ length: n }, (_, c) => {
    const y = new Array<number>(n).fill(0);
    for (let i = 0; i < n; i++) {
      let sum = i === c ? 1 : 0;
      for (let k = 0; k < i; k++) sum -= l[i][k] * y[k];
      y[i] = sum / l[i][i];
    }
    for (let i = n - 1; i >= 0; i--) {
      for (let k = i + 1; k < n; k++) y[i] -= l[k][i] * y[k];
      y[i] /= l[i][i];
    }
    return y;
  });
  return columns;
}
