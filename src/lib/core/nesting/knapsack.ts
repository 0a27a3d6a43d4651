/** Something that may be taken several times: how long it is, what it is worth, and how often at most. Whole units. */
export interface Choice {
  length: number;
  value: number;
  most: number;
}
const EPS = 1e-9;
/** The most worth for its length first: the order that `fillLength` wants. */
export const byWorth = (a: Choice, b: Choice): number =>
  b.value * a.length - a.value * b.length || b.length - a.length;

/**
 * How often each choice is taken so that all together are worth most within a length: branch and bound, with what the rest could be
 * worth at best as the bound (Gilmore and Gomory, 1963). Exact unless it takes more than `mostNodes`.
 * @param choices in the order of `byWorth`  @param spend is told the nodes that were looked at
 */
export function fillLength(
  choices: readonly Choice[],
  length: number,
  mostNodes: number,
  spend: (nodes: number) => void,
): { value: number; counts: number[] } {
  const taken: number[] = choices.map(() => 0);
  let counts = taken.slice();
  let best = 0;
  let nodes = 0;
  const go = (at: number, rest: number, value: number) => {
    if (value > best + EPS) {
      best = value;
      counts = taken.slice();
    }
    // What does not fit is passed over; nothing after it is worth more for its length.
    while (at < choices.length && (choices[at].length > rest || choices[at].most < 1)) at++;
    if (at === choices.length) return;
    const c = choices[at];
    if (value + (rest * c.value) / c.length <= best + EPS) return;
    for (let n = Math.min(c.most, Math.floor(rest / c.length)); n >= 0 && nodes < mostNodes; n--) {
      nodes++;
      taken[at] = n;
      go(at + 1, rest - n * c.length, value + n * c.value);
    }
    taken[at] = 0;
  };
  go(0, length, 0);
  spend(nodes + choices.length);
  return { value: best, counts };
}
