import type { LoggedRun } from '$lib/core/log';
import { numberDef } from '$lib/core/number-words';
import { NUMBER_IDS, type NumberOverrides } from '$lib/core/numbers';
import { planBuild, type BuildPlan } from '$lib/core/plan';
import { newRun, reduceRun, stepFacts, type RunEvent } from '$lib/core/run';
import { learningFactor } from '$lib/core/time';
import type { Workshop } from '$lib/core/workshop';
import type { example } from './examples';
import { Dice } from './labelled/types';

export type Example = ReturnType<typeof example>;

/** Normal deviates from even ones. */
const normal = (dice: Dice) =>
  Math.sqrt(-2 * Math.log(1 - dice.next())) * Math.cos(2 * Math.PI * dice.next());
/** About 1 on the whole, with a given coefficient of variation. */
const about = (dice: Dice, cv: number) => {
  const sigma = Math.sqrt(Math.log(1 + cv * cv));
  return Math.exp(sigma * normal(dice) - (sigma * sigma) / 2);
};

/** A workroom whose hands and machine differ from the table: what a log of it should teach. */
export function trueWorkshop(base: Workshop, seed: number): Workshop {
  const dice = new Dice(seed);
  const numbers: NumberOverrides = {};
  // Slow or quick as a whole, and each handling a little by itself.
  const whole = Math.exp(0.15 * normal(dice));
  for (const id of NUMBER_IDS) {
    const { group, unit, value, min, max } = numberDef(id);
    const changes = ['stop.colourHome', 'stop.colourMulti', 'stop.plain'].includes(id);
    if ((group !== 'Hand work' && !changes) || unit === '×' || unit === '%') continue;
    numbers[id] = Math.min(max, Math.max(min, value * whole * Math.exp(0.22 * normal(dice))));
  }
  const machines = base.machines.map((m) => ({
    ...m,
    speedShare: 0.75 + 0.3 * dice.next(),
    startSeconds: 1 + 3 * dice.next(),
  }));
  return { ...base, numbers, machines };
}

const breakShare = (plan: BuildPlan) =>
  plan.score.steps.reduce(
    (sum, s) =>
      sum +
      plan.time.steps[s.id].terms
        .filter((t) => t.number === 'stitch.breakRate')
        .reduce((a, t) => a + t.seconds, 0),
    0,
  );
/** Seconds of an item, thread breaks left out. */
export const totalOf = (e: Example, workshop: Workshop): number => {
  const plan = planBuild(e.build, e.reading, workshop);
  return plan.time.item.itemSeconds - breakShare(plan);
};

/** Runs as the true workroom would log them, planned by the one that is known. outliers: share of hand steps; spread of their times. */
export function knownLog(
  examples: readonly Example[],
  known: Workshop,
  truth: Workshop,
  { runs, seed, outliers, spread = 0.25 }: { runs: number; seed: number; outliers: number; spread?: number },
): LoggedRun[] {
  const dice = new Dice(seed);
  const made = new Map<string, number>();
  const plans = examples.map(({ build, reading }) => ({
    build,
    plan: planBuild(build, reading, known),
    real: planBuild(build, reading, truth),
  }));
  return Array.from({ length: runs }, (_, n) => {
    const { build, plan, real } = plans[n % plans.length];
    const before = made.get(build.id) ?? 0;
    made.set(build.id, before + 1);
    const run = newRun(build, plan, known, { id: `run-${n}`, now: n * 1e8, madeBefore: before });
    const events: RunEvent[] = [{ type: 'started', at: n * 1e8 }];
    let at = n * 1e8;
    run.score.steps.forEach((step, index) => {
      const time = real.time.steps[step.id];
      const breaks = time.terms
        .filter((t) => t.number === 'stitch.breakRate')
        .reduce((a, t) => a + t.seconds, 0);
      const seconds =
        step.kind === 'needle'
          ? (time.seconds - breaks) * about(dice, 0.03)
          : time.seconds * learningFactor(before + 1, real.numbers) * about(dice, spread);
      // A phone call, a visitor, a missing pair of scissors.
      const lost = step.kind === 'hand' && dice.chance(outliers) ? dice.between(60, 900) : 0;
      const ms = Math.round(1000 * (seconds + lost));
      at += ms;
      events.push({ type: 'done', at, ms, stepId: step.id, index });
    });
    events.push({ type: 'finished', at, ms: 0 });
    return { run, state: reduceRun(events, stepFacts(run)) };
  });
}
