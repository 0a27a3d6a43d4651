import { beliefsOf } from './decode';
import { EVIDENCE } from './evidence';
import type { Facts } from './facts';
import { ODDS, ROLES, type Role, type RoleReading } from './types';
import { treeOf, type Weighed } from './weigh';
import { WEIGHTS } from './weights';

/** Roles set by the maker, by block. */
export type RoleOverrides = Readonly<Record<number, Role>>;

/** So much of a block on an earlier one's line, and what that is for decides with it. */
const HANGS_ON = 0.55;
/** Never quite sure. */
const MOST_SURE = 0.99;
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

/**
 * Roles for all blocks together, with reasons. What the maker has said stands, and all the rest is decoded around it; a
 * confidence is the share that a role has of all ways to read the design.
 */
export function readRoles(facts: readonly Facts[], overrides: RoleOverrides): RoleReading[] {
  const weighed = weigh(facts);
  const tree = treeOf(weighed, WEIGHTS);
  const scores = tree.scores.map((row, i) => {
    const own = overrides[i];
    return own ? row.map((s, r) => (ROLES[r] === own ? s : -Infinity)) : row;
  });
  const { nodes } = beliefsOf({ ...tree, scores });
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
    const order = ROLES.map((_, r) => r).sort((a, b) => nodes[i][b] - nodes[i][a]);
    const [best, second] = order;
    // What is plain is told against all else it might be; what is not, against the one that it is most likely taken for.
    const isPlain = nodes[i][best] > ODDS * nodes[i][second];
    const clauses: { by: number; k: number }[] = [];
    weighed.x[i].forEach((v, k) => {
      if (!v) return;
      const row = WEIGHTS.evidence[k];
      const other = isPlain ? (SUMS[k] - row[best]) / (row.length - 1) : row[second];
      const by = v * (row[best] - other);
      if (Math.abs(by) > SPEAKS) clauses.push({ by, k });
    });
    clauses.sort((a, b) => b.by - a.by);
    const told: string[] = [];
    for (const { by, k } of clauses) {
      if (by < 0 || told.length === MOST_CLAUSES) break;
      const clause = EVIDENCE[k].say(f);
      // Two pieces of evidence may be told in nearly the same words.
      if (!told.some((t) => t.includes(clause) || clause.includes(t))) told.push(clause);
    }
    const last = clauses.at(-1);
    return {
      value: ROLES[best],
      confidence: Math.min(MOST_SURE, nodes[i][best]),
      because: told.join('; ') || hangs(f, weighed.along[i]),
      against: last && last.by < 0 ? EVIDENCE[last.k].say(f) : null,
      runnerUp: { value: ROLES[second], confidence: nodes[i][second] },
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
