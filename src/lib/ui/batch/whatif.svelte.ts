import { batchOf, buildVariants, latenessOf, whatIfs, type Batch, type WhatIf } from '$lib/core/batch';
import type { KeptOrder } from '$lib/core/schedule';
import { layInWorker, scheduleWatched, surenessInWorker } from '$lib/workers';
import { jobs } from '../state/jobs.svelte';
import { readDemand } from '../state/read-build.svelte';
import { workroom } from '../state/workroom.svelte';
import { plan } from './plan.svelte';

/** What would come of something that was otherwise. Seconds from the plan's beginning; shares 0-1. */
export interface Outcome {
  id: WhatIf['id'];
  title: string;
  finishS: number;
  lateS: number;
  p90S: number;
  late: number;
  hours: number | null;
}
/** Looked for so long each, from the plan that there is, s. */
const SECONDS = 1.2;

class Ifs {
  outcomes = $state.raw<readonly Outcome[]>([]);
  /** the plan that they stand beside: another one makes them old */
  private of = $state.raw<unknown>(null);
  readonly isOld = $derived.by(() => this.outcomes.length > 0 && this.of !== plan.schedule);

  /** Tries one after the other; each is shown when it is known, and it can be stopped in between. */
  async tryAll(): Promise<void> {
    const { batch, schedule, input } = plan;
    if (!batch || !schedule) return;
    this.outcomes = [];
    this.of = schedule;
    const all = whatIfs(input, batch, schedule.order);
    const variants = buildVariants(workroom.builds, input.demands, batch.hoopings, input.workshop.machines);
    await jobs.watch('What if', async (tell, signal) => {
      for (const variant of variants) {
        const demand = await readDemand(variant.build, plan.workshop);
        if (!demand.ok) continue;
        const demands = input.demands.map((d) => (d.build.id === demand.value.build.id ? demand.value : d));
        const made = batchOf({ ...input, demands });
        if (made.ok) all.push({ ...variant, batch: made.value, hours: null, order: null });
      }
      for (const [n, what] of all.entries()) {
        tell(n / all.length);
        const found = what.order
          ? await layInWorker(what.batch.task, what.order)
          : await this.search(what.batch, schedule.order, signal);
        if (signal.aborted) return;
        if (!found.ok) continue;
        const sure = await surenessInWorker(what.batch, found.value.order, false);
        if (signal.aborted || !sure.ok) return;
        const { finishS } = found.value;
        const { lateS } = latenessOf(what.batch, found.value);
        const { p90S, late } = sure.value;
        const { id, title, hours } = what;
        this.outcomes = [...this.outcomes, { id, title, hours, finishS, lateS, p90S, late }];
      }
    });
  }
  private search({ task }: Batch, from: KeptOrder, signal: AbortSignal) {
    return scheduleWatched(task, SECONDS, from, () => undefined, signal);
  }
}
export const ifs = new Ifs();
