import { untrack } from 'svelte';
import type { CustomerOrder } from '$lib/core/workshop';
import { layoutWatched } from '$lib/workers';
import { showProblem } from '../state/notices';
import { Pricing } from '../state/pricing.svelte';
import { readDemand } from '../state/read-build.svelte';
import { workroom } from '../state/workroom.svelte';
import { withoutOrders } from './plan.svelte';

/** What the order that is looked at costs. */
export const pricing = new Pricing({
  builds: () => workroom.builds,
  runs: () => workroom.log.all,
  workshop: withoutOrders,
  numbers: () => workroom.numbers,
  read: readDemand,
  layout: layoutWatched,
  tell: showProblem,
});
/** Prices an order while a page shows it. Called where a component is set up. */
export function followPrices(order: () => CustomerOrder | null): void {
  $effect(() => void pricing.follow(order()));
  $effect(() => {
    void [order(), pricing.isReady, withoutOrders()];
    untrack(() => void pricing.layOut());
  });
}
