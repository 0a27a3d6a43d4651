import type { ThreadStock } from '../workshop';

/** A thread that orders take, m. */
export interface ThreadNeed {
  name: string;
  colour: string;
  metres: number;
}
/** How a thread lasts. */
export interface ThreadLasts extends ThreadNeed {
  /** m; null: the shelf has no such thread */
  onShelf: number | null;
  /** the hooping, from 1, in which it comes to its end; null: it lasts, or is not there */
  endsIn: number | null;
}

/** The same thread by name and colour, as the shelf calls it. */
export const onShelfAs = (
  { name, colour }: Pick<ThreadNeed, 'name' | 'colour'>,
  shelf: readonly ThreadStock[],
): ThreadStock[] => shelf.filter((t) => t.name === name && t.colour.toLowerCase() === colour.toLowerCase());
const metresOf = (stock: readonly ThreadStock[]) => stock.reduce((sum, { metres }) => sum + metres, 0);

/** How an order is sewn: designs in all; items of a hooping of its own, and of a design. */
export interface InHoopings {
  designs: number;
  inHooping: number;
  inTape: number;
}
/** Designs of a hooping, how many hoopings that takes, and designs of the last; those with others are taken as more of the same. */
export function fullHoopings({ designs, inHooping, inTape }: InHoopings): {
  items: number;
  hoopings: number;
  last: number;
} {
  const items = Math.max(1, Math.min(designs, Math.ceil(inHooping / inTape) || designs));
  const hoopings = Math.ceil(designs / items);
  return { items, hoopings, last: designs - items * (hoopings - 1) };
}

/** Thread of one order against what is on the shelf. */
export const howThreadLasts = (
  { byThread }: { byThread: readonly ThreadNeed[] },
  order: InHoopings,
  shelf: readonly ThreadStock[],
): ThreadLasts[] =>
  byThread.map(({ name, colour, metres }) => {
    const stock = onShelfAs({ name, colour }, shelf);
    const whole = metres * order.designs;
    const has = metresOf(stock);
    const ends = stock.length > 0 && has < whole;
    const each = metres * fullHoopings(order).items;
    return {
      name,
      colour,
      metres: whole,
      onShelf: stock.length ? has : null,
      endsIn: ends ? Math.floor(has / each) + 1 : null,
    };
  });

/** Threads of several orders together, the most used first. */
export function gatherThreads(
  orders: readonly { threads: readonly ThreadNeed[]; order: { designs: number } }[],
): ThreadNeed[] {
  const all = new Map<string, ThreadNeed>();
  for (const { threads, order } of orders)
    for (const { name, colour, metres } of threads) {
      const key = `${name} ${colour.toLowerCase()}`;
      const known = all.get(key) ?? { name, colour, metres: 0 };
      all.set(key, { ...known, metres: known.metres + metres * order.designs });
    }
  return [...all.values()].sort((a, b) => b.metres - a.metres);
}
