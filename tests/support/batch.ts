import { batchOf, orderProgress, type Batch, type BatchInput } from '$lib/core/batch';
import { roleOverrides } from '$lib/core/build';
import { demandOf, type Demand } from '$lib/core/demand';
import type { LoggedRun } from '$lib/core/log';
import { numbersWith } from '$lib/core/numbers';
import { reduceRun, stepFacts } from '$lib/core/run';
import { readTape } from '$lib/core/tape';
import { readDesign } from '$lib/core/techniques';
import type { CustomerOrder, Workshop } from '$lib/core/workshop';
import { demoWorkroom } from '$lib/demo';

/** The demo's builds as the batch sees them, its log and its workshop. @param now ms */
export function demoFacts(now: number, changed: Partial<Workshop> = {}) {
  const demo = demoWorkroom(now);
  const { builds, runs } = demo;
  const workshop = { ...demo.workshop, ...changed };
  const numbers = numbersWith();
  const demands = builds.map(({ build, tapes }): Demand => {
    const [own, ...others] = tapes.map(({ bytes }, n) => {
      const tape = readTape(bytes);
      if (!tape.ok) throw new Error(tape.problem.message);
      const roles = n ? {} : roleOverrides(build);
      return readDesign(tape.value, { trimJumps: numbers['reading.trimJumps'], roles });
    });
    const inserted = Object.fromEntries(build.insertions.map(({ id }, n) => [id, others[n]]));
    return demandOf(build, { own: own!, inserted }, workshop);
  });
  const logged = runs.map(({ run, events }): LoggedRun => ({
    run,
    state: reduceRun(events, stepFacts(run)),
  }));
  return { workshop, demands, runs: logged, numbers, now };
}
export type DemoFacts = ReturnType<typeof demoFacts>;

/** What a batch of these orders is planned from. */
export function inputOf(facts: DemoFacts, orders: readonly CustomerOrder[]): BatchInput {
  const lines = orderProgress(orders, facts.runs, []).filter(({ order }) => order.closedAt === null);
  return { ...facts, lines, handSpread: 0.25 };
}
export function batchFrom(input: BatchInput): Batch {
  const made = batchOf(input);
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
}
