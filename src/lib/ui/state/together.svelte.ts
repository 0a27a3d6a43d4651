import type { Arrangement, MayTurn } from '$lib/core/arrange';
import { boxOf, count, fail, itemAt, lyingPath, unionOf, type Problem } from '$lib/core/base';
import { MOST_REPEATS } from '$lib/core/build';
import { clearanceOf, hoopField, shapeOfItem, type ItemPlace } from '$lib/core/hoop';
import { numbersWith } from '$lib/core/numbers';
import type { BuildPlan } from '$lib/core/plan';
import { thingInHoop } from '$lib/core/thing';
import { againstEachOther, clashesOf, piecesAt, freePlace, snapped, type Snap } from '$lib/core/together';
import type { Hoop, Machine, SharedHooping, SharedPart, Workshop } from '$lib/core/workshop';
import type { Tape } from '$lib/core/tape';
import type { Arranging } from './arranging.svelte';
import { UndoSteps } from './undo-steps.svelte';
import type { KnownBuilds } from './known-builds.svelte';
import { partsHere, tapeOf } from './together-parts';

/** What a shared hooping stands on. */
export interface TogetherNeeds {
  hooping: () => SharedHooping | undefined;
  known: KnownBuilds;
  workshop: () => Workshop;
  /** settles when it is stored */
  change: (next: SharedHooping) => Promise<void>;
  search: Arranging;
  tell: (problem: Problem) => void;
  note: (text: string) => void;
}
/** One item of the hooping: of which part, and which of its places. */
export interface ItemAt {
  part: number;
  n: number;
}
const isSame = (a: ItemAt | null, b: ItemAt) => a?.part === b.part && a.n === b.n;

/** An item that is dragged is pulled onto what is so near, mm. */
const PULL = 4;

/** Items of several builds in one hoop: where each lies, what is in its way, and what the maker does about it. mm */
export class Together {
  constructor(private readonly needs: TogetherNeeds) {}

  chosen = $state.raw<ItemAt | null>(null);
  /** under way with the pointer: where it would lie, and what it is pulled onto */
  private dragged = $state.raw<{ item: ItemAt; place: ItemPlace; snap: Snap } | null>(null);
  mayTurn = $state<MayTurn>('quarter');

  private readonly history = new UndoSteps<SharedHooping>();
  /** changed and not stored yet */
  private mine = $state.raw<SharedHooping | null>(null);
  readonly hooping = $derived.by(() => this.mine ?? this.needs.hooping());
  readonly hoop = $derived.by(() => {
    const { hoops } = this.needs.workshop();
    return hoops.find((h) => h.id === this.hooping?.hoopId) ?? itemAt(hoops, 0);
  });
  readonly machine = $derived.by(() => {
    const { machines } = this.needs.workshop();
    return machines.find((m) => m.id === this.hooping?.machineId) ?? itemAt(machines, 0);
  });
  private readonly numbers = $derived.by(() => numbersWith(this.needs.workshop().numbers));
  readonly field = $derived(hoopField(this.hoop, this.machine, this.numbers, { width: 0, height: 0 }));
  /** each build as it is sewn here */
  readonly parts = $derived.by(() =>
    this.hooping ? partsHere(this.hooping, this.needs.known, this.needs.workshop()) : [],
  );
  readonly planned = $derived(this.parts.flatMap(({ planned }) => planned ?? []));
  readonly isRead = $derived(this.parts.every(({ planned }) => planned !== null));
  /** all items where they lie, as the pointer holds them or as they were found */
  readonly items = $derived.by(() =>
    this.parts.flatMap(({ part, known, planned }, p) => {
      if (!known) return [];
      return this.placesOf(part.id, p).map((place, n, { length: many }) => {
        const at = { part: p, n };
        const { thing, name } = known.build;
        const [on] = thing?.places ?? [];
        return {
          at,
          name,
          many,
          place,
          path: lyingPath(known.outline, place),
          cloth: thing && on ? thingInHoop(thing, on, place) : null,
          pieces: planned ? piecesAt(planned, place) : [],
          isChosen: isSame(this.chosen, at),
        };
      });
    }),
  );
  readonly clashes = $derived(clashesOf(this.items, this.field, this.hooping?.gapMm ?? 0));
  readonly against = $derived(againstEachOther(this.planned));
  readonly trace = $derived(this.items.length ? unionOf(this.items.map(({ path }) => boxOf(path))) : null);
  readonly clearance = $derived(this.trace && clearanceOf(this.trace, this.field));
  /** lines that the item under the pointer was pulled onto */
  readonly snap = $derived(this.dragged?.snap ?? null);
  readonly chosenItem = $derived(this.items.find(({ isChosen }) => isChosen) ?? null);
  get canUndo(): boolean {
    return this.history.canUndo;
  }
  get canRedo(): boolean {
    return this.history.canRedo;
  }

