/** The logarithm of a sum whose terms are given as logarithms; -Infinity for none. */
export function logSum(values: readonly number[]): number {
  let most = -Infinity;
  for (const v of values) if (v > most) most = v;
  if (most === -Infinity) return most;
  let sum = 0;
  for (const v of values) sum += Math.exp(v - most);
  return most + Math.log(sum);
}
