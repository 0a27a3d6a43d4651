import { latticesOf } from '$lib/core/arrange';
import { areaOf, boxOf, lyingPath, middleOf, turnedPath, unionOf } from '$lib/core/base';
import { MOST_REPEATS, type Build } from '$lib/core/build';
import {
  clearanceOf,
  laidPlaces,
  movedWithin,
  placesOf,
  repeatGap,
  type HoopFit,
  type ItemPlace,
} from '$lib/core/hoop';
import type { BuildPlan } from '$lib/core/plan';
import { popsOut } from '$lib/core/score';
import type { Hoop, Machine } from '$lib/core/workshop';
import { WAYS, type HoopWays, type WayId } from './hoop-ways.svelte';

/** What the hoop stands on: an open build, and how many of it go in by which way. */
export interface HoopTableNeeds {
  build: () => Build;
  plan: () => BuildPlan;
  ways: HoopWays;
  change: (next: Partial<Build>) => void;
}

/** Where the items of an open build lie in its hoop, as it is or as a way would have it; and what the maker moves. mm */
export class HoopTable {
  constructor(private readonly needs: HoopTableNeeds) {}

  /** the way that is looked at; `now`: what the build has */
  chosen = $state<WayId | 'now'>('now');
  /** between two, as the maker has typed it; null: by how they are parted */
  private ownGapMm = $state<number | null>(null);

  private readonly hooping = $derived.by(() => this.needs.plan().hooping);
  readonly field = $derived(this.hooping.field);
  /** between two where nobody has typed it */
  private readonly usualGapMm = $derived.by(() => {
    const { score, numbers } = this.needs.plan();
    return repeatGap(popsOut(score), numbers);
  });
  get gapMm(): number {
    return this.ownGapMm ?? this.usualGapMm;
  }
  set gapMm(mm: number) {
    this.ownGapMm = mm;
  }
  /** what the way that is looked at has found */
  readonly found = $derived.by(() =>
    this.chosen === 'now' ? undefined : this.needs.ways.found[this.chosen],
  );
  /** each way that has found something yet, and how often the order fills the hoop by it; null: nothing fits */
  readonly offers = $derived.by(() =>
    WAYS.flatMap((way) => {
      const count = this.needs.ways.found[way]?.placements.length;
      if (count === undefined) return [];
      const { ownDesigns } = this.needs.plan().order;
      return [{ way, count, hoopings: count ? Math.ceil(ownDesigns / count) : null }];
    }),
  );
  /** what the build has; null: its items do not fit */
  readonly now = $derived<readonly ItemPlace[] | null>(this.hooping.repeats?.places ?? null);
  readonly isLaid = $derived.by(() => laidPlaces(this.needs.build(), this.hooping.hoop.id) !== null);
  readonly places = $derived<readonly ItemPlace[]>(this.found ? placesOf(this.found) : (this.now ?? []));
  /** the numbers to type for them; null: they lie in no rows */
  readonly lattices = $derived(latticesOf(this.places));
  /** each item where it lies */
  readonly items = $derived.by(() => {
    const { outline } = this.needs.ways;
    return outline ? this.places.map((place) => ({ place, path: lyingPath(outline, place) })) : [];
  });
  /** the box round all that lies */
  readonly trace = $derived(this.items.length ? unionOf(this.items.map(({ path }) => boxOf(path))) : null);
  readonly clearance = $derived(this.trace && clearanceOf(this.trace, this.field));
  /** from the middle of the field to that of all that lies, where it may be moved */
  readonly middle = $derived.by(() => {
    if (!this.trace || this.chosen !== 'now') return null;
    const { x, y } = middleOf(this.trace);
    return { x: level(x), y: level(y) };
  });
  /** the share of the field under which no item lies */
  readonly bare = $derived.by(() => {
    const { outline } = this.needs.ways;
    if (!outline || !this.places.length) return null;
    return 1 - (this.places.length * areaOf(outline)) / (this.field.width * this.field.height);
  });

  /** places of the order's last hooping, where that is not full */
  readonly lastPlaces = $derived.by(() => {
    const { hoopings, lastHooping, inHooping, inTape } = this.needs.plan().order;
    const isFull = hoopings < 2 || lastHooping >= inHooping;
    return isFull ? [] : (this.now ?? []).slice(0, Math.ceil(lastHooping / inTape));
  });

  /** Lays what the way that is looked at has found. */
  take() {
    if (this.found) this.lay(placesOf(this.found), this.gapMm);
  }
  /** Takes places as the maker's own. @param more what changes with them */
  private lay(places: readonly ItemPlace[], gapMm: number, more: Partial<Build> = {}) {
    const { outline } = this.needs.ways;
    if (!outline || !places.length) return;
    const some = places.slice(0, MOST_REPEATS);
    this.needs.change({
      order: { ...this.needs.build().order, repeats: some.length },
      hooping: {
        hoopId: more.hoopId ?? this.hooping.hoop.id,
        outline: outline.map(({ x, y }) => [round(x), round(y)]),
        gapMm,
        places: some.map((p) => ({ x: round(p.x), y: round(p.y), turnDeg: round(p.turnDeg) })),
      },
      ...more,
    });
    this.chosen = 'now';
  }
  /** The same items at other places: what was asked for between them stays. */
  private shift(places: readonly ItemPlace[]) {
    this.lay(places, this.isLaid ? (this.needs.build().hooping?.gapMm ?? 0) : this.usualGapMm);
  }
  /** Lays so many items at places that were worked out for them. */
  put(places: readonly ItemPlace[]) {
    this.lay(places, 0);
  }
  /** Columns and rows again. */
  workOut() {
    this.needs.change({ hooping: null });
  }
  /** Another hoop; a single item that goes in at an angle alone is laid so. What was laid in the other stays known. */
  choose(hoop: Hoop, machine: Machine, fit: HoopFit) {
    const { outline } = this.needs.ways;
    const to = { hoopId: hoop.id, machineId: machine.id };
    const isAskew = fit.fits && fit.turnDeg % 90 !== 0;
    this.chosen = 'now';
    if (!outline || !isAskew || this.needs.build().order.repeats > 1) return this.needs.change(to);
    const { x, y } = middleOf(boxOf(turnedPath(outline, fit.turnDeg)));
    this.lay([{ x: -x, y: -y, turnDeg: fit.turnDeg }], this.usualGapMm, to);
  }
  /** Moves all that lies, as far as the field goes. */
  move(dx: number, dy: number) {
    const { now, trace, field } = this;
    if (!trace || !now || this.chosen !== 'now') return;
    const paths = this.items.map(({ path }) => path);
    const places = movedWithin(now, paths, field, { dx, dy });
    if (places.some((p, i) => round(p.x) !== round(now[i]?.x ?? 0) || round(p.y) !== round(now[i]?.y ?? 0)))
      this.shift(places);
  }
  /** Moves it so that its middle lies there. */
  moveTo(to: { x?: number; y?: number }) {
    const { middle } = this;
    if (middle) this.move((to.x ?? middle.x) - middle.x, (to.y ?? middle.y) - middle.y);
  }
  /** Turns a single item about the middle of its design. */
  turn(turnDeg: number) {
    const [only] = this.now ?? [];
    if (only) this.shift([{ ...only, turnDeg }]);
  }
}

/** An outline is drawn with chords: less than this off the middle is on it, mm. */
const ON_MIDDLE = 0.2;
const level = (mm: number) => (Math.abs(mm) < ON_MIDDLE ? 0 : round(mm));
const round = (value: number) => Math.round(value * 100) / 100;
