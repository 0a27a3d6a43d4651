import { itemAt } from '../base';
import type { Demand } from '../demand';
import type { Numbers } from '../numbers';
import { itemsToLoad, ownLots, type Lot } from '../order';
import { byDue, type LineProgress } from './progress';

/** A hooping that is still to be begun, or is under way. */
export interface BatchHooping {
  /** of the build and how many are left with it: it keeps its id while those before it are sewn */
  id: string;
  buildId: string;
  name: string;
  /** times the tape is sewn in it, and items that come out */
  designs: number;
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
  /** so many items of the build are made before it */
  madeBefore: number;
}
/** An order's line, named. */
export const lineKey = ({ order, line }: Pick<LineProgress, 'order' | 'line'>): string =>
  `${order.id}/${line.id}`;

/**
 * The hoopings that the lines of one build still need: all lines fill them together, the earliest due first, with the spares that each
 * line needs to be met as surely as wanted. @param made items of the build that were made before @param heads that sew one design together
 */
export function hoopingsOf(
  { build, sewing, order }: Pick<Demand, 'build' | 'sewing' | 'order'>,
  lines: readonly LineProgress[],
  made: number,
  numbers: Numbers,
  heads: number,
): BatchHooping[] {
  const inTurn = lines.toSorted(byDue);
  const inWork = inTurn.reduce((sum, l) => sum + l.inWork, 0);
  // Up to which item to be loaded a line reaches; what is under way already may be spoiled too.
  let wanted = 0;
  const reaches = inTurn.map(({ line, done }) => {
    wanted += Math.max(0, line.quantity - done);
    const load = wanted
      ? itemsToLoad(wanted, numbers['order.rejectRate'] / 100, numbers['order.confidence'] / 100)
      : 0;
    return Math.max(0, load - inWork);
  });
  const items = reaches.at(-1) ?? 0;
  const lots = loadings(ownLots(Math.ceil(items / order.inTape), sewing.repeats), heads);
  const names = namesOf(inTurn);
  let before = 0;
  return lots.map(({ designs, fillings }, n) => {
    const from = before;
    const to = (before += designs * order.inTape);
    const own = inTurn.filter((_, l) => from < itemAt(reaches, l) && to > (reaches[l - 1] ?? 0));
    return {
      id: `${build.id}/${lots.length - n}`,
      buildId: build.id,
      name: build.name,
      designs,
      items: designs * order.inTape,
      fillings,
      lines: own.map(lineKey),
      names: names.slice(from, to),
      due: own.reduce<string | null>((first, { line }) => earlier(first, line.due), null),
      runId: null,
      madeBefore: made + from,
    };
  });
}
/** Lots as heads take them that sew one design together: each its own, all at once. */
export const loadings = (lots: readonly Pick<Lot, 'designs'>[], heads: number) =>
  Array.from({ length: Math.ceil(lots.length / heads) }, (_, n) => {
    const together = lots.slice(n * heads, (n + 1) * heads);
    return { designs: together.reduce((sum, { designs }) => sum + designs, 0), fillings: together.length };
  });
const earlier = (a: string | null, b: string | null) => (a === null ? b : b === null || a < b ? a : b);
/** Names that are still to be sewn. */
const namesOf = (lines: readonly LineProgress[]) =>
  lines.flatMap(({ line, done, inWork }) => line.names.slice(done + inWork));
