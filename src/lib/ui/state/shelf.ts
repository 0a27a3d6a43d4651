import { count } from '$lib/core/base';
import { blankRow, withRows, type ListName, type ReadList, type RowOf } from '$lib/core/lists';
import type { StockItem, Workshop } from '$lib/core/workshop';
import { newId } from './ids';
import { showUndo } from './notices';
import { workroom } from './workroom.svelte';

/** Lists whose rows stand by themselves: nothing else of the workshop goes by them. */
export type ShelfName = 'people' | 'threads' | 'bobbins' | 'needles';

const withList = <Name extends ListName>(
  workshop: Workshop,
  name: Name,
  change: (rows: readonly RowOf<Name>[]) => RowOf<Name>[],
): Workshop => ({ ...workshop, [name]: change(workshop[name] as readonly RowOf<Name>[]) });

/** Changes one row, by what it is when its turn comes: two quick presses both count. One that is gone stays gone. */
export const setRow = <Name extends ShelfName>(
  name: Name,
  id: string,
  change: Partial<RowOf<Name>> | ((row: RowOf<Name>) => Partial<RowOf<Name>>),
): Promise<void> =>
  workroom.saveWorkshop((w) =>
    withList(w, name, (rows) =>
      rows.map((row) =>
        row.id === id ? { ...row, ...(typeof change === 'function' ? change(row) : change) } : row,
      ),
    ),
  );
/** A new row, first in its list, to be filled in. */
export const addRow = <Name extends ShelfName>(name: Name, more: Partial<RowOf<Name>>): Promise<void> => {
  const row = blankRow(name, { ...more, id: newId() });
  return workroom.saveWorkshop((w) => withList(w, name, (rows) => [row, ...rows]));
};
/** Takes a row out, and offers it back where it stood. */
export async function removeRow<Name extends ShelfName>(
  name: Name,
  id: string,
  called: string,
): Promise<void> {
  const before = workroom.workshop[name] as readonly RowOf<Name>[];
  const at = before.findIndex((row) => row.id === id);
  const gone = before[at];
  if (!gone) return;
  await workroom.saveWorkshop((w) => withList(w, name, (rows) => rows.filter((row) => row.id !== id)));
  const again = (rows: readonly RowOf<Name>[]) =>
    rows.some((row) => row.id === id) ? [...rows] : rows.toSpliced(at, 0, gone);
  showUndo(`${called} is taken out.`, () => void workroom.saveWorkshop((w) => withList(w, name, again)));
}

/** Takes what a table says into a list; offers all of it back. What moves on the shelf is a movement there. */
export async function takeList<Name extends ListName>(
  name: Name,
  read: ReadList<RowOf<Name>>,
): Promise<void> {
  if (name === 'stock') return takeStock(read as unknown as ReadList<StockItem>);
  const ids = [...read.fresh, ...read.changed.map(({ after }) => after)].map(({ id }) => id);
  await workroom.saveWorkshop((w) => {
    const taken = withList(w, name, (rows) => withRows(rows, read));
    if (name !== 'bobbins') return taken;
    const countedAt = Date.now();
    return { ...taken, bobbins: taken.bobbins.map((b) => (ids.includes(b.id) ? { ...b, countedAt } : b)) };
  });
  const back = (rows: readonly RowOf<Name>[]) =>
    rows.flatMap((row) => {
      if (read.fresh.some(({ id }) => id === row.id)) return [];
      return [read.changed.find(({ after }) => after.id === row.id)?.before ?? row];
    });
  showUndo(takenWords(read), () => void workroom.saveWorkshop((w) => withList(w, name, back)));
}
async function takeStock({ fresh, changed }: ReadList<StockItem>): Promise<void> {
  // What is said of an item is simply kept; how much of it there is is a movement of the shelf.
  await workroom.saveWorkshop((w) =>
    withList(w, 'stock', (rows) =>
      withRows<'stock'>(rows, {
        fresh: [],
        changed: changed.map(({ before, after, columns }) => {
          const { quantity, heightMm } = before;
          return { before, after: { ...after, quantity, heightMm }, columns };
        }),
      }),
    ),
  );
  const changes = [
    ...fresh.map((item) => ({ item, by: 'count' as const, amount: item.quantity })),
    ...changed.flatMap(({ before, after }) => [
      { item: after, by: 'count' as const, amount: after.quantity - before.quantity },
      { item: after, by: 'length' as const, amount: after.heightMm - before.heightMm },
    ]),
  ].filter(({ amount }) => amount !== 0);
  if (changes.length)
    await workroom.moveStock({
      kind: 'corrected',
      what: 'From a table',
      layoutId: null,
      changes,
      pieces: [],
    });
}
const takenWords = ({ fresh, changed }: ReadList<unknown>): string =>
  `Taken from the table: ${count(fresh.length, 'new row')}, ${count(changed.length, 'changed row')}.`;
