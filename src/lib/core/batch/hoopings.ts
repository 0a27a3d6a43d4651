import { itemAt } from '../base';
import type { Demand } from '../demand';
import type { Numbers } from '../numbers';
import { chanceOfEnough, itemsToLoad, ownLots, type Lot } from '../order';
import type { SharedHooping } from '../workshop';
import { byDue, type LineProgress } from './progress';

/** What a build has in a hooping. */
export interface HoopingPart {
  buildId: string;
  /** times its tape is sewn in it */
  designs: number;
  /** so many items of the build are made before it */
  madeBefore: number;
}
/** A hooping that is still to be begun, or is under way. */
export interface BatchHooping {
  /** of the build and how many are left with it: it keeps its id while those before it are sewn */
  id: string;
  /** of the first, where several builds share it */
  buildId: string;
  name: string;
  machineId: string;
  hoopId: string | null;
  /** build after build */
  parts: HoopingPart[];
  /** the hooping of the workroom that several builds share; null: a build's own */
  sharedId: string | null;
  /** items that come out */
  items: number;
  /** hoops that are filled and served one after the other, for heads that sew one design together */
  fillings: number;
  /** lines that its items are for, in their order; ids of order and line */
  lines: string[];
  /** names of its items, where they have some */
  names: string[];
  /** day and hour by the clock; null: whenever */
  due: string | null;
  /** under way */
  runId: string | null;
}
/** An order's line, named. */
export const lineKey = ({ order, line }: Pick<LineProgress, 'order' | 'line'>): string =>
  `${order.id}/${line.id}`;
type Needing = Pick<Demand, 'build' | 'sewing' | 'order'>;

/** What the lines of one build still need: all fill its hoopings together, the earliest due first, with the spares of each. */
export class Need {
  private readonly inTurn: readonly LineProgress[];
  /** up to which item to be loaded each line reaches */
  private readonly reaches: readonly number[];
  private readonly names: readonly string[];
  /** items that a hooping is planned for already */
  private planned = 0;
  /** by line: how many are wanted up to it, and items that are loaded by the end of its last hooping */
  private readonly wanted: number[] = [];
  private readonly loaded: number[] = [];
  private readonly inWork: number;
  private readonly reject: number;

  /** @param made items of the build that were made before */
  constructor(
    readonly demand: Needing,
    lines: readonly LineProgress[],
    private readonly made: number,
    numbers: Numbers,
  ) {
    this.inTurn = lines.toSorted(byDue);
    this.inWork = lines.reduce((sum, l) => sum + l.inWork, 0);
    this.reject = numbers['order.rejectRate'] / 100;
    let wanted = 0;
    this.reaches = this.inTurn.map(({ line, done }) => {
      wanted += Math.max(0, line.quantity - done);
      this.wanted.push(wanted);
      const load = wanted ? itemsToLoad(wanted, this.reject, numbers['order.confidence'] / 100) : 0;
      // What is under way already may be spoiled too.
      return Math.max(0, load - this.inWork);
    });
    this.names = this.inTurn.flatMap(({ line, done, inWork: n }) => line.names.slice(done + n));
  }
  /** times that its tape must still be sewn */
  get designs(): number {
    return Math.max(0, Math.ceil(((this.reaches.at(-1) ?? 0) - this.planned) / this.demand.order.inTape));
  }
  /** How likely enough are good of all that is loaded for a line and those before it, 0-1. */
  chanceOf({ order, line }: Pick<LineProgress, 'order' | 'line'>): number {
    const l = this.inTurn.findIndex((own) => own.order === order && own.line === line);
    const loaded = this.inWork + (this.loaded[l] ?? 0);
    // Of thousands as many come out good as are expected, and that is what is loaded for.
    return chanceOfEnough(loaded, this.wanted[l] ?? 0, this.reject) ?? 1;
  }
  /** The next so many of them, for a hooping. */
  take(designs: number) {
    const items = designs * this.demand.order.inTape;
    const [from, to] = [this.planned, this.planned + items];
    this.planned = to;
    const own = this.inTurn.filter((_, l) => {
      const isFor = from < itemAt(this.reaches, l) && to > (this.reaches[l - 1] ?? 0);
      if (isFor) this.loaded[l] = to;
      return isFor;
    });
    return {
      part: { buildId: this.demand.build.id, designs, madeBefore: this.made + from },
      items,
      lines: own.map(lineKey),
      names: this.names.slice(from, to),
      due: earliest(own.map(({ line }) => line.due)),
    };
  }
}
const earliest = (dues: readonly (string | null)[]): string | null =>
  dues.reduce((a, b) => (a === null ? b : b === null || a < b ? a : b), null);

/** The hoopings of a build's own. @param heads that sew one design together */
export function ownHoopings(need: Need, heads: number): BatchHooping[] {
  const { build, sewing } = need.demand;
  const lots = loadings(ownLots(need.designs, sewing.repeats), heads);
  return lots.map(({ designs, fillings }, n) => {
    const { part, ...taken } = need.take(designs);
    return {
      ...taken,
      id: `${build.id}/${lots.length - n}`,
      buildId: build.id,
      name: build.name,
      machineId: sewing.machineId,
      hoopId: sewing.hoopId,
      parts: [part],
      sharedId: null,
      fillings,
      runId: null,
    };
  });
}
/** Lots as heads take them that sew one design together: each its own, all at once. */
export const loadings = (lots: readonly Pick<Lot, 'designs'>[], heads: number) =>
  Array.from({ length: Math.ceil(lots.length / heads) }, (_, n) => {
    const together = lots.slice(n * heads, (n + 1) * heads);
    return { designs: together.reduce((sum, { designs }) => sum + designs, 0), fillings: together.length };
  });
/**
 * Hoopings that several builds share, as long as any of them needs something of it. @param needs by build
 * @param begun how often each was sewn already for these orders
 */
export function sharedHoopings(
  shared: readonly SharedHooping[],
  needs: ReadonlyMap<string, Need>,
  begun: (id: string) => number,
): BatchHooping[] {
  return shared.flatMap(({ id, name, times, parts, machineId, hoopId }) => {
    const own = parts.map((p) => ({ need: needs.get(p.id), designs: p.places.length }));
    const all: BatchHooping[] = [];
    for (let left = times - begun(id); left > 0; left--) {
      // One of its builds that nobody orders is sewn with them all the same: that is for the maker to take out of it.
      const wanted = own.flatMap(({ need, designs }) => (need ? [{ need, designs }] : []));
      if (!wanted.some(({ need }) => need.designs > 0)) break;
      const taken = wanted.map(({ need, designs }) => need.take(designs));
      all.push({
        id: `shared:${id}/${left}`,
        buildId: itemAt(taken, 0).part.buildId,
        name,
        machineId,
        hoopId,
        parts: taken.map(({ part }) => part),
        sharedId: id,
        items: taken.reduce((sum, { items }) => sum + items, 0),
        fillings: 1,
        lines: taken.flatMap(({ lines }) => lines),
        names: taken.flatMap(({ names }) => names),
        due: earliest(taken.map(({ due }) => due)),
        runId: null,
      });
    }
    return all;
  });
}
