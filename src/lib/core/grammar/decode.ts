import { itemAt, logSum } from '../base';
import type { Decode } from '../reading';
import type { GrammarWeights, TechniquePattern } from './pattern';
import { waysThrough } from './ways';
import { sumOf } from './weighed';

/**
 * How much the whole design has to say of a block's role beside the block alone, 0-1. On hands that the fit has not seen, of
 * what is said at 0.9 and more 99.1 % holds with half and half, and 98.9 % with the whole alone (`npm run fit`).
 */
const WHOLE_SAYS = 0.5;

/** A technique with less of a share has no say: it would change no role by as much as that. */
const NEXT_TO_NOTHING = 1e-6;

/**
 * The roles of all blocks and the technique, decoded together: each technique has its share of all ways to read the design,
 * and a role its share in all of them. Without patterns blocks speak for themselves.
 */
export const decodeBy =
  (patterns: readonly TechniquePattern[], weights: GrammarWeights, wholeSays = WHOLE_SAYS): Decode =>
  (design, odds) => {
    if (!patterns.length) return { odds: odds.map((row) => [...row]), techniques: [], pattern: null };
    const ways = patterns.map((p) => waysThrough(p, { ...design, odds }, weights));
    const all = logSum(ways.map((w) => w.logZ));
    const techniques = patterns.map(({ id }, k) => ({ id, share: Math.exp(itemAt(ways, k).logZ - all) }));
    const counts = techniques.map(({ share }) => (share < NEXT_TO_NOTHING ? 0 : share));
    const counted = sumOf(counts);
    const pooled = odds.map((row) => row.map((alone) => (1 - wholeSays) * alone));
    for (const [k, { roles }] of ways.entries()) {
      const says = (wholeSays * itemAt(counts, k)) / counted;
      if (!says) continue;
      roles().forEach((shares, i) => {
        for (let r = 0; r < shares.length; r++) pooled[i][r] += says * shares[r];
      });
    }
    const ranked = techniques.toSorted((a, b) => b.share - a.share);
    const best = patterns.find(({ id }) => id === ranked[0]?.id);
    return { odds: pooled, techniques: ranked, pattern: best && !best.anyOrder ? best.name : null };
  };
