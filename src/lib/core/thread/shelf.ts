import { threadWords, type Thread } from '../build';
import type { ThreadStock } from '../workshop';
import { fullHoopings, type InHoopings } from './hoopings';

/** A thread that orders take, m. */
export interface ThreadNeed {
  /** with its maker's number, where it has one */
  name: string;
  /** without it */
  bare: string;
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

/** What a thread is called on the shelf: by its name alone, or with its maker's number. */
export const isCalled = (on: string, { name, bare }: Pick<ThreadNeed, 'name' | 'bare'>): boolean =>
  on === name || on === bare;
export const namesOf = (thread: Pick<Thread, 'name' | 'number'>) => ({
  name: threadWords(thread),
  bare: thread.name,
});
type Called = Pick<ThreadNeed, 'name' | 'bare' | 'colour'>;
/** The same thread on the shelf, by name and colour. */
export const isOnShelfAs = (need: Called, stock: ThreadStock): boolean =>
  isCalled(stock.name, need) && stock.colour.toLowerCase() === need.colour.toLowerCase();
export const onShelfAs = (need: Called, shelf: readonly ThreadStock[]): ThreadStock[] =>
  shelf.filter((stock) => isOnShelfAs(need, stock));
const metresOf = (stock: readonly ThreadStock[]) => stock.reduce((sum, { metres }) => sum + metres, 0);

/** Thread of one order against what is on the shelf. */
export const howThreadLasts = (
  { byThread }: { byThread: readonly ThreadNeed[] },
  order: InHoopings,
  shelf: readonly ThreadStock[],
): ThreadLasts[] =>
  byThread.map((need) => {
    const { metres } = need;
    const stock = onShelfAs(need, shelf);
    const whole = metres * order.designs;
    const has = metresOf(stock);
    const ends = stock.length > 0 && has < whole;
    const each = metres * fullHoopings(order).items;
    return {
      ...need,
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
    for (const need of threads) {
      const key = `${need.name} ${need.colour.toLowerCase()}`;
      const known = all.get(key)?.metres ?? 0;
      all.set(key, { ...need, metres: known + need.metres * order.designs });
    }
  return [...all.values()].sort((a, b) => b.metres - a.metres);
}