  private placesOf(id: string, part: number): readonly ItemPlace[] {
    const { found } = this.needs.search;
    if (found)
      return found.placements.flatMap((p) =>
        p.shapeId === id ? [{ x: p.xMm, y: p.yMm, turnDeg: p.turnDeg }] : [],
      );
    const { dragged } = this;
    const places = this.hooping?.parts[part]?.places ?? [];
    return places.map((place, n) => (dragged && isSame(dragged.item, { part, n }) ? dragged.place : place));
  }

  /** Reads those builds that are not read yet, or have other stitches now. */
  async readAll() {
    for (const { id } of this.hooping?.parts ?? []) await this.needs.known.read(id);
  }

  /** Every change is one step that can be taken back. */
  private take(change: Partial<SharedHooping>) {
    const { hooping } = this;
    if (!hooping) return;
    this.history.note(hooping);
    void this.store({ ...hooping, ...change });
  }
  undo() {
    this.goTo((now) => this.history.back(() => now));
  }
  redo() {
    this.goTo((now) => this.history.again(() => now));
  }
  private goTo(to: (now: SharedHooping) => SharedHooping | null) {
    const next = this.hooping && to(this.hooping);
    this.chosen = null;
    if (next) void this.store(next);
  }
  private async store(next: SharedHooping) {
    this.mine = next;
    await this.needs.change(next);
    if (this.mine === next) this.mine = null;
  }

  rename(name: string) {
    this.take({ name });
  }
  setTimes(times: number) {
    this.take({ times });
  }
  setGap(gapMm: number) {
    this.take({ gapMm });
  }
  setHoop(hoop: Hoop, machine: Machine) {
    this.take({ hoopId: hoop.id, machineId: machine.id });
  }
  /** One more item of a build, where there is room for it; else in the middle, where it is seen to be too much. */
  async add(buildId: string) {
    const known = await this.needs.known.read(buildId);
    const { hooping } = this;
    if (!known || !hooping) return;
    if (!known.outline.length) return this.needs.tell(sizeless(known.build.name));
    const laid = this.items.map(({ path }) => path);
    const free = freePlace(known.outline, laid, this.field, hooping.gapMm);
    const place = rounded(free ?? { x: 0, y: 0, turnDeg: 0 });
    const at = hooping.parts.findIndex(({ id }) => id === buildId);
    if (laid.length >= MOST_REPEATS) return this.needs.tell(full);
    const parts =
      at < 0
        ? [...hooping.parts, { id: buildId, places: [place] }]
        : hooping.parts.map((p, i) => (i === at ? { ...p, places: [...p.places, place] } : p));
    this.take({ parts });
    const part = at < 0 ? parts.length - 1 : at;
    this.chosen = { part, n: itemAt(parts, part).places.length - 1 };
  }
  /** Takes an item out; with its last one the build. */
  remove({ part, n }: ItemAt) {
    const parts = (this.hooping?.parts ?? []).flatMap((p, i) => {
      const places = i === part ? p.places.filter((_, k) => k !== n) : p.places;
      return places.length ? [{ ...p, places }] : [];
    });
    this.take({ parts });
    this.chosen = null;
  }
  /** Takes the last item of a build out. */
  removeOne(part: number) {
    const many = this.hooping?.parts[part]?.places.length ?? 0;
    if (many) this.remove({ part, n: many - 1 });
  }
  /** A build is sewn so much earlier or later. */
  reorder(part: number, by: -1 | 1) {
    const parts = [...(this.hooping?.parts ?? [])];
    const [moved] = parts.splice(part, 1);
    if (!moved) return;
    parts.splice(part + by, 0, moved);
    this.take({ parts });
    this.chosen = null;
  }
  /** Puts an item elsewhere, by any of its figures. */
  put({ part, n }: ItemAt, change: Partial<ItemPlace>) {
    const parts = (this.hooping?.parts ?? []).map((p, i) =>
      i === part
        ? { ...p, places: p.places.map((place, k) => (k === n ? rounded({ ...place, ...change }) : place)) }
        : p,
    );
    if (JSON.stringify(parts) !== JSON.stringify(this.hooping?.parts)) this.take({ parts });
  }
  /** By arrows. */
  move(item: ItemAt, dx: number, dy: number) {
    const place = this.hooping?.parts[item.part]?.places[item.n];
    if (place) this.put(item, { x: place.x + dx, y: place.y + dy });
  }
  turn(item: ItemAt, by: number) {
    const place = this.hooping?.parts[item.part]?.places[item.n];
    if (place) this.put(item, { turnDeg: (place.turnDeg + by) % 360 });
  }
  /** The pointer holds an item so far from where it lay. @param free pulled onto nothing */
  drag(item: ItemAt, dx: number, dy: number, free: boolean) {
    const place = this.hooping?.parts[item.part]?.places[item.n];
    const known = this.needs.known.of(this.hooping?.parts[item.part]?.id);
    if (!place || !known || !this.hooping) return;
    const to = { ...place, x: place.x + dx, y: place.y + dy };
    const others = this.items.flatMap(({ at, path }) => (isSame(item, at) ? [] : [boxOf(path)]));
    const box = boxOf(lyingPath(known.outline, to));
    const snap = snapped(box, others, this.field, this.hooping.gapMm, free ? 0 : PULL);
    this.dragged = { item, place: { ...to, x: to.x + snap.dx, y: to.y + snap.dy }, snap };
  }
  /** It lies where it was dragged to. */
  drop() {
    const { dragged } = this;
    this.dragged = null;
    if (dragged) this.put(dragged.item, dragged.place);
  }
  /** It goes back to where it lay. */
  letGo() {
    this.dragged = null;
  }

