import { latticeOf } from '$lib/core/arrange';
import { boxOf, turnedPath, unionOf, type Path } from '$lib/core/base';
import { MOST_REPEATS, type Build } from '$lib/core/build';
import { laidPlaces, type HoopFit, type ItemPlace } from '$lib/core/hoop';
import type { BuildPlan } from '$lib/core/plan';
import type { Hoop } from '$lib/core/workshop';
import { movedWithin, placesOf } from '../hoop/places';
import type { HoopWays, WayId } from './hoop-ways.svelte';

/** What the hoop stands on: an open build, and how many of it go in by which way. */
export interface HoopTableNeeds {
  build: () => Build;
  plan: () => BuildPlan;
  ways: HoopWays;
  /** between two items, mm */
  gapMm: () => number;
  change: (next: Partial<Build>) => void;
}

/** Where the items of an open build lie in its hoop, as it is or as a way would have it; and what the maker moves. mm */
export class HoopTable {
  constructor(private readonly needs: HoopTableNeeds) {}

  /** the way that is looked at; `now`: what the build has */
  chosen = $state<WayId | 'now'>('now');

  private readonly hooping = $derived.by(() => this.needs.plan().hooping);
  readonly field = $derived(this.hooping.field);
  /** what the way that is looked at has found */
  readonly found = $derived.by(() =>
    this.chosen === 'now' ? undefined : this.needs.ways.found[this.chosen],
  );
  /** what the build has; null: its items do not fit */
  readonly now = $derived<readonly ItemPlace[] | null>(this.hooping.repeats?.places ?? null);
  readonly isLaid = $derived.by(() => laidPlaces(this.needs.build(), this.hooping.hoop.id) !== null);
  readonly places = $derived<readonly ItemPlace[]>(this.found ? placesOf(this.found) : (this.now ?? []));
  /** the numbers to type for them; null: they lie in no rows */
  readonly grid = $derived(latticeOf(this.places));
  /** the box round all that lies */
  readonly trace = $derived.by(() => {
    const { outline } = this.needs.ways;
    return outline && this.places.length ? unionOf(this.places.map((p) => boxOf(lying(outline, p)))) : null;
  });
  /** from the middle of the field to that of all that lies, where it may be moved */
  readonly middle = $derived.by(() => {
    const { trace } = this;
    if (!trace || this.chosen !== 'now') return null;
    return { x: level((trace.minX + trace.maxX) / 2), y: level((trace.minY + trace.maxY) / 2) };
  });
  /** the share of the field under which no item lies */
  readonly bare = $derived.by(() => {
    const { outline } = this.needs.ways;
    if (!outline || !this.places.length) return null;
    return 1 - (this.places.length * areaOf(outline)) / (this.field.width * this.field.height);
  });

  /** Takes places as the maker's own. @param more what changes with them */
  lay(places: readonly ItemPlace[], more: Partial<Build> = {}) {
    const { outline } = this.needs.ways;
    if (!outline || !places.length) return;
    const some = places.slice(0, MOST_REPEATS);
    this.needs.change({
      order: { ...this.needs.build().order, repeats: some.length },
      hooping: {
        hoopId: more.hoopId ?? this.hooping.hoop.id,
        outline: outline.map(({ x, y }) => [round(x), round(y)]),
        gapMm: this.needs.gapMm(),
        places: some.map((p) => ({ x: round(p.x), y: round(p.y), turnDeg: round(p.turnDeg) })),
      },
      ...more,
    });
    this.chosen = 'now';
  }
  /** Columns and rows again. */
  workOut() {
    this.needs.change({ hooping: null });
  }
  /** Another hoop; a single item that goes in at an angle alone is laid so. */
  choose(hoop: Hoop, fit: HoopFit) {
    const { outline } = this.needs.ways;
    const to = { hoopId: hoop.id, machineId: hoop.machineId };
    const isAskew = fit.fits && fit.turnDeg % 90 !== 0;
    this.chosen = 'now';
    if (!outline || !isAskew || this.needs.build().order.repeats > 1)
      return this.needs.change({ ...to, hooping: null });
    const box = boxOf(turnedPath(outline, fit.turnDeg));
    this.lay([{ x: -(box.minX + box.maxX) / 2, y: -(box.minY + box.maxY) / 2, turnDeg: fit.turnDeg }], to);
  }
  /** Moves all that lies, as far as the field goes. */
  move(dx: number, dy: number) {
    if (this.trace && this.now && this.chosen === 'now')
      this.lay(movedWithin(this.now, this.trace, this.field, dx, dy));
  }
  /** Turns a single item about the middle of its design. */
  turn(turnDeg: number) {
    const [only] = this.now ?? [];
    if (only) this.lay([{ ...only, turnDeg }]);
  }
}

/** An outline where an item lies. */
export const lying = (outline: Path, { x, y, turnDeg }: ItemPlace): Path =>
  turnedPath(outline, turnDeg).map((p) => ({ x: p.x + x, y: p.y + y }));
/** An outline is drawn with chords: less than this off the middle is on it, mm. */
const ON_MIDDLE = 0.2;
const level = (mm: number) => (Math.abs(mm) < ON_MIDDLE ? 0 : round(mm));
const round = (value: number) => Math.round(value * 100) / 100;
/** Enclosed by a polygon, mm². */
function areaOf(path: Path): number {
  let twice = 0;
  let before = path.at(-1);
  for (const p of path) {
    if (before) twice += before.x * p.y - p.x * before.y;
    before = p;
  }
  return Math.abs(twice) / 2;
}
