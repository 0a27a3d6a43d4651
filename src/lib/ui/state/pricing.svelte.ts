import { untrack } from 'svelte';
import type { LineProgress } from '$lib/core/batch';
import type { Build } from '$lib/core/build';
import {
  demandFor,
  lineCosts,
  loadOf,
  offcutShares,
  realCost,
  usedGroups,
  type LineCostInput,
  type LineCosts,
  type RealCost,
} from '$lib/core/costing';
import { shopStock } from '$lib/core/cut';
import type { LoggedRun } from '$lib/core/log';
import type { Layout } from '$lib/core/nesting';
import type { Numbers } from '$lib/core/numbers';
import type { CustomerOrder, OrderLine, Workshop } from '$lib/core/workshop';
import { CutDemands, type DemandNeeds } from './cut-demands.svelte';
import { plainPieces, type LayoutNeeds } from './cut-layouts.svelte';

/** What prices stand on. */
export interface PricingNeeds extends DemandNeeds {
  builds: () => readonly Build[];
  runs: () => readonly LoggedRun[];
  /** plain, without orders: the same as long as nothing else in it changes */
  workshop: () => Workshop;
  numbers: () => Numbers;
  layout: LayoutNeeds['layout'];
}
/** Seconds spent on laying out one material as it is sold. */
const SECONDS = 0.3;

/** What the lines of one order cost, and are sold for. */
export class Pricing {
  constructor(private readonly needs: PricingNeeds) {
    this.demands = new CutDemands(needs);
  }
  private readonly demands: CutDemands;
  private order = $state.raw<CustomerOrder | null>(null);
  /** of what must be bought, against what goes into the items; of the order and shelf that it was laid out for */
  private shares = $state.raw<{ of: string; byKey: Record<string, number> } | null>(null);
  readonly problem = $derived.by(() => this.demands.problem);
  readonly isReady = $derived.by(() => this.demands.isReady);

  private demandOf(line: OrderLine) {
    return this.demands.all.find(({ build }) => build.id === line.buildId);
  }
  /** what one line is costed from; null: its build is gone, cannot be read, or is not worked out yet */
  inputOf(line: OrderLine): LineCostInput | null {
    const demand = this.demandOf(line);
    if (!demand || !this.order) return null;
    return {
      demand,
      quantity: line.quantity,
      runs: this.needs.runs(),
      workshop: this.needs.workshop(),
      numbers: this.needs.numbers(),
      pricing: this.order.pricing,
      shares: this.shares?.byKey ?? null,
    };
  }
  /** by the id of a line */
  readonly costs = $derived.by<Readonly<Record<string, LineCosts>>>(() =>
    Object.fromEntries(
      (this.order?.lines ?? []).flatMap((line) => {
        const input = this.inputOf(line);
        return input ? [[line.id, lineCosts(input)]] : [];
      }),
    ),
  );
  /** what lines came to, of which something is done */
  realOf(progress: LineProgress): RealCost | null {
    const costs = this.costs[progress.line.id];
    return costs ? realCost(progress, costs, progress.order.pricing.school, this.needs.numbers()) : null;
  }

  /** Follows an order and its builds as they are now. */
  async follow(order: CustomerOrder | null): Promise<void> {
    // What one order buys says nothing of another.
    if (order?.id !== untrack(() => this.order)?.id) this.shares = null;
    this.order = order;
    const isWanted = (id: string) => order?.lines.some(({ buildId }) => buildId === id);
    const builds = this.needs.builds().filter(({ id }) => isWanted(id));
    await this.demands.follow(builds, this.needs.workshop());
  }
  private round = 0;
  /** Lays out what the order is cut from on what is sold, so that it can be told what must be bought. */
  async layOut(): Promise<void> {
    const { order } = this;
    if (order?.pricing.materials !== 'bought' || !this.isReady) return;
    const workshop = this.needs.workshop();
    const groups = usedGroups(
      order.lines.flatMap((line) => {
        const demand = this.demandOf(line);
        if (!demand) return [];
        const cut = demandFor(demand, loadOf(demand, line.quantity, this.needs.numbers()));
        return [{ ...cut, build: { ...cut.build, id: line.id } }];
      }),
      workshop.stock,
    );
    const of = JSON.stringify([groups, workshop.sold, workshop.stock, workshop.unit]);
    if (untrack(() => this.shares)?.of === of) return;
    const mine = ++this.round;
    const layouts: Record<string, Layout> = {};
    for (const group of groups) {
      const { key, material } = group;
      const found = await this.needs.layout(
        {
          pieces: plainPieces(group),
          stock: [shopStock(material, workshop.stock, workshop.sold)],
          edgeToEdge: true,
          gapMm: 0,
          seconds: SECONDS,
        },
        () => undefined,
        new AbortController().signal,
      );
      if (mine !== this.round) return;
      if (!found.ok) return this.needs.tell(found.problem);
      if (found.value) layouts[key] = found.value;
    }
    this.shares = { of, byKey: offcutShares(groups, layouts, workshop) };
  }
}
