import { onMount } from 'svelte';
import { waitingBobbins } from '$lib/core/log';
import type { PieceShape } from '$lib/core/template';
import { layoutWatched } from '$lib/workers';
import { Cutting } from '../state/cutting.svelte';
import { jobs } from '../state/jobs.svelte';
import { showProblem } from '../state/notices';
import { readDemand } from '../state/read-build.svelte';
import { workroom } from '../state/workroom.svelte';

const KEY = 'cutting';
// One object as long as nothing in it changes: what follows it is not worked out for nothing.
const workshop = $derived(workroom.workshop);

/** The cutting table of this workroom. */
export const cutting = new Cutting({
  builds: () => workroom.builds,
  workshop: () => workshop,
  numbers: () => workroom.numbers,
  movements: () => workroom.movements,
  woundBobbins: () => waitingBobbins(workroom.workshop, workroom.log.all),
  read: readDemand,
  layout: layoutWatched,
  watch: (what, work) => jobs.watch(what, work),
  changeBuild: (id, change) => workroom.changeBuild(id, change),
  moveStock: (movement) => workroom.moveStock(movement),
  undoMovement: (id) => workroom.undoMovement(id),
  kept: () => workroom.store.setting(KEY),
  keep: (base, mine) => void workroom.saveSetting(KEY, base, mine),
  onKept: (heard) => workroom.onSetting(KEY, heard),
  tell: showProblem,
});

/** Keeps the pieces as builds and workshop are, while a page shows them. Called where a component is set up. */
export function followWorkroom(): void {
  onMount(() => void cutting.load());
  $effect(() => void cutting.follow());
}

/** The drawing of a piece of a layout, rectangles too; null when its build is no longer among the orders. */
export function anyShape(pieceId: string): PieceShape | null {
  const split = pieceId.indexOf(':');
  const order = cutting.orders.find(({ build }) => build.id === pieceId.slice(0, split));
  return order?.shapes[pieceId.slice(split + 1)] ?? null;
}
/** The outline of a piece that is cut to its shape; null for rectangles. */
export function shapeOf(pieceId: string): PieceShape | null {
  const shape = anyShape(pieceId);
  return shape?.preCut ? shape : null;
}
