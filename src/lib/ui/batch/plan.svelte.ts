import { onMount, untrack } from 'svelte';
import type { Workshop } from '$lib/core/workshop';
import { layInWorker, scheduleWatched, surenessInWorker } from '$lib/workers';
import { BatchPlan } from '../state/batch.svelte';
import { showProblem } from '../state/notices';
import { readDemand } from '../state/read-build.svelte';
import { workroom } from '../state/workroom.svelte';

const KEY = 'batch';
let last = { text: '', workshop: null as Workshop | null };
const plain = $derived.by(() => {
  const others = { ...workroom.workshop, orders: [] };
  const text = JSON.stringify(others);
  if (text !== last.text) last = { text, workshop: others };
  return last.workshop ?? others;
});
/** What builds are planned from: an order that is typed changes nothing of it. */
export const withoutOrders = (): Workshop => plain;

/** The batch of this workroom. */
export const plan = new BatchPlan({
  builds: () => workroom.builds,
  runs: () => workroom.log.all,
  movements: () => workroom.movements,
  workshop: withoutOrders,
  orders: () => workroom.workshop.orders,
  numbers: () => workroom.numbers,
  now: () => Date.now(),
  read: readDemand,
  search: scheduleWatched,
  lay: layInWorker,
  sureness: surenessInWorker,
  kept: () => workroom.store.setting(KEY),
  keep: (base, mine) => void workroom.saveSetting(KEY, base, mine),
  tell: showProblem,
});

/** Keeps the plan as orders, builds and runs are, while a page shows it. Called where a component is set up. */
export function followBatch(): void {
  onMount(() => {
    const left = new AbortController();
    void plan.load();
    // How far the orders have come is told by all runs since.
    void workroom.log.readAll(left.signal);
    plan.keepUp();
    const clock = setInterval(() => plan.keepUp(), 30_000);
    return () => {
      clearInterval(clock);
      left.abort();
    };
  });
  $effect(() => void plan.follow());
  $effect(() => {
    void plan.made;
    untrack(() => void plan.lay());
  });
}
/** What somebody of the plan is called. */
export const personName = (id: string): string =>
  workroom.workshop.people.find((p) => p.id === id)?.name ?? (id === 'somebody' ? 'Hands' : id);
