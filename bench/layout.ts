import { solveLayout, type Layout } from '$lib/core/nesting';
import {
  classicCase,
  copiesOf,
  orderOffRoll,
  perfectRoll,
  perfectSheets,
  rowsLength,
  smaller,
  type CuttingCase,
} from '../tests/support/cutting';

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

  const free = (
    [
      [3, 10],
      [4, 16],
      [5, 40],
    ] as const
  ).flatMap(([sheets, n]) =>
    [1, 2, 3, 4].map((seed) => {
      const c = smaller(perfectSheets(10 * n + seed, n * sheets, sheets, 1), 0.03, seed);
      return solve(c).layout.sheets.length - sheets;
    }),
  );
  console.log(
    `Sheets with 3 % free: ${percent(free.filter((more) => more <= 0).length / free.length)} equal, of ${free.length}, ${Math.max(...free)} more at worst`,
  );
  const looseRolls = [25, 50, 80, 120].flatMap((n) =>
    [1, 2, 3].map((seed) => {
      const c = smaller(perfectRoll(10 * n + seed, n, 1), 0.03, seed);
      return solve(c).layout.rollLengthMm / (c.known as number) - 1;
    }),
  );
  console.log(
    `Rolls with 3 % free: ${percent(mean(looseRolls))} longer than known on average, ${percent(Math.max(...looseRolls))} at worst`,
  );
  const copies = [10, 16, 24].flatMap((n) =>
    [1, 2, 3, 4].map((seed) => {
      const c = copiesOf(perfectSheets(10 * n + seed, n, 1, 1), 8);
      return solve({ ...c, stock: c.stock.map((s) => ({ ...s, quantity: 99 })) }).layout.sheets.length;
    }),
  );
  console.log(
    `Eight copies of a perfect sheet: ${percent(copies.filter((n) => n === 8).length / copies.length)} equal, of ${copies.length}, ${Math.max(...copies) - 8} sheets more at worst`,
  );
  const orders = Array.from({ length: 16 }, (_, i) => {
    const order = orderOffRoll(i + 1, 3 + (i % 6));
    const { rollLengthMm } = solve(order).layout;
    const area = order.pieces.reduce((sum, p) => sum + p.widthMm * p.heightMm * p.quantity, 0);
    return {
      over: (rollLengthMm * order.stock[0].widthMm) / area - 1,
      saved: 1 - rollLengthMm / rowsLength(order),
    };
  });
  console.log(
    `Orders off a roll: ${percent(mean(orders.map((o) => o.over)))} over their area, ${percent(mean(orders.map((o) => o.saved)))} less than rows of a textbook, longer than these in ${orders.filter((o) => o.saved < 0).length} of ${orders.length}`,
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
