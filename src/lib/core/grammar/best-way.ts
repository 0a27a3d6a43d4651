/** The likeliest way through a pattern (Viterbi), by which hands know what to do. */
import type { GrammarWeights, TechniquePattern } from './pattern';
import { weighedPattern, weighRow, type Row } from './weighed';

/** The slot of each block on the best way through a pattern (Viterbi); null for a block that stands nowhere. */
export function bestWay(technique: TechniquePattern, row: Row, weights: GrammarWeights): (number | null)[] {
  const weighed = weighedPattern(technique, weights);
  const S = weighed.states.length;
  const { alone, inSlot } = weighRow(row, weighed, weights.terms);
  const [go, slots] = [weighed.go.map(Math.log), inSlot.map(Math.log)];
  let best = [0, ...new Array<number>(S).fill(-Infinity)];
  const came = alone.map((all, i) => {
    const stray = weights.terms.stray + Math.log(all);
    const next = best.map((v) => v + stray);
    const from = best.map((_, a) => ({ a, isStray: true }));
    best.forEach((v, a) => {
      for (let b = 0; b < S; b++) {
        const sum = v + go[a * S + b] + slots[i * S + b];
        if (sum <= next[b + 1]) continue;
        next[b + 1] = sum;
        from[b + 1] = { a, isStray: false };
      }
    });
    best = next;
    return from;
  });
  const total = best.map((v, a) => v + Math.log(weighed.end[a]));
  let at = total.indexOf(Math.max(...total));
  return came
    .toReversed()
    .map((from) => {
      const { a, isStray } = from[at];
      const slot = isStray ? null : at - 1;
      at = a;
      return slot;
    })
    .toReversed();
}
