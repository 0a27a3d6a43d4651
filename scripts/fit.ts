/**
 * `npm run fit`: fits the weights of the evidence, and then those of the patterns, on designs by several hands, judges each hand
 * by the others, and writes both tables. Deterministic: the same designs give the same tables. ONLY=hand,… judges these and
 * writes nothing; V=1 names what is wrong.
 */
import { writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import { calibrationError, cooled, fit, judgeCases, told } from '../tests/support/labelled/fit';
import { fitGrammar, type TechniqueJudgement } from '../tests/support/labelled/grammar-fit';
import { heldOut, heldOutTable } from '../tests/support/labelled/held-out';

const ROUNDS = Number(process.env.ROUNDS ?? 200);
/** Few weights, and each round takes long. */
const GRAMMAR_ROUNDS = Number(process.env.GRAMMAR_ROUNDS ?? 30);

const judged = heldOut(ROUNDS, GRAMMAR_ROUNDS, process.env.ONLY?.split(','));
console.table(heldOutTable(judged));
if (process.env.V)
  for (const { together, techniques } of judged) {
    for (const j of together) tellWrong(`#${j.block}`, j);
    for (const t of techniques) tellWrong('made', t);
  }
function tellWrong(of: string, j: TechniqueJudgement) {
  if (!j.right) console.log(`  ${j.name} ${of}: ${j.meant} as ${j.read} ${j.p.toFixed(2)}`);
}
if (process.env.ONLY) process.exit();
const all = fit(
  judged.flatMap((s) => s.cases),
  ROUNDS,
);
const grammar = fitGrammar(
  judged.flatMap((s) => s.rows),
  GRAMMAR_ROUNDS,
);

/** Confidence that other hands bear out: weights cooled until the error on hands not seen is least. */
const errors = [1, 1.15, 1.3, 1.5, 1.75, 2, 2.5].map((by) => {
  const cold = judged.flatMap(({ cases, weights }) => judgeCases(cases, cooled(weights, by)));
  const loss =
    -cold.reduce((sum, j) => sum + Math.log(Math.max(1e-4, j.right ? j.p : 1 - j.p)), 0) / cold.length;
  return { by, loss, error: calibrationError(cold), sure: told(cold) };
});
console.table(
  errors.map(({ by, loss, error, sure }) => ({
    by,
    loss: loss.toFixed(4),
    error: error.toFixed(3),
    ...sure,
  })),
);
const cool = errors.reduce((a, b) => (b.loss < a.loss ? b : a)).by;
const final = cooled(all, cool);
const rounded = (rows: readonly (readonly number[])[]) =>
  `[${rows.map((r) => `[${r.map((v) => Number(v.toFixed(2))).join(', ')}]`).join(',\n')}]`;
const provenance = judged.map((s) => `${s.cases.length} designs by the hand “${s.hand}”`).join(', ');
async function write(file: string, text: string) {
  writeFileSync(file, await format(text, { ...(await resolveConfig(file)), parser: 'typescript' }));
}
await write(
  'src/lib/core/reading/weights.ts',
  `// Made by \`npm run fit\`: ${provenance}; cooled by ${cool}. Not to be edited.
import type { Weights } from './weigh';

/** How much each piece of evidence speaks for each role: logarithms, rows as in EVIDENCE, columns as in ROLES. */
export const WEIGHTS: Weights = {
  bias: [${final.bias.map((v) => v.toFixed(2)).join(', ')}],
  evidence: ${rounded(final.evidence)},
  after: ${rounded(final.after)},
  along: ${rounded(final.along)},
};
`,
);
const hundredths = (_: string, v: unknown) => (typeof v === 'number' ? Number(v.toFixed(2)) : v);
await write(
  'src/lib/core/grammar/weights.ts',
  `// Made by \`npm run fit\`: ${provenance}, their blocks read by the other hands' weights. Not to be edited.
import type { GrammarWeights } from './pattern';

/** How much each term of a way through a pattern counts, and each technique before anything is seen: logarithms. */
export const GRAMMAR: GrammarWeights = ${JSON.stringify(grammar, hundredths)};
`,
);
