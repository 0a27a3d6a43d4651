import { logRow, type LoggedRun } from '../log';
import { defaultOf, numbersWith, type NumberId } from '../numbers';
import { bobbinMetres, isOver, metresFrom, stitchesOf, threadAt, timesDone } from '../run';
import type { Workshop } from '../workshop';
import { fitRobust } from './robust';
import { suggestion } from './suggest';
import { NINE_IN_TEN, type Suggestion } from './types';

/** The table's rates count as if so much had been sewn by them. */
const BREAKS_BEFORE = 1.5;
const REJECTS_BEFORE = 1;
/** Thread by the stitch against the table, and from one bobbin or spool to the next. */
const THREAD_PRIOR = 0.15;
const THREAD_NOISE = 0.06;
/** Mending a break. */
const MEND_PRIOR = 0.4;
const MEND_NOISE = 0.35;

/** Thread breaks: a Poisson rate with a gamma prior at the table's. */
export function fitBreaks(runs: readonly LoggedRun[], workshop: Workshop): Suggestion[] {
  let breaks = 0;
  let tens = 0;
  const mended: { y: number; run: string }[] = [];
  for (const { run, state } of runs) {
    breaks += state.breaks.length;
    for (const step of run.score.steps)
      if (step.kind === 'needle' && !step.skipped)
        tens += (stitchesOf(run, step) * timesDone(state, step.id)) / 10_000;
    for (const seconds of state.mendSeconds) mended.push({ y: seconds, run: run.id });
  }
  if (!tens) return [];
  const before = BREAKS_BEFORE / defaultOf('stitch.breakRate').value;
  const shape = BREAKS_BEFORE + breaks;
  const rate = shape / (before + tens);
  const sd = Math.sqrt(shape) / (before + tens);
  const found = [
    suggestion('stitch.breakRate', workshop, {
      to: rate,
      low: rate - NINE_IN_TEN * sd,
      high: rate + NINE_IN_TEN * sd,
      runs: runs.length,
      observations: breaks,
      because: `${breaks} breaks in ${Math.round(tens * 10_000)} stitches.`,
    }),
  ];
  if (mended.length) {
    const { value } = defaultOf('stitch.breakSeconds');
    const fitted = fitRobust(
      mended.map(({ y }) => ({ x: new Map([[0, 1]]), y, sd: MEND_NOISE * value })),
      [{ mean: value, sd: MEND_PRIOR * value }],
    );
    found.push(
      suggestion('stitch.breakSeconds', workshop, {
        to: fitted.mean[0],
        low: fitted.mean[0] - NINE_IN_TEN * fitted.sd[0],
        high: fitted.mean[0] + NINE_IN_TEN * fitted.sd[0],
        runs: new Set(mended.map((m) => m.run)).size,
        observations: mended.length,
        because: 'From the break to the needle going on.',
      }),
    );
  }
  return found;
}

/** Items spoiled: a binomial share with a beta prior at the table's. */
export function fitRejects(runs: readonly LoggedRun[], workshop: Workshop): Suggestion[] {
  const over = runs.filter((r) => isOver(r.state)).map(logRow);
  const made = over.reduce((sum, r) => sum + r.items, 0);
  if (!made) return [];
  const bad = over.reduce((sum, r) => sum + r.second + r.ruined, 0);
  const table = defaultOf('order.rejectRate').value / 100;
  const n = REJECTS_BEFORE / table + made;
  const share = (REJECTS_BEFORE + bad) / n;
  const sd = Math.sqrt((share * (1 - share)) / n);
  return [
    suggestion('order.rejectRate', workshop, {
      to: 100 * share,
      low: 100 * (share - NINE_IN_TEN * sd),
      high: 100 * (share + NINE_IN_TEN * sd),
      runs: over.length,
      observations: made,
      because: `${bad} of ${made} items were seconds or ruined.`,
    }),
  ];
}

/**
 * Bobbin thread: from one full bobbin to the next empty one on the same machine, metres that were expected against those
 * that were on it. Both coefficients of the formula are scaled alike.
 */
export function fitBobbins(runs: readonly LoggedRun[], workshop: Workshop): Suggestion[] {
  const shares: { y: number; run: string }[] = [];
  const byMachine = new Map<string, LoggedRun[]>();
  for (const r of [...runs].sort((a, b) => a.run.createdAt - b.run.createdAt)) {
    const id = r.run.machine?.id ?? '';
    byMachine.set(id, [...(byMachine.get(id) ?? []), r]);
  }
  for (const list of byMachine.values()) {
    /** sewn from the bobbin that is in the machine since it was full, m by the table; null: not known */
    let used: number | null = null;
    for (const { run, state } of list) {
      const then = numbersWith(run.numbers);
      const scale = defaultOf('thread.bobbinTake').value / then['thread.bobbinTake'];
      const full = run.bobbinHoldsM / (1 - then['thread.bobbinKeep'] / 100);
      const metres = bobbinMetres(run);
      for (const bobbin of state.sewn.below) {
        // The run begins with the bobbin of the run before; how much is on one that was wound by hand is not known.
        if (bobbin.came !== 'found') used = bobbin.matches ? null : 0;
        if (used !== null) used += metresFrom(bobbin, metres) * scale;
        if (bobbin.ranOut && full > 0 && used) shares.push({ y: full / used, run: run.id });
      }
    }
  }
  return scaled(
    ['thread.bobbinTake', 'thread.bobbinThick'],
    shares,
    workshop,
    'From one full bobbin to the next empty one on the same machine.',
  );
}

/** Top thread: spools weighed before and after a run, against what was expected to go into it. */
export function fitSpools(runs: readonly LoggedRun[], workshop: Workshop): Suggestion[] {
  const shares = runs.flatMap(({ run, state }) => {
    const then = numbersWith(run.numbers);
    const scale = defaultOf('thread.topTake').value / then['thread.topTake'];
    return Object.entries(state.spools).flatMap(([name, grams]) => {
      const metres = run.score.steps.reduce((sum, s, i) => {
        if (s.kind !== 'needle' || s.skipped || threadAt(run, state, i)?.name !== name) return sum;
        return sum + (run.blocks[s.block]?.topM ?? 0) * run.items * timesDone(state, s.id);
      }, 0);
      const weighed = (1000 * grams) / then['thread.gramsPerKm'];
      return metres > 0 ? [{ y: weighed / (metres * scale), run: run.id }] : [];
    });
  });
  return scaled(
    ['thread.topTake', 'thread.topThick'],
    shares,
    workshop,
    'Spools weighed before and after a run.',
  );
}

/** Coefficients of one formula, scaled alike by what was measured against what was expected. */
function scaled(
  ids: readonly NumberId[],
  shares: readonly { y: number; run: string }[],
  workshop: Workshop,
  because: string,
): Suggestion[] {
  if (!shares.length) return [];
  const { mean, sd } = fitRobust(
    shares.map(({ y }) => ({ x: new Map([[0, 1]]), y, sd: THREAD_NOISE })),
    [{ mean: 1, sd: THREAD_PRIOR }],
  );
  return ids.map((id) => {
    const { value } = defaultOf(id);
    return suggestion(id, workshop, {
      to: value * mean[0],
      low: value * (mean[0] - NINE_IN_TEN * sd[0]),
      high: value * (mean[0] + NINE_IN_TEN * sd[0]),
      runs: new Set(shares.map((s) => s.run)).size,
      observations: shares.length,
      because,
    });
  });
}
