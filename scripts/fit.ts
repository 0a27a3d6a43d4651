/**
 * `npm run fit`: fits the weights of the evidence on designs by several hands, judges each hand by the others, and writes the
 * table. Deterministic: the same designs give the same table. ONLY=hand,… judges these and writes nothing; V=1 names what
 * is wrong.
 */
import { writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import type { Weights } from '../src/lib/core/reading/weigh';
import { calibrationError, caseOf, cooled, fit, judgeCases, told } from '../tests/support/labelled/fit';
import { HANDS, weightOf } from '../tests/support/labelled/hands';

const ROUNDS = Number(process.env.ROUNDS ?? 200);

const sets = Object.entries(HANDS).map(([hand, designs]) => {
  const all = designs();
  return { hand, cases: all.map((d) => caseOf(d, weightOf(all.length))) };
});
const fits: Weights[] = [];
const report: Record<string, ReturnType<typeof told>> = {};
for (const { hand, cases } of sets) {
  if (process.env.ONLY && !process.env.ONLY.includes(hand)) continue;
  const w = fit(
    sets.filter((s) => s.hand !== hand).flatMap((s) => s.cases),
    ROUNDS,
  );
  const judged = judgeCases(cases, w);
  fits.push(w);
  report[`${hand}, by the others`] = told(judged);
  if (process.env.V)
    for (const j of judged)
      if (!j.right) console.log(`  ${j.name} #${j.block}: ${j.meant} as ${j.read} ${j.p.toFixed(2)}`);
}
if (process.env.ONLY) {
  console.table(report);
  process.exit();
}
const all = fit(
  sets.flatMap((s) => s.cases),
  ROUNDS,
);
for (const { hand, cases } of sets) report[`${hand}, by all`] = told(judgeCases(cases, all));
console.table(report);

/** Confidence that other hands bear out: weights cooled until the error on hands not seen is least. */
const errors = [1, 1.15, 1.3, 1.5, 1.75, 2, 2.5].map((by) => {
  const judged = sets.flatMap(({ cases }, i) => judgeCases(cases, cooled(fits[i], by)));
  const loss =
    -judged.reduce((sum, j) => sum + Math.log(Math.max(1e-4, j.right ? j.p : 1 - j.p)), 0) / judged.length;
  return { by, loss, error: calibrationError(judged), sure: told(judged) };
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
const text = `// Made by \`npm run fit\`: ${sets.map((s) => `${s.cases.length} designs by the hand “${s.hand}”`).join(', ')}; cooled by ${cool}. Not to be edited.
import type { Weights } from './weigh';

/** How much each piece of evidence speaks for each role: logarithms, rows as in EVIDENCE, columns as in ROLES. */
export const WEIGHTS: Weights = {
  bias: [${final.bias.map((v) => v.toFixed(2)).join(', ')}],
  evidence: ${rounded(final.evidence)},
  after: ${rounded(final.after)},
  along: ${rounded(final.along)},
};
`;
const file = 'src/lib/core/reading/weights.ts';
writeFileSync(file, await format(text, { ...(await resolveConfig(file)), parser: 'typescript' }));
