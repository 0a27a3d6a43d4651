import { beliefsOf } from './decode';
import { EVIDENCE } from './evidence';
import type { Facts } from './facts';
import { MOST_SURE, ODDS, ROLES, type Role, type RoleReading } from './types';
import { treeOf, type Weighed } from './weigh';
import { WEIGHTS } from './weights';

/** Roles set by the maker, by block. */
export type RoleOverrides = Readonly<Record<number, Role>>;

/** So much of a block on an earlier one's line, and what that is for decides with it. */
const HANGS_ON = 0.55;
/** Less than this speaks neither for nor against, as a logarithm: odds of about three to two. */
const SPEAKS = 0.4;
/** How much each piece of evidence says for all roles together. */
const SUMS = WEIGHTS.evidence.map((row) => row.reduce((all, v) => all + v, 0));
/** Most clauses of a reason. */
const MOST_CLAUSES = 2;

/** The evidence of all blocks, and how they hang together. */
export function weigh(facts: readonly Facts[]): Weighed {
  const along = facts.map(({ block: { follows } }) => !!follows && follows.share >= HANGS_ON);
  return {
    x: facts.map((f) => EVIDENCE.map((e) => e.of(f))),
    parents: facts.map(({ block }, i) => (along[i] && block.follows ? block.follows.index : i - 1)),
    along,
  };
}

/** How likely each role of each block is, by its own stitches and by what the block that it hangs on is; what the maker has said stands. */
export function oddsOf(weighed: Weighed, overrides: RoleOverrides): number[][] {
  const tree = treeOf(weighed, WEIGHTS);
  const scores = tree.scores.map((row, i) => {
    const own = overrides[i];
    return own ? row.map((s, r) => (ROLES[r] === own ? s : -Infinity)) : row;
  });
  return beliefsOf({ ...tree, scores }, false).nodes;
}

const likeliest = (row: readonly number[]) => row.indexOf(Math.max(...row));
/**
 * Roles with reasons, once the whole design has had its say.
 * @param alone what each block would be without it  @param together what each is with it  @param pattern what it was read as
 */
export function tellRoles(
  facts: readonly Facts[],
  weighed: Weighed,
  overrides: RoleOverrides,
  { alone, together, pattern }: { alone: number[][]; together: number[][]; pattern: string | null },
): RoleReading[] {
  return facts.map((f, i): RoleReading => {
    const own = overrides[i];
    if (own)
      return {
        value: own,
        confidence: 1,
        because: 'you said so',
        against: null,
        runnerUp: null,
        by: 'maker',
      };
    const odds = together[i];
    const best = likeliest(odds);
    const second = likeliest(odds.map((p, r) => (r === best ? -1 : p)));
    // What is plain is told against all else it might be; what is not, against the one that it is most likely taken for.
    const isPlain = odds[best] > ODDS * odds[second];
    const clauses: { by: number; k: number }[] = [];
    weighed.x[i].forEach((v, k) => {
      if (!v) return;
      const row = WEIGHTS.evidence[k];
      const other = isPlain ? (SUMS[k] - row[best]) / (row.length - 1) : row[second];
      const by = v * (row[best] - other);
      if (Math.abs(by) > SPEAKS) clauses.push({ by, k });
    });
    clauses.sort((a, b) => b.by - a.by);
    // What the block alone would not be, it is by its place in the whole.
    const told = pattern && likeliest(alone[i]) !== best ? [`it stands at this place in “${pattern}”`] : [];
    for (const { by, k } of clauses) {
      if (by < 0 || told.length === MOST_CLAUSES) break;
      const clause = EVIDENCE[k].say(f);
      // Two pieces of evidence may be told in nearly the same words.
      if (!told.some((t) => t.includes(clause) || clause.includes(t))) told.push(clause);
    }
    const last = clauses.at(-1);
    return {
      value: ROLES[best],
      confidence: Math.min(MOST_SURE, odds[best]),
      because: told.join('; ') || hangs(f, weighed.along[i]),
      against: last && last.by < 0 ? EVIDENCE[last.k].say(f) : null,
      runnerUp: { value: ROLES[second], confidence: odds[second] },
      by: 'reading',
    };
  });
}
/** Where its own stitches say little, what it hangs on decides. */
const hangs = ({ block }: Facts, along: boolean): string =>
  along && block.follows
    ? `by what block ${block.follows.index + 1} is, whose line it follows`
    : block.index > 0
      ? `by what comes before it`
      : 'nothing speaks clearly for anything else';
