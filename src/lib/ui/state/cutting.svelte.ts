import {
  asLayoutStock,
  countedPieces,
  gatherPieces,
  shopStock,
  type CutDemand,
  type CutGroup,
} from '$lib/core/cut';
import type { Layout } from '$lib/core/layout';
import type { Build } from '$lib/core/build';
import { planBuild } from '$lib/core/plan';
import { layoutWatched } from '$lib/workers';
import { jobs } from './jobs.svelte';
import { readBuild, readingsOf } from './read-build';
import { workroom } from './workroom.svelte';

/** Seconds spent on the layout of one material. */
const SECONDS = 1.5;

export interface LaidGroup {
  group: CutGroup;
  layout: Layout | null;
  /** what no stock holds, as it would be bought; null when nothing is short */
  toBuy: Layout | null;
}

/** What is to be cut for the chosen builds, and how it lies on the shelf's stock. */
export class Cutting {
  chosen = $state.raw<string[]>([]);
  private demands = $state.raw<CutDemand[]>([]);
  laid = $state.raw<LaidGroup[]>([]);
  edgeToEdge = $state(true);
  status = $state<'idle' | 'working'>('idle');

  readonly groups = $derived(
    gatherPieces(
      this.demands.filter((d) => this.chosen.includes(d.build.id)),
      workroom.workshop.stock,
    ),
  );
  readonly counted = $derived(countedPieces(this.demands.filter((d) => this.chosen.includes(d.build.id))));
  /** a layout belongs to pieces or stock that have changed since */
  readonly outdated = $derived(
    this.laid.some(
      ({ group }) => JSON.stringify(group) !== JSON.stringify(this.groups.find((g) => g.key === group.key)),
    ),
  );
  /** materials that are not laid out, as when it was stopped on the way */
  readonly missing = $derived(
    this.groups.filter((g) => !this.laid.some(({ group }) => group.key === g.key)).length,
  );

  async load() {
    const demands: CutDemand[] = [];
    for (const build of workroom.builds) {
      const demand = await demandOf(build);
      if (demand) demands.push(demand);
    }
    this.demands = demands;
    this.chosen = demands.map((d) => d.build.id);
  }
  toggle(id: string, on: boolean) {
    this.chosen = on ? [...this.chosen, id] : this.chosen.filter((c) => c !== id);
  }

  /** Lays everything out, material by material; can be stopped, and then keeps the best so far. */
  async layOut() {
    const groups = $state.snapshot(this.groups) as CutGroup[];
    this.status = 'working';
    const laid: LaidGroup[] = [];
    await jobs.watch('Laying out', async (tell, signal) => {
      for (const [i, group] of groups.entries()) {
        const show = (layout: Layout | null, toBuy: Layout | null) =>
          (this.laid = [...laid, { group, layout, toBuy }]);
        const request = { edgeToEdge: this.edgeToEdge, gapMm: 0, seconds: signal.aborted ? 0 : SECONDS };
        const pieces = group.pieces.map(({ id, widthMm, heightMm, quantity, mayTurn }) => ({ id, widthMm, heightMm, quantity, mayTurn })); // prettier-ignore
        const layout = group.stock.length
          ? await layoutWatched(
              { ...request, pieces, stock: asLayoutStock(group.stock) },
              (l) => show(l, null),
              signal,
            )
          : null;
        // Stopped before there was any answer: that says nothing about the shelf.
        if (signal.aborted && !layout) break;
        const short = layout
          ? layout.unplaced.flatMap((u) =>
              pieces.filter((p) => p.id === u.pieceId).map((p) => ({ ...p, quantity: u.quantity })),
            )
          : pieces;
        const toBuy = short.length
          ? await layoutWatched(
              { ...request, pieces: short, stock: [shopStock(group.material)] },
              () => undefined,
              signal,
            )
          : null;
        laid.push({ group, layout, toBuy });
        this.laid = [...laid];
        tell((i + 1) / groups.length);
        if (signal.aborted) break;
      }
    });
    this.status = 'idle';
  }
}

async function demandOf(build: Build): Promise<CutDemand | null> {
  const workshop = $state.snapshot(workroom.workshop) as typeof workroom.workshop;
  const read = await readBuild(build);
  if (!read.ok) return null;
  const plan = planBuild(build, read.value.own.reading, workshop, readingsOf(read.value.inserted));
  return {
    build: { id: build.id, name: build.name },
    pieces: plan.pieces,
    scorePieces: plan.score.pieces,
    order: plan.order,
  };
}