  /** Lays all items as they fit best by their outlines; what finds no room is taken out, and told. */
  layBest() {
    return this.lay((part) => part.places.length);
  }
  /** The same with as many of each build as are still to be made. */
  fill() {
    return this.lay((part, at) => Math.max(part.places.length, this.openOf(at) ?? 0));
  }
  /** Designs of a build that its order still waits for; null: it is not read yet. */
  openOf(at: number): number | null {
    const { known, planned } = this.parts[at] ?? {};
    if (!known || !planned) return null;
    const { designs, inTape } = planned.plan.order;
    return Math.max(0, Math.min(MOST_OF_ONE, designs - Math.floor(known.made / inTape)));
  }
  private async lay(many: (part: SharedPart, at: number) => number) {
    const { hooping, field } = this;
    if (!hooping?.parts.length) return;
    const shapes = this.parts.flatMap(({ part, known }, at) =>
      known
        ? [{ id: part.id, ...shapeOfItem(known.outline), mayTurn: this.mayTurn, quantity: many(part, at) }]
        : [],
    );
    const found = await this.needs.search.look(
      {
        field: { widthMm: field.width, heightMm: field.height, oval: field.oval },
        insetMm: field.inset,
        gapMm: hooping.gapMm,
        way: 'best',
        shapes,
      },
      MOST_OF_ONE,
    );
    if (found) this.takeFound(found);
  }
  private takeFound({ placements, because }: Arrangement) {
    const before = this.hooping?.parts ?? [];
    if (because) return this.needs.note(because);
    const parts = before.flatMap((part) => {
      const { id } = part;
      // A build that cannot be read was not looked for.
      if (!this.needs.known.of(id)) return [part];
      const places = placements.flatMap((p) =>
        p.shapeId === id ? [rounded({ x: p.xMm, y: p.yMm, turnDeg: p.turnDeg })] : [],
      );
      return places.length ? [{ id, places }] : [];
    });
    this.take({ parts });
    this.chosen = null;
    const out = before.flatMap(({ id, places }) => {
      const lacking = places.length - (parts.find((p) => p.id === id)?.places.length ?? 0);
      return lacking > 0 ? [`${lacking} ${this.needs.known.of(id)?.build.name ?? ''}`] : [];
    });
    if (out.length) this.needs.note(`No room was found for ${out.join(' and ')}; Undo brings all back.`);
  }
  /** each build with its tape, as it is sewn here */
  taped(): { plan: BuildPlan; tape: Tape }[] {
    return this.parts.flatMap(({ known, planned }) =>
      known && planned ? [{ plan: planned.plan, tape: tapeOf(known) }] : [],
    );
  }
  /** so many items of so many builds, in words */
  readonly words = $derived(
    `${count(this.items.length, 'item')} of ${count(this.hooping?.parts.length ?? 0, 'build')}`,
  );
}
/** Of one build a search lays no more. */
const MOST_OF_ONE = 100;
const rounded = ({ x, y, turnDeg }: ItemPlace): ItemPlace => ({
  x: round(x),
  y: round(y),
  turnDeg: round(turnDeg),
});
const round = (mm: number) => Math.round(mm * 100) / 100;
const { problem: full } = fail(
  'too-many',
  `A hooping holds no more than ${MOST_REPEATS} items.`,
  'Take some out, or begin another hooping.',
);
const sizeless = (name: string): Problem =>
  fail(
    'no-size',
    `Nobody has said how large ${name} is, so it cannot be laid beside others.`,
    'Type its width and height with its stops, or lay it onto its tape.',
  ).problem;
