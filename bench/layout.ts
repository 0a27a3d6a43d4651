import { solveLayout, type Layout } from '$lib/core/nesting';
import { classicCase, perfectRoll, perfectSheets, type CuttingCase } from '../tests/support/cutting';

/** Layouts against what is known of generated cases: printed, not asserted. seconds: given to each. */
export function printLayouts(seconds: number) {
  const solve = ({ pieces, stock }: CuttingCase) => {
    const from = performance.now();
    let first = 0;
    const layout = solveLayout(pieces, stock, {
      edgeToEdge: true,
      gapMm: 0,
      seed: 1,
      mayContinue: () => performance.now() - from < 1000 * seconds,
      onBetter: () => (first ||= performance.now() - from),
    });
    return { layout, first, ms: performance.now() - from };
  };
  const percent = (v: number) => `${(100 * v).toFixed(1)} %`;
  const mean = (list: number[]) => list.reduce((a, b) => a + b, 0) / list.length;

  console.log(
    `\nLayouts, ${seconds} s each. Perfect sheets: how many were cut from as few sheets as they came from`,
  );
  const perfect = [0.01, 0.1, 1].flatMap((grid) =>
    [20, 50, 100, 200].flatMap((n) =>
      [1, 2, 4].map((sheets, i) => ({
        grid,
        more: solve(perfectSheets(n + i, n, sheets, grid)).layout.sheets.length - sheets,
      })),
    ),
  );
  console.table(
    [0.01, 0.1, 1].map((grid) => {
      const of = perfect.filter((p) => p.grid === grid);
      return {
        'cuts to mm': grid,
        cases: of.length,
        equal: percent(of.filter((p) => p.more === 0).length / of.length),
        'worst, more sheets': Math.max(...of.map((p) => p.more)),
      };
    }),
  );
  const equal = perfect.filter((p) => p.more === 0).length / perfect.length;
  console.log(`All perfect sheets: ${percent(equal)} equal, of ${perfect.length}`);
  const rolls = [0.01, 1].flatMap((grid) =>
    [20, 50, 100, 200].flatMap((n) =>
      [0, 1, 2].map((more) => {
        const c = perfectRoll(n + more, n, grid);
        return solve(c).layout.rollLengthMm / (c.known as number) - 1;
      }),
    ),
  );
  console.log(
    `Perfect rolls: ${percent(mean(rolls))} longer than known on average, ${percent(Math.max(...rolls))} at worst`,
  );

  const classes = Array.from({ length: 10 }, (_, k) => k + 1).map((kind) => {
    const answers: Layout[] = [20, 40, 60, 80, 100].map((n, i) => solve(classicCase(kind, n, i + 1)).layout);
    const sheets = mean(answers.map((a) => a.sheets.length));
    const bound = mean(answers.map((a) => a.lowerBoundSheets));
    return {
      class: kind,
      sheets: sheets.toFixed(1),
      'lower bound': bound.toFixed(1),
      over: percent(sheets / bound - 1),
      sum: sheets,
      least: bound,
    };
  });
  console.table(classes.map(({ sum: _s, least: _l, ...row }) => row));
  console.log(
    `All classes: ${percent(mean(classes.map((c) => c.sum)) / mean(classes.map((c) => c.least)) - 1)} over the lower bound`,
  );
  const many = solve(classicCase(5, 500, 9));
  console.log(
    `500 pieces: first answer after ${many.first.toFixed(0)} ms, ${many.layout.sheets.length} sheets (at least ${many.layout.lowerBoundSheets}) after ${(many.ms / 1000).toFixed(1)} s`,
  );
}
